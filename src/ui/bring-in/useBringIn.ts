"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import { tableProblemWords } from "@/core/tables/rawTable";
import { type BringInChoices, NO_CHOICES, type TableChoices } from "@/core/tables/tableChoices";
import { allRecipes } from "@/store/importRepository";
import { useVine } from "@/ui/shared/VineContext";
import type { Progress } from "@/workers/bringIn/bringInApi";
import { type BringInWorker, progressListener, startBringIn } from "@/workers/bringIn/bringInClient";
import type { BringInView } from "@/workers/bringIn/bringInView";

export interface BringIn {
  readonly view: BringInView | undefined;
  readonly choices: BringInChoices;
  readonly progress: Progress | undefined;
  /** What could not be read, and what was left alone, in words. */
  readonly problems: readonly string[];
  readonly applying: boolean;
  read(files: readonly File[]): void;
  stop(): void;
  choose(part: Partial<BringInChoices>): void;
  chooseForTable(tableId: string, part: TableChoices): void;
  removeTable(tableId: string): void;
  /** Gives the words of what was brought in. */
  apply(): Promise<string>;
}

/** Reads tables and plans what they would do, all of it in a worker that ends with the screen. */
export function useBringIn(): BringIn {
  const { engine, database, today, applyImport } = useVine();
  const worker = useRef<Promise<BringInWorker>>(undefined);
  const [view, setView] = useState<BringInView>();
  const [choices, setChoices] = useState<BringInChoices>(NO_CHOICES);
  const [progress, setProgress] = useState<Progress>();
  const [problems, setProblems] = useState<readonly string[]>([]);
  const [applying, setApplying] = useState(false);
  /** While a plan is made only the newest wish waits. */
  const line = useRef<{ busy: boolean; next?: BringInChoices }>({ busy: false });

  const end = useCallback(() => {
    void worker.current?.then((started) => started.end());
    worker.current = undefined;
    line.current = { busy: false };
  }, []);
  useEffect(() => end, [end]);

  const start = () => {
    worker.current ??= allRecipes(database).then((recipes) => startBringIn(engine, recipes, today));
    return worker.current;
  };

  const plan = async (wanted: BringInChoices): Promise<void> => {
    if (line.current.busy) {
      line.current.next = wanted;
      return;
    }
    const mine = { busy: true } as { busy: boolean; next?: BringInChoices };
    line.current = mine;
    const { api } = await start();
    const report = reporter();
    const next = await api.plan(wanted, report.listener);
    report.end();
    if (line.current !== mine) return;
    setView(next);
    line.current = { busy: false };
    if (mine.next) await plan(mine.next);
  };

  /** Reports travel on a line of their own, and may come after the answer: then they say nothing any more. */
  const reporter = () => {
    let ended = false;
    return {
      listener: progressListener((now) => !ended && setProgress(now)),
      end: () => {
        ended = true;
        setProgress(undefined);
      },
    };
  };

  const failed = (cause: unknown) => {
    setProgress(undefined);
    line.current = { busy: false };
    setProblems([
      `The tables could not be joined with the gradebook. Nothing was changed. (${(cause as Error).message})`,
    ]);
  };

  const read = async (files: readonly File[]) => {
    setProblems([]);
    setProgress({ step: "reading", done: 0, of: files.length, name: files[0]?.name ?? "" });
    const started = await start();
    const report = reporter();
    const found = await started.api.read([...files], report.listener);
    report.end();
    setProblems([
      ...found.problems.map(tableProblemWords),
      ...found.hiddenSheets.map((sheet) => `The sheet “${sheet}” is hidden in the workbook and was not taken in.`),
    ]);
    if (found.tables > 0) await plan(choices);
  };

  const change = (next: BringInChoices) => {
    setChoices(next);
    plan(next).catch(failed);
  };
  const clear = () => {
    end();
    setView(undefined);
    setChoices(NO_CHOICES);
    setProgress(undefined);
  };

  return {
    view,
    choices,
    progress,
    problems,
    applying,
    read: (files) => void read(files).catch(failed),
    stop: clear,
    choose: (part) => change({ ...choices, ...part }),
    chooseForTable: (tableId, part) =>
      change({ ...choices, tables: { ...choices.tables, [tableId]: joined(choices.tables[tableId] ?? {}, part) } }),
    removeTable: (tableId) => {
      if (view?.tables.length === 1) clear();
      else
        void start().then(async ({ api }) => {
          await api.remove(tableId);
          await plan(choices);
        });
    },
    apply: async () => {
      setApplying(true);
      try {
        const { api } = await start();
        const { recipes, ...record } = await api.finish(choices, Date.now());
        await applyImport({ ...record, id: crypto.randomUUID(), appliedAt: Date.now() }, recipes);
        clear();
        return record.summary;
      } finally {
        setApplying(false);
      }
    },
  };
}

/** A choice about one column or row leaves the others as they are. */
function joined(known: TableChoices, part: TableChoices): TableChoices {
  return {
    ...known,
    ...part,
    ...(part.pieces && { pieces: { ...known.pieces, ...part.pieces } }),
    ...(part.percents && { percents: { ...known.percents, ...part.percents } }),
    ...(part.rows && { rows: { ...known.rows, ...part.rows } }),
  };
}
