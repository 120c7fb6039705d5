"use client";
import { useState } from "react";
import { type RawTable, type TableReading, tableProblemWords } from "@/core/tables/rawTable";
import { Head } from "@/ui/frame/Head";
import { EmptyState } from "@/ui/shared/EmptyState";
import { OpenDemo } from "@/ui/shared/OpenDemo";
import { useVine } from "@/ui/shared/VineContext";
import { readTableFile } from "@/workers/tables/tablesClient";
import { FileDrop } from "./FileDrop";
import { ImportHistory } from "./ImportHistory";
import { TableImport } from "./TableImport";

/** A file is read, shown as it was understood, and applied only after the difference was seen. */
export function BringInScreen() {
  const { world } = useVine();
  const [tables, setTables] = useState<{ id: string; table: RawTable }[]>([]);
  const [problem, setProblem] = useState("");
  const [reading, setReading] = useState(false);

  const read = async (file: File) => {
    setReading(true);
    setProblem("");
    const unread: TableReading = { ok: false, problem: { code: "not a table", fileName: file.name } };
    const answer = await readTableFile(file).catch(() => unread);
    setReading(false);
    if (answer.ok) setTables(answer.tables.map((table) => ({ id: crypto.randomUUID(), table })));
    else setProblem(tableProblemWords(answer.problem));
  };
  const [first, ...others] = tables;

  return (
    <>
      <Head title="Bring in scores" about={first?.table.name} />
      <div className="screen-body">
        {world.classes.size === 0 ? (
          <EmptyState
            title="No class to bring scores into"
            words="Scores are joined with the students of a class. There is none in this browser yet."
          >
            <OpenDemo />
          </EmptyState>
        ) : first ? (
          <>
            {others.length > 0 && (
              <p className="quiet">
                This workbook has {others.length + 1} sheets with a table. This is the first; the next follows when it
                is done.
              </p>
            )}
            <TableImport key={first.id} table={first.table} onDone={() => setTables(others)} />
          </>
        ) : (
          <div className="columns">
            <div>
              <FileDrop onFile={read} busy={reading} />
              {problem && (
                <div className="finding is-stop mt-3" role="alert">
                  {problem}
                </div>
              )}
            </div>
            <ImportHistory />
          </div>
        )}
      </div>
    </>
  );
}
