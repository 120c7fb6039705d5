"use client";
import { Button, Form } from "react-bootstrap";
import { type MarkMeaning, markKey, markMeaningSchema } from "@/core/figures/markMeaning";
import { classLabel } from "@/core/model/schoolClass";
import type { TableAsk } from "@/core/tables/openQuestions";
import { ADD, NOBODY } from "@/core/tables/tableChoices";
import { counted } from "@/core/words";
import { ClassOptions } from "@/ui/shared/ClassOptions";
import { useVine } from "@/ui/shared/VineContext";
import type { MarkView, RowQuestion } from "@/workers/bringIn/allRowQuestions";
import type { BringInView } from "@/workers/bringIn/bringInView";
import type { TableView } from "@/workers/bringIn/tableView";
import { ColumnQuestions, LeftOutColumns, PointsQuestions, ValueQuestions } from "./ColumnQuestions";
import type { BringIn } from "./useBringIn";

interface QuestionsProps {
  readonly view: BringInView;
  readonly bringIn: BringIn;
  readonly onOpenTable: (tableId: string) => void;
}

/** What only the teacher can say, each once for all tables. */
export function QuestionsSheet({ view, bringIn, onOpenTable }: QuestionsProps) {
  return (
    <>
      <TableQuestions view={view} bringIn={bringIn} onOpenTable={onOpenTable} />
      {view.columns.length > 0 && <ColumnQuestions view={view} bringIn={bringIn} />}
      {view.points.length > 0 && <PointsQuestions points={view.points} bringIn={bringIn} />}
      {view.values.length > 0 && <ValueQuestions view={view} bringIn={bringIn} />}
      {view.rows.length > 0 && <RowQuestions questions={view.rows} bringIn={bringIn} />}
      {view.marks.length > 0 && <Marks marks={view.marks} bringIn={bringIn} />}
      <LeftOutColumns view={view} bringIn={bringIn} />
    </>
  );
}

/** What is asked of tables as a whole; an answer about one is an answer about all of its shape. */
function TableQuestions({ view, bringIn, onOpenTable }: QuestionsProps) {
  const asking = view.tables.filter(({ asks }) => asks.length > 0);
  if (asking.length === 0) return null;
  return (
    <section className="sheet" aria-labelledby="tables-open">
      <h2 id="tables-open">Say what these tables are</h2>
      <ul className="lines">
        {asking.map((table) => (
          <li key={table.id}>
            <div className="line-main">
              {table.name}
              <div className="quiet small">{asksWords(table.asks)}</div>
            </div>
            {table.asks.includes("dates") && (
              <DateOrderChoice
                sample={table.dates.ambiguous ?? ""}
                onChoose={(dateOrder) => bringIn.choose({ dateOrder })}
              />
            )}
            {table.asks.includes("class") && (
              <ClassChoice table={table} onChoose={(classId) => bringIn.chooseForTable(table, { classId })} />
            )}
            {table.asks.includes("encoding") &&
              (table.reading?.rivals ?? []).map(({ encoding, sample }) => (
                <Button
                  key={encoding}
                  size="sm"
                  onClick={() => bringIn.chooseForTable(table, { encoding })}
                  aria-label={`${sample}, by ${encoding}`}
                  data-private
                >
                  {sample}
                </Button>
              ))}
            {table.asks.includes("moves") && (
              <>
                <Button size="sm" onClick={() => bringIn.chooseForTable(table, { moves: "moved" })}>
                  Moved
                </Button>
                <Button size="sm" onClick={() => bringIn.chooseForTable(table, { moves: "in both" })}>
                  In both
                </Button>
              </>
            )}
            <Button size="sm" variant="outline-primary" onClick={() => onOpenTable(table.id)}>
              Look
              <span className="visually-hidden"> at {table.name}</span>
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

const ASK_WORDS: Record<TableAsk, string> = {
  kind: "What does it hold?",
  class: "Which class is it about? Nothing of it is used till you say.",
  dates: "Its dates can be read in two ways.",
  encoding: "Its letters can be read in several ways. Nothing of it is used till you say.",
  moves: "Some students are in another class here. Have they moved, or are they in both?",
};

function asksWords(asks: readonly TableAsk[]): string {
  return asks.map((ask) => ASK_WORDS[ask]).join(" ");
}

function ClassChoice({ table, onChoose }: { table: TableView; onChoose: (classId: string) => void }) {
  const { world } = useVine();
  const suggested = table.suggestedClassId === undefined ? undefined : world.classes.get(table.suggestedClassId);
  return (
    <>
      {suggested && (
        <Button size="sm" onClick={() => onChoose(suggested.id)}>
          {classLabel(suggested)}
        </Button>
      )}
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label={`Class of ${table.name}`}
        value=""
        onChange={(event) => onChoose(event.target.value)}
      >
        <option value="" disabled>
          {suggested ? "or …" : "Choose …"}
        </option>
        <ClassOptions />
      </Form.Select>
    </>
  );
}

function DateOrderChoice({
  sample,
  onChoose,
}: {
  sample: string;
  onChoose: (order: "day first" | "month first") => void;
}) {
  return (
    <Form.Select
      size="sm"
      className="w-auto"
      aria-label={`How ${sample} is read`}
      value=""
      onChange={(event) => onChoose(event.target.value as "day first" | "month first")}
    >
      <option value="" disabled>
        {sample} is …
      </option>
      <option value="day first">the day first</option>
      <option value="month first">the month first</option>
    </Form.Select>
  );
}

function RowQuestions({ questions, bringIn }: { questions: readonly RowQuestion[]; bringIn: BringIn }) {
  const answer = (answers: Record<string, string>) => bringIn.choose({ answers });
  const suggested = questions.flatMap(({ key, suggested: id, answer: given }) =>
    id && given === undefined ? [[key, id] as const] : [],
  );
  return (
    <section className="sheet" aria-labelledby="rows">
      <div className="d-flex gap-2 align-items-baseline">
        <h2 id="rows" className="flex-grow-1">
          Who is meant?
        </h2>
        {suggested.length > 1 && (
          <Button size="sm" onClick={() => answer(Object.fromEntries(suggested))}>
            Accept {suggested.length} suggestions
          </Button>
        )}
      </div>
      <ul className="lines">
        {questions.map((question) => (
          <RowLine key={question.key} question={question} onAnswer={(id) => answer({ [question.key]: id })} />
        ))}
      </ul>
    </section>
  );
}

function RowLine({ question, onAnswer }: { question: RowQuestion; onAnswer: (id: string) => void }) {
  const { name, about, cause, suggested, candidates, answer } = question;
  const likely = candidates.find(({ studentId }) => studentId === suggested);
  const isLikely = ({ about: told }: RowQuestion["candidates"][number]) => told.includes(",");
  return (
    <li className="align-items-start">
      <div className="line-main">
        <strong data-private>{name}</strong>{" "}
        <span className="quiet small" data-private>
          {about}
        </span>
        <div className="small">{cause}</div>
      </div>
      <div className="d-grid gap-1" style={{ width: "46%" }}>
        {likely && answer === undefined && (
          <Button size="sm" onClick={() => onAnswer(likely.studentId)} data-private>
            Yes, {likely.name}
            {likely.about && `, ${likely.about.split(",")[0]}`}
          </Button>
        )}
        <Form.Select
          size="sm"
          aria-label={`Who is ${name}`}
          value={answer ?? ""}
          onChange={(event) => onAnswer(event.target.value)}
          data-private
        >
          <option value="" disabled>
            Choose …
          </option>
          {candidates.filter(isLikely).map((one) => (
            <option key={one.studentId} value={one.studentId}>
              {one.name}: {one.about}
            </option>
          ))}
          <option value={NOBODY}>Do not use this row</option>
          <option value={ADD}>Somebody new: add to the class</option>
          <optgroup label="Others of the class">
            {candidates
              .filter((one) => !isLikely(one))
              .map((one) => (
                <option key={one.studentId} value={one.studentId}>
                  {one.name} ({one.about})
                </option>
              ))}
          </optgroup>
        </Form.Select>
      </div>
    </li>
  );
}

const MEANING_WORDS: Record<MarkMeaning, string> = {
  missing: "missing",
  late: "late",
  incomplete: "incomplete",
  excused: "excused",
  pending: "pending",
  "handed in": "handed in, without points",
  "grade label": "a letter grade, in no average",
  nothing: "nothing: leave the score as it is",
};

function Marks({ marks, bringIn }: { marks: readonly MarkView[]; bringIn: BringIn }) {
  const open = marks.filter(({ meaning }) => meaning === undefined);
  const understood = marks.filter(({ meaning }) => meaning !== undefined);
  const say = (meanings: Record<string, MarkMeaning>) => bringIn.choose({ marks: meanings });
  const guessed = open.flatMap(({ mark, guess }) => (guess ? [[markKey(mark), guess] as const] : []));
  return (
    <section className="sheet" aria-labelledby="marks">
      <div className="d-flex gap-2 align-items-baseline">
        <h2 id="marks" className="flex-grow-1">
          {open.length > 0 ? "What do these marks mean?" : "Marks"}
        </h2>
        {guessed.length > 1 && (
          <Button size="sm" onClick={() => say(Object.fromEntries(guessed))}>
            Accept {guessed.length} guesses
          </Button>
        )}
      </div>
      {open.length > 0 && <p className="quiet small">Until you say, cells with them are not used.</p>}
      <ul className="lines">
        {open.map((mark) => (
          <MarkLine key={mark.mark} mark={mark} onSay={(meaning) => say({ [markKey(mark.mark)]: meaning })} />
        ))}
      </ul>
      {understood.length > 0 && (
        <details>
          <summary className="small">
            Understood: {understood.map(({ mark, count }) => `${mark} (${count})`).join(", ")}
          </summary>
          <ul className="lines">
            {understood.map((mark) => (
              <MarkLine key={mark.mark} mark={mark} onSay={(meaning) => say({ [markKey(mark.mark)]: meaning })} />
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function MarkLine({ mark, onSay }: { mark: MarkView; onSay: (meaning: MarkMeaning) => void }) {
  return (
    <li>
      <span className="line-main">
        “{mark.mark}” in {counted(mark.count, "cell")}
        {mark.tables > 1 && <span className="quiet small"> of {mark.tables} tables</span>}
      </span>
      {mark.meaning === undefined && mark.guess && (
        <Button size="sm" onClick={() => mark.guess && onSay(mark.guess)}>
          Yes, {mark.guess}
        </Button>
      )}
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label={`Meaning of ${mark.mark}`}
        value={mark.meaning ?? ""}
        onChange={(event) => onSay(event.target.value as MarkMeaning)}
      >
        <option value="" disabled>
          Choose …
        </option>
        {markMeaningSchema.options.map((meaning) => (
          <option key={meaning} value={meaning}>
            {MEANING_WORDS[meaning]}
          </option>
        ))}
      </Form.Select>
    </li>
  );
}
