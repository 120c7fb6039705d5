"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { sameData } from "@/core/change/change";
import type { ColumnMeaning } from "@/core/tables/columnMeaning";
import type { ColumnQuestion, PointsQuestion } from "@/core/tables/openQuestions";
import { counted } from "@/core/words";
import type { BringInView } from "@/workers/bringIn/bringInView";
import { meaningWords } from "./meaningWords";
import type { BringIn } from "./useBringIn";

/** Columns that nothing tells what they hold: the best guess in one press, for all tables at once. */
export function ColumnQuestions({ view, bringIn }: { view: BringInView; bringIn: BringIn }) {
  const { columns, leftOut } = view;
  const say = (meanings: Record<string, ColumnMeaning>) => bringIn.choose({ columns: meanings });
  const guesses = columns.flatMap(({ key, maybe: [guess] }) => (guess ? [[key, guess] as const] : []));
  // Whose an address is, and who may be written to, is never only kept.
  const keepable = [
    ...columns.filter(({ maybe: [guess] }) => guess && !/address|write to/.test(guess.role)),
    ...leftOut,
  ].map(({ key }) => key);
  const keep = () => say(Object.fromEntries(keepable.map((key) => [key, { role: "own column" as const }])));
  return (
    <section className="sheet" aria-labelledby="columns-open">
      <div className="d-flex gap-2 align-items-baseline">
        <h2 id="columns-open" className="flex-grow-1">
          {columns.length === 1 ? "What is this column?" : "What are these columns?"}
        </h2>
        {keepable.length > 1 && (
          <Button size="sm" variant="outline-primary" onClick={keep}>
            Keep {keepable.length} as extra columns
          </Button>
        )}
        {columns.length > 1 && (
          <Button size="sm" variant="outline-primary" onClick={() => say(Object.fromEntries(guesses))}>
            Accept {guesses.length} guesses
          </Button>
        )}
      </div>
      <p className="quiet small">
        {columns.length === 1
          ? "Nothing tells what it holds, so it changes nothing until you say."
          : "Nothing tells what they hold, so they change nothing until you say."}
      </p>
      <ul className="lines">
        {columns.map((column) => (
          <ColumnLine key={column.key} column={column} onSay={(meaning) => say({ [column.key]: meaning })} />
        ))}
      </ul>
    </section>
  );
}

function ColumnLine({ column, onSay }: { column: ColumnQuestion; onSay: (meaning: ColumnMeaning) => void }) {
  const { title, maybe, samples, tableIds } = column;
  const [guess, ...others] = maybe;
  return (
    <li>
      <div className="line-main">
        <strong>{title}</strong>
        {tableIds.length > 1 && <span className="quiet small"> in {tableIds.length} tables</span>}
        <div className="quiet small text-truncate" data-private>
          {samples.join(", ")} …
        </div>
      </div>
      {guess && (
        <Button size="sm" onClick={() => onSay(guess)} aria-label={`${meaningWords(guess)}: ${title}`}>
          {meaningWords(guess)}
        </Button>
      )}
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label={`What ${title} is`}
        value=""
        onChange={(event) => {
          const chosen = maybe[Number(event.target.value)];
          if (chosen) onSay(chosen);
        }}
      >
        <option value="" disabled>
          or …
        </option>
        {others.map((meaning, place) => (
          <option key={meaningWords(meaning)} value={place + 1}>
            {meaningWords(meaning)}
          </option>
        ))}
      </Form.Select>
    </li>
  );
}

/** Assignments that nothing says the worth of: a wrong guess would make wrong averages. */
export function PointsQuestions({ points, bringIn }: { points: readonly PointsQuestion[]; bringIn: BringIn }) {
  return (
    <section className="sheet" aria-labelledby="points-open">
      <h2 id="points-open">How many points are they worth?</h2>
      <p className="quiet small">
        The tables don’t say. Their scores come in now; they count in averages as soon as you say it, here or later in
        the gradebook.
      </p>
      <ul className="lines">
        {points.map((question) => (
          <PointsLine
            key={question.key}
            question={question}
            onSay={(worth) => bringIn.choose({ points: { [question.key]: worth } })}
          />
        ))}
      </ul>
    </section>
  );
}

const USUAL_WORTH = [5, 10, 20, 25, 50, 100];

function PointsLine({ question, onSay }: { question: PointsQuestion; onSay: (worth: number) => void }) {
  const { title, largest, tableIds } = question;
  const [worth, setWorth] = useState("");
  const likely = USUAL_WORTH.find((usual) => usual >= largest);
  const given = worth.trim() === "" ? Number.NaN : Number(worth.replace(",", "."));
  return (
    <li>
      <div className="line-main">
        <strong>{title}</strong>
        {tableIds.length > 1 && <span className="quiet small"> in {tableIds.length} tables</span>}
        <div className="quiet small">The highest score is {largest}.</div>
      </div>
      {likely !== undefined && (
        <Button size="sm" variant="outline-primary" onClick={() => onSay(likely)}>
          {likely} points<span className="visually-hidden"> for {title}</span>
        </Button>
      )}
      <Form
        className="d-flex gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (given >= 0) onSay(given);
        }}
      >
        <Form.Control
          size="sm"
          inputMode="decimal"
          style={{ width: "4.5rem" }}
          aria-label={`Points of ${title}`}
          value={worth}
          onChange={(event) => setWorth(event.target.value)}
        />
        <Button size="sm" type="submit" disabled={!(given >= 0)}>
          Say
        </Button>
      </Form>
    </li>
  );
}

/** Of two rows that say different things of one student, which counts. */
export function ValueQuestions({ view, bringIn }: { view: BringInView; bringIn: BringIn }) {
  return (
    <section className="sheet" aria-labelledby="values-open">
      <h2 id="values-open">Which counts?</h2>
      <p className="quiet small">Two rows say different things of these students; until you say, neither is kept.</p>
      <ul className="lines">
        {view.values.map(({ key, title, name, values, answer }) => (
          <li key={key}>
            <div className="line-main">
              <strong data-private>{name}</strong> <span className="quiet small">{title}</span>
            </div>
            {values.map((value) => (
              <Button
                key={value}
                size="sm"
                variant={answer === value ? "primary" : "outline-primary"}
                aria-pressed={answer === value}
                onClick={() => bringIn.choose({ answers: { [key]: value } })}
                data-private
              >
                {value}
              </Button>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is in the tables and not taken: one press keeps it. */
export function LeftOutColumns({ view, bringIn }: { view: BringInView; bringIn: BringIn }) {
  const { leftOut } = view;
  const { columns } = bringIn.choices;
  const own: ColumnMeaning = { role: "own column" };
  const keep = (keys: readonly string[]) =>
    bringIn.choose({ columns: Object.fromEntries(keys.map((key) => [key, own])) });
  const open = leftOut.filter(({ key }) => !sameData(columns[key], { role: "not used" }));
  if (open.length === 0) return null;
  return (
    <section className="sheet" aria-labelledby="left-out">
      <div className="d-flex gap-2 align-items-baseline">
        <h2 id="left-out" className="flex-grow-1">
          Not taken: {counted(open.length, "column")}
        </h2>
        {open.length > 1 && (
          <Button size="sm" variant="outline-primary" onClick={() => keep(open.map(({ key }) => key))}>
            Keep {open.length} as extra columns
          </Button>
        )}
      </div>
      <p className="quiet small mb-1">
        Kept as extra columns they can stand in letters, select students and be listed. What they are otherwise is said
        in the table itself.
      </p>
      <ul className="list-inline mb-0">
        {open.map(({ key, title }) => (
          <li key={key} className="list-inline-item mb-1">
            <Button size="sm" variant="outline-primary" onClick={() => keep([key])}>
              Keep “{title}”
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
