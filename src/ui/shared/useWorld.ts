"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import { applyChange, type Change, isEmptyChange } from "@/core/change/change";
import { type Day, dayOfInstant } from "@/core/model/day";
import { DEFAULT_SETTINGS } from "@/core/model/settings";
import { type World, type WorldRecords, worldOf } from "@/core/model/world";
import { demoSchool } from "@/demo/demoSchool";
import { openDatabase, type VineDatabase } from "@/store/database";
import { settleAnswer, takeInFamilyEvents } from "@/store/familyRepository";
import { applyImport, turnImport } from "@/store/importRepository";
import { saveRound } from "@/store/roundRepository";
import { commitChange, isWorldEmpty, loadWorld, replaceEverything } from "@/store/worldRepository";
import { type Engine, startEngine } from "@/workers/engine/engineClient";
import type { Vine } from "./VineContext";

interface Opened {
  database: VineDatabase;
  engine: Engine;
  world: World;
  today: Day;
  revision: number;
}

/** What one tab tells the others. */
type Word = { kind: "changed"; change: Change } | { kind: "replaced" };

/**
 * Opens the browser's database and the engine, and keeps the screens, the engine and other tabs in step with every
 * change that is saved.
 */
export function useWorld(opensDemo: boolean, pinnedToday: Day | undefined): Vine | "opening" | { failed: unknown } {
  const [opened, setOpened] = useState<Opened>();
  const [failed, setFailed] = useState<unknown>();
  const channel = useRef<BroadcastChannel>(undefined);

  const takeIn = useCallback((change: Change) => {
    setOpened((now) => {
      if (!now) return now;
      return { ...now, world: applyChange(now.world, change), revision: now.revision + 1 };
    });
  }, []);

  useEffect(() => {
    let gone = false;
    const today = pinnedToday ?? dayOfInstant(Date.now());
    const database = openDatabase();
    const engine = startEngine();
    const load = async () => {
      const records = await loadWorld(database);
      await engine.load(records, today);
      if (gone) return;
      const world = worldOf(records);
      setOpened((now) => ({ database, engine, world, today, revision: (now?.revision ?? 0) + 1 }));
    };
    const open = async () => {
      if (opensDemo && (await isWorldEmpty(database))) await replaceEverything(database, demoSchool(today));
      if ((await database.settings.count()) === 0) await database.settings.add(DEFAULT_SETTINGS);
      await load();
    };
    open().catch((cause) => !gone && setFailed(cause));
    const words = new BroadcastChannel("vine-note");
    words.onmessage = ({ data }: MessageEvent<Word>) => {
      if (data.kind === "replaced") void load();
      else void engine.apply(data.change).then(() => takeIn(data.change));
    };
    channel.current = words;
    // A page left open over midnight must not count days from yesterday.
    const onReturn = () => {
      if (!pinnedToday && document.visibilityState === "visible" && dayOfInstant(Date.now()) !== today) {
        window.location.reload();
      }
    };
    document.addEventListener("visibilitychange", onReturn);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", onReturn);
      words.close();
      database.close();
    };
  }, [opensDemo, pinnedToday, takeIn]);

  if (failed) return { failed };
  if (!opened) return "opening";

  const { database, engine, today } = opened;
  const spread = async (change: Change) => {
    if (isEmptyChange(change)) return;
    await engine.apply(change);
    takeIn(change);
    channel.current?.postMessage({ kind: "changed", change } satisfies Word);
  };
  return {
    ...opened,
    commit: async (change) => {
      await commitChange(database, change);
      await spread(change);
    },
    applyImport: async (record, recipes) => spread(await applyImport(database, record, recipes)),
    turnImport: async (id) => spread(await turnImport(database, id, Date.now())),
    takeInFamilyEvents: async (journalId, events) => spread(await takeInFamilyEvents(database, journalId, events)),
    settleAnswer: async (answerId, state, change) => {
      await settleAnswer(database, answerId, state, change);
      await spread(change);
    },
    keepRound: async (round, letters, change) => {
      await saveRound(database, round, letters, change);
      await spread(change);
    },
    replaceEverything: async (records: WorldRecords) => {
      await replaceEverything(database, records);
      await engine.load(records, today);
      setOpened({ ...opened, world: worldOf(records), revision: opened.revision + 1 });
      channel.current?.postMessage({ kind: "replaced" } satisfies Word);
    },
  };
}
