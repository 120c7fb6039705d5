"use client";
import { Form } from "react-bootstrap";
import { scoreStatusSchema } from "@/core/model/score";
import type { MarkMeaning } from "@/core/tables/scoreCell";
import type { ScoreImport, ScoreImportChoices } from "@/core/tables/scoreImport";
import { counted } from "@/core/words";

interface MarksSheetProps {
  readonly plan: ScoreImport;
  readonly choices: ScoreImportChoices;
  readonly onChange: (part: Partial<ScoreImportChoices>) => void;
}

const MEANINGS: readonly MarkMeaning[] = [
  ...scoreStatusSchema.options.filter((status) => status !== "scored"),
  "nothing",
];

/** Marks that have no meaning of their own: asked once, before they count as anything. */
export function MarksSheet({ plan, choices, onChange }: MarksSheetProps) {
  return (
    <section className="sheet" aria-labelledby="marks">
      <h2 id="marks">What do these marks mean?</h2>
      <p className="quiet small">Until you say, cells with them are not used.</p>
      <ul className="lines">
        {plan.openMarks.map(({ mark, count }) => (
          <li key={mark}>
            <span className="line-main">
              “{mark}” in {counted(count, "cell")}
            </span>
            <Form.Select
              size="sm"
              className="w-auto"
              aria-label={`Meaning of ${mark}`}
              value=""
              onChange={(event) => onChange({ marks: { ...choices.marks, [mark]: event.target.value as MarkMeaning } })}
            >
              <option value="" disabled>
                Choose …
              </option>
              {MEANINGS.map((meaning) => (
                <option key={meaning} value={meaning}>
                  {meaning === "nothing" ? "nothing: leave the score as it is" : meaning}
                </option>
              ))}
            </Form.Select>
          </li>
        ))}
      </ul>
    </section>
  );
}
