"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import { setRows } from "@/core/change/change";
import { withLevels, withReached } from "@/core/figures/markScore";
import { withComment } from "@/core/gradebook/scoreEdit";
import { marksText } from "@/core/marking/marksText";
import { type PastedMark, pastedMarks, readMark } from "@/core/marking/pastedMarks";
import type { Assignment } from "@/core/model/assignment";
import type { Criterion } from "@/core/model/criterion";
import { formatScore } from "@/core/model/score";
import { fullName, type Student } from "@/core/model/student";
import type { View } from "@/core/model/view";
import { counted, listed } from "@/core/words";
import type { MarkDesk } from "@/office/marking/markDesk";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

interface MarksTableProps {
  readonly assignment: Assignment;
  readonly students: readonly Student[];
  readonly desk: MarkDesk;
}

const MOST_NAMED = 5;

/** The same marks as a table: students down, criteria across; a block that is pasted is read into it. */
export function MarksTable({ assignment, students, desk }: MarksTableProps) {
  const [said, setSaid] = useState<{ words: string; isTrouble: boolean }>();
  const { rubric = [] } = assignment;
  const [whose, setWhose] = useState<"mine" | "own">("mine");
  const { office } = useVine();
  const change = useChange();
  /** One own view for each student, as if it had come from a phone; a later table corrects it. */
  const takeOwnViews = (marks: readonly PastedMark[]) =>
    change(
      ({ views }) => {
        const rows = marks.map(({ studentId, reached, comment = "" }): [string, View] => {
          const id = `table-${assignment.id}-${studentId}`;
          const at = office.around.now();
          const inFeedback = views.get(id)?.inFeedback ?? false;
          const known = { id, assignmentId: assignment.id, by: "own" as const, studentId, studentNumber: "" };
          return [id, { ...known, reached, comment, inFeedback, at }];
        });
        return { views: setRows<"views">(views, new Map(rows)) };
      },
      `${counted(marks.length, "own view")} taken in.`,
      { quietly: true },
    );
  const copy = async () => {
    await navigator.clipboard.writeText(marksText(assignment, students, (id) => desk.scoreOf(id)));
    toast(`The marks of ${counted(students.length, "student")} were copied.`);
  };
  const paste = (event: React.ClipboardEvent) => {
    const text = event.clipboardData.getData("text/plain");
    const cell = (event.target as HTMLElement).closest<HTMLElement>("[data-row]");
    // One value for one cell is no table.
    if (!/[\t\n]/.test(text.trim()) && cell?.tagName === "INPUT") return;
    event.preventDefault();
    const at = { students, row: Number(cell?.dataset.row ?? 0), column: Number(cell?.dataset.column ?? 0) };
    const { marks, refused, unknown } = pastedMarks(text, rubric, at);
    if (whose === "own") void takeOwnViews(marks);
    for (const { studentId, reached, comment } of whose === "own" ? [] : marks)
      desk.mark(studentId, (before) => {
        const next = withLevels(before, assignment, { ...before?.levels, ...reached });
        return comment === undefined ? next : withComment(next, comment);
      });
    setSaid({
      words: [
        whose === "own"
          ? `${counted(marks.length, "own view")} taken in from the pasted table.`
          : `${counted(marks.length, "student")} marked from the pasted table.`,
        refused.length > 0 ? `No level and no points, so left alone: ${some(refused)}.` : "",
        unknown.length > 0 ? `Not in this class for certain, so left alone: ${some(unknown)}.` : "",
      ]
        .filter(Boolean)
        .join(" "),
      isTrouble: refused.length + unknown.length > 0,
    });
  };
  return (
    <div className="marks-table" onPaste={paste}>
      <p className="quiet small">
        Paste a table from a spreadsheet anywhere below. With a row of headings (name or number, then the criteria) each
        row finds its student; without one it is laid from the cell you are in. It holds{" "}
        <select
          className="grid-pick"
          aria-label="What a pasted table holds"
          value={whose}
          onChange={({ target }) => setWhose(target.value === "own" ? "own" : "mine")}
        >
          <option value="mine">my marks</option>
          <option value="own">the students’ own views</option>
        </select>
        .{" "}
        <Button size="sm" variant="link" onClick={copy}>
          Copy all marks as a table
        </Button>
      </p>
      {said && (
        <p className={`finding ${said.isTrouble ? "is-stop" : "is-line"}`} role="status" data-private>
          {said.words}
        </p>
      )}
      <table className="table table-sm">
        <thead>
          <tr>
            <th scope="col">Student</th>
            {rubric.map(({ id, name }) => (
              <th scope="col" key={id}>
                {name}
              </th>
            ))}
            <th scope="col">Score</th>
          </tr>
        </thead>
        <tbody>
          {students.map((student, row) => {
            const score = desk.scoreOf(student.id);
            return (
              <tr key={student.id}>
                <th scope="row" data-private>
                  {fullName(student)}
                </th>
                {rubric.map((criterion, column) => (
                  <td key={criterion.id}>
                    <Cell
                      criterion={criterion}
                      mark={score?.levels?.[criterion.id]}
                      label={`${criterion.name} of ${fullName(student)}`}
                      row={row}
                      column={column}
                      onMark={(mark) =>
                        desk.mark(student.id, (before) => withReached(before, assignment, criterion.id, mark))
                      }
                    />
                  </td>
                ))}
                <td data-private>{formatScore(score)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

interface CellProps {
  readonly criterion: Criterion;
  readonly mark: string | number | undefined;
  readonly label: string;
  readonly row: number;
  readonly column: number;
  readonly onMark: (mark: string | number | undefined) => void;
}

function Cell({ criterion, mark, label, row, column, onMark }: CellProps) {
  const place = { "data-row": row, "data-column": column, "aria-label": label, "data-private": true };
  if (criterion.most === undefined)
    return (
      <select
        {...place}
        className="form-select form-select-sm"
        value={mark === undefined ? "" : String(mark)}
        onChange={({ target }) => onMark(target.value || undefined)}
        onKeyDown={(event) => step(event, row, column)}
      >
        <option value="">–</option>
        {criterion.levels.map(({ id, label: words }, at) => (
          <option key={id} value={id}>
            {at + 1} {words}
          </option>
        ))}
      </select>
    );
  return (
    <input
      {...place}
      key={String(mark)}
      className="form-control form-control-sm"
      inputMode="decimal"
      defaultValue={mark === undefined ? "" : String(mark)}
      onBlur={({ target }) => {
        const read = readMark(criterion, target.value.trim());
        if (target.value.trim() === "") {
          if (mark !== undefined) onMark(undefined);
        } else if (read === undefined) target.value = mark === undefined ? "" : String(mark);
        else if (read !== mark) onMark(read);
      }}
      onKeyDown={(event) => step(event, row, column)}
    />
  );
}

/** Enter goes on to the next student by the same criterion. */
function step(event: React.KeyboardEvent, row: number, column: number): void {
  if (event.key !== "Enter") return;
  event.preventDefault();
  event.stopPropagation();
  const next = document.querySelector<HTMLElement>(
    `[data-row="${row + (event.shiftKey ? -1 : 1)}"][data-column="${column}"]`,
  );
  next?.focus();
}

function some(words: readonly string[]): string {
  const named = words.slice(0, MOST_NAMED);
  return listed(words.length > MOST_NAMED ? [...named, `${words.length - MOST_NAMED} more`] : named);
}
