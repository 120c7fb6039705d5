"use client";
import { formatScore } from "@/core/model/score";
import { fullName } from "@/core/model/student";
import type { CellChange, ImportColumn, ScoreImport } from "@/core/tables/scoreImport";
import { counted } from "@/core/words";
import { useVine } from "@/ui/shared/VineContext";

/** What applying would change, piece by piece, the old score beside the new one. */
export function DifferenceSheet({ plan }: { plan: ScoreImport }) {
  return (
    <section className="sheet" aria-labelledby="difference">
      <h2 id="difference">What will change</h2>
      {plan.refusedCells.length > 0 && (
        <p className="finding mt-2">
          {counted(plan.refusedCells.length, "cell")} can’t be a score and{" "}
          {plan.refusedCells.length === 1 ? "is" : "are"} not used:{" "}
          {plan.refusedCells
            .map(({ text }) => text)
            .slice(0, 5)
            .join(", ")}
          . Points are never below 0.
        </p>
      )}
      {plan.columns.length === 0 && (
        <p className="quiet mt-2">No column holds scores. Say on the right which one does.</p>
      )}
      {plan.columns.map((column) => (
        <ColumnDifference key={column.column} column={column} />
      ))}
    </section>
  );
}

function ColumnDifference({ column }: { column: ImportColumn }) {
  const { world } = useVine();
  const { target, changes, unchanged, above } = column;
  const title =
    target.kind === "new" ? target.assignment.title : (world.assignments.get(target.assignmentId)?.title ?? "");
  const added = changes.filter(({ from }) => !from).length;
  return (
    <div className="mt-3">
      <h3>
        {title} {target.kind === "new" && <span className="tag is-well">new piece of work</span>}
      </h3>
      <p className="quiet small">
        {added} new, {changes.length - added} changed, {unchanged} the same
      </p>
      {above.length > 0 && (
        <div className="finding my-2">
          {counted(above.length, "score")} above what is possible. If that is right, apply; if not, mend the file.
          <ChangeTable changes={above} />
        </div>
      )}
      <ChangeTable changes={changes.filter((change) => !above.includes(change))} />
    </div>
  );
}

const MOST_SHOWN = 12;

function ChangeTable({ changes }: { changes: readonly CellChange[] }) {
  const { world } = useVine();
  if (changes.length === 0) return null;
  const changedFirst = [...changes].sort((a, b) => Number(Boolean(b.from)) - Number(Boolean(a.from)));
  const row = ({ studentId, from, to }: CellChange) => {
    const student = world.students.get(studentId);
    return (
      <tr key={studentId} data-private>
        <td>{student && fullName(student)}</td>
        <td className="numeric quiet">{from ? formatScore(from) : "none"}</td>
        <td className="numeric">{formatScore(to)}</td>
      </tr>
    );
  };
  return (
    <>
      <table className="table table-sm mb-1">
        <thead>
          <tr>
            <th scope="col">Student</th>
            <th scope="col" className="numeric">
              now
            </th>
            <th scope="col" className="numeric">
              will be
            </th>
          </tr>
        </thead>
        <tbody>{changedFirst.slice(0, MOST_SHOWN).map(row)}</tbody>
      </table>
      {changes.length > MOST_SHOWN && (
        <details>
          <summary className="small">{changes.length - MOST_SHOWN} more</summary>
          <table className="table table-sm">
            <tbody>{changedFirst.slice(MOST_SHOWN).map(row)}</tbody>
          </table>
        </details>
      )}
    </>
  );
}
