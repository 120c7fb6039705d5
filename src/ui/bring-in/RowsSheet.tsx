"use client";
import { Form } from "react-bootstrap";
import type { RowMatch } from "@/core/matching/matchStudents";
import { byFamilyName, fullName } from "@/core/model/student";
import type { ImportRow, ScoreImport, ScoreImportChoices } from "@/core/tables/scoreImport";
import { listed } from "@/core/words";
import { useVine } from "@/ui/shared/VineContext";

interface RowsSheetProps {
  readonly plan: ScoreImport;
  readonly choices: ScoreImportChoices;
  readonly onChange: (part: Partial<ScoreImportChoices>) => void;
}

/** Every row that was not joined by itself, and every student without a row. Nothing in doubt is applied. */
export function RowsSheet({ plan, choices, onChange }: RowsSheetProps) {
  const { world } = useVine();
  const open = plan.rows.filter(({ match }) => match.kind !== "certain");
  const nameOf = (id: string) => {
    const student = world.students.get(id);
    return student ? fullName(student) : id;
  };
  if (open.length + plan.notInTable.length + plan.doubled.length === 0) return null;
  return (
    <section className="sheet" aria-labelledby="rows">
      <h2 id="rows">Rows and students that did not find each other</h2>
      <ul className="lines">
        {open.map((row) => (
          <li key={row.row}>
            <div className="line-main">
              <strong data-private>{row.name || row.studentNumber}</strong>{" "}
              <span className="quiet small" data-private>
                {row.name && row.studentNumber}
              </span>
              <div className="small">{causeWords(row.match)}</div>
            </div>
            <Form.Select
              size="sm"
              className="w-auto"
              aria-label={`Whose row is ${row.name || row.studentNumber}`}
              value={choices.answers[String(row.row)] ?? "nobody"}
              onChange={(event) => onChange({ answers: { ...choices.answers, [String(row.row)]: event.target.value } })}
            >
              <option value="nobody">Do not use this row</option>
              <RowCandidates row={row} classId={choices.classId} />
            </Form.Select>
          </li>
        ))}
        {plan.doubled.length > 0 && (
          <li>
            <div className="line-main">
              <span className="tag is-look">not used</span> There is more than one row for{" "}
              <span data-private>{listed(plan.doubled.map(nameOf))}</span>. Keep one row in the file, or leave one out
              above.
            </div>
          </li>
        )}
        {plan.notInTable.length > 0 && (
          <li>
            <div className="line-main">
              Not in the table, left as they are: <span data-private>{listed(plan.notInTable.map(nameOf))}</span>
            </div>
          </li>
        )}
      </ul>
    </section>
  );
}

function RowCandidates({ row, classId }: { row: ImportRow; classId: string }) {
  const { world } = useVine();
  const likely = row.match.kind === "in doubt" ? row.match.candidates : [];
  const enrolled = (world.classes.get(classId)?.studentIds ?? []).flatMap((id) => world.students.get(id) ?? []);
  const option = (id: string) => {
    const student = world.students.get(id);
    return (
      student && (
        <option key={id} value={id}>
          {fullName(student)} ({student.studentNumber})
        </option>
      )
    );
  };
  return (
    <>
      {likely.length > 0 && <optgroup label="Likely">{likely.map(option)}</optgroup>}
      <optgroup label="Others of the class">
        {enrolled
          .filter(({ id }) => !likely.includes(id))
          .sort(byFamilyName)
          .map(({ id }) => option(id))}
      </optgroup>
    </>
  );
}

function causeWords(match: RowMatch): string {
  if (match.kind !== "in doubt") return "Nobody of this class has this number or name.";
  switch (match.cause) {
    case "namesakes":
      return "Several students have this name. Say who is meant.";
    case "similar name":
      return "Nobody has exactly this name; somebody has a similar one.";
    case "number and name disagree":
      return "The number and the name do not belong to the same student.";
  }
}
