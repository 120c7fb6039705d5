"use client";
import { useEffect, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import { isEmptyChange } from "@/core/change/change";
import { currentTerm } from "@/core/model/term";
import type { RawTable } from "@/core/tables/rawTable";
import { guessTargets, type ScoreImport, type ScoreImportChoices } from "@/core/tables/scoreImport";
import { counted } from "@/core/words";
import { ClassOptions } from "@/ui/shared/ClassOptions";
import { Skeleton } from "@/ui/shared/Skeleton";
import { TermOptions } from "@/ui/shared/TermOptions";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useVine } from "@/ui/shared/VineContext";
import { ColumnsSheet } from "./ColumnsSheet";
import { DifferenceSheet } from "./DifferenceSheet";
import { MarksSheet } from "./MarksSheet";
import { RowsSheet } from "./RowsSheet";

/** One table: how it was read, whose rows they are, what would change; then the one button. */
export function TableImport({ table, onDone }: { table: RawTable; onDone: () => void }) {
  const { world, today, engine, applyImport } = useVine();
  const [choices, setChoices] = useState<ScoreImportChoices>();
  useEffect(() => {
    const termId = currentTerm([...world.terms.values()], today)?.id ?? "";
    if (!choices) void engine.startScoreImport(table, termId).then(setChoices);
  }, [engine, table, today, world.terms, choices]);
  const plan = useAnswer<ScoreImport | undefined>(
    async (asked) => (choices ? asked.scoreImport(table, choices) : undefined),
    [table, choices],
  );
  if (!choices || !plan) return <Skeleton words="Joining the table with your class" />;

  const change = (part: Partial<ScoreImportChoices>) => setChoices({ ...choices, ...part });
  const chooseClass = async (classId: string) =>
    setChoices(await engine.startScoreImport(table, choices.termId, classId));
  const chooseTerm = (termId: string) => {
    const categoryId = world.classes.get(choices.classId)?.categories[0]?.id ?? "";
    const options = { classId: choices.classId, termId, categoryId, newId: () => crypto.randomUUID() };
    change({ termId, targets: guessTargets(table.rows[choices.headerRow] ?? [], choices.roles, options, world) });
  };
  const scores = plan.columns.reduce((sum, column) => sum + column.changes.length, 0);
  const pieces = plan.columns.filter((column) => column.changes.length > 0).length;
  const apply = async () => {
    const summary = `${counted(scores, "score")} in ${counted(pieces, "piece")} of work`;
    try {
      await applyImport({
        id: crypto.randomUUID(),
        fileName: table.name,
        classId: choices.classId,
        summary,
        appliedAt: Date.now(),
        change: plan.change,
      });
    } catch (cause) {
      toast.error((cause as Error).message);
      return;
    }
    toast(`${summary} were brought in. You can take them back from here at any time.`);
    onDone();
  };

  return (
    <div className="d-grid gap-3">
      <section className="sheet d-flex flex-wrap gap-3 align-items-end">
        <Form.Group controlId="import-class">
          <Form.Label className="small mb-1">Class</Form.Label>
          <Form.Select size="sm" value={choices.classId} onChange={(event) => void chooseClass(event.target.value)}>
            <ClassOptions />
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="import-term">
          <Form.Label className="small mb-1">Term</Form.Label>
          <Form.Select size="sm" value={choices.termId} onChange={(event) => chooseTerm(event.target.value)}>
            <TermOptions />
          </Form.Select>
        </Form.Group>
        <p className="flex-grow-1 mb-1" role="status">
          {matchSentence(plan)}
        </p>
        <Button variant="link" onClick={onDone}>
          Leave this table
        </Button>
        <Button onClick={apply} disabled={isEmptyChange(plan.change) || plan.clashing.length > 0}>
          {scores === 0 ? "Nothing to apply" : `Apply ${counted(scores, "score")}`}
        </Button>
      </section>
      {plan.openMarks.length > 0 && <MarksSheet plan={plan} choices={choices} onChange={change} />}
      <RowsSheet plan={plan} choices={choices} onChange={change} />
      <div className="columns">
        <DifferenceSheet plan={plan} />
        <ColumnsSheet table={table} plan={plan} choices={choices} onChange={change} />
      </div>
    </div>
  );
}

function matchSentence({ rows, notInTable }: ScoreImport): string {
  const joined = rows.filter(({ studentId }) => studentId).length;
  const open = rows.length - joined;
  return [
    `${joined} of ${counted(rows.length, "row")} joined with a student.`,
    open > 0 ? `${counted(open, "row")} not used.` : "",
    notInTable.length > 0 ? `${counted(notInTable.length, "student")} of the class not in the table.` : "",
  ]
    .filter(Boolean)
    .join(" ");
}
