"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { adding, updating } from "@/core/change/change";
import { type Statement, statementSchema } from "@/core/model/statement";
import { useChange } from "@/ui/shared/useChange";
import { useDraftOf } from "@/ui/shared/useDraftOf";
import { useVine } from "@/ui/shared/VineContext";

/** The words that a new statement begins with: three ranges, to be written again. */
const BEGINNING: Statement["ranges"] = [
  { from: 85, text: "This is strong, steady work." },
  { from: 70, text: "This is good work; a little more care will lift it further." },
  { from: 0, text: "I would like us to talk about what would help." },
];

/** Words for ranges of the overall average, kept by name; each is a field that letters can have. */
export function StatementsSheet() {
  const { world, office } = useVine();
  const change = useChange();
  const statements = [...world.statements.values()].sort((a, b) => a.name.localeCompare(b.name, "en"));
  const [openId, setOpenId] = useState<string>();
  const open = statements.find(({ id }) => id === openId);
  const names = statements.filter(({ id }) => id !== openId).map(({ name }) => name);
  const add = async () => {
    const taken = new Set(statements.map(({ name }) => name));
    let name = "Statement";
    for (let number = 2; taken.has(name); number += 1) name = `Statement ${number}`;
    const statement: Statement = { id: office.around.newId(), name, ranges: BEGINNING };
    if (await change(adding("statements", [statement]), `“${name}” was added.`)) setOpenId(statement.id);
  };
  return (
    <section className="sheet" aria-labelledby="statements">
      <h2 id="statements">Statements by range</h2>
      <p className="small quiet">
        One sentence for high averages, another for low ones. Each is a field: a letter shows the words for the
        student’s overall average.
      </p>
      <ul className="lines">
        {statements.map((statement) => (
          <li key={statement.id}>
            <span className="line-main">
              {statement.name}
              <span className="quiet small"> {statement.ranges.map(({ from }) => `from ${from} %`).join(", ")}</span>
            </span>
            <Button
              size="sm"
              variant="outline-primary"
              aria-expanded={statement.id === openId}
              onClick={() => setOpenId(statement.id === openId ? undefined : statement.id)}
            >
              {statement.id === openId ? "Close" : "Change"}
              <span className="visually-hidden"> {statement.name}</span>
            </Button>
          </li>
        ))}
      </ul>
      {open && <StatementEditor key={open.id} statement={open} names={names} />}
      <Button size="sm" variant="outline-primary" onClick={add}>
        Add a statement
      </Button>
    </section>
  );
}

function StatementEditor({ statement, names }: { statement: Statement; names: readonly string[] }) {
  const change = useChange();
  const { base, draft, set: setDraft } = useDraftOf(statement);
  const setRange = (place: number, part: Partial<Statement["ranges"][number]>) =>
    setDraft({ ...draft, ranges: draft.ranges.map((range, at) => (at === place ? { ...range, ...part } : range)) });
  const problem = problemIn(draft, names);
  const keep = () => {
    const ranges = [...draft.ranges].sort((a, b) => b.from - a.from);
    setDraft({ ...draft, ranges });
    const next = { ...draft, name: draft.name.trim(), ranges };
    return change(updating("statements", base, next), `The statement “${draft.name}” was changed.`);
  };
  return (
    <Form
      className="d-grid gap-2 mb-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!problem) void keep();
      }}
    >
      <Form.Control
        size="sm"
        aria-label="Name of the statement"
        value={draft.name}
        onChange={(event) => setDraft({ ...draft, name: event.target.value })}
      />
      {draft.ranges.map((range, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a range is its place while it is typed
        <div key={place} className="d-flex gap-2 align-items-start">
          <Form.Control
            size="sm"
            type="number"
            min={0}
            step="any"
            style={{ width: "5rem" }}
            aria-label={`Range ${place + 1} begins at percent`}
            value={range.from}
            onChange={(event) => setRange(place, { from: Number(event.target.value) })}
          />
          <Form.Control
            size="sm"
            as="textarea"
            rows={3}
            aria-label={`Words from ${range.from} percent`}
            value={range.text}
            onChange={(event) => setRange(place, { text: event.target.value })}
          />
          <Button
            size="sm"
            variant="link"
            disabled={draft.ranges.length === 1}
            onClick={() => setDraft({ ...draft, ranges: draft.ranges.filter((_one, at) => at !== place) })}
          >
            ×<span className="visually-hidden"> range from {range.from} percent</span>
          </Button>
        </div>
      ))}
      {problem && <p className="small text-danger mb-0">{problem}</p>}
      <div className="d-flex gap-2">
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => setDraft({ ...draft, ranges: [...draft.ranges, { from: 0, text: "" }] })}
        >
          Add a range
        </Button>
        <Button size="sm" type="submit" disabled={problem !== ""}>
          Keep the statement
        </Button>
        <Button
          size="sm"
          variant="link"
          onClick={() =>
            change(
              { statements: { added: {}, updated: {}, removed: { [statement.id]: statement } } },
              `“${statement.name}” is gone. Letters that have it will say that the field has no value.`,
            )
          }
        >
          Delete
        </Button>
      </div>
    </Form>
  );
}

function problemIn(draft: Statement, names: readonly string[]): string {
  if (!draft.name.trim()) return "The statement needs a name.";
  if (names.includes(draft.name.trim())) return "There is one of this name already.";
  if (!statementSchema.safeParse(draft).success) return "Each range begins at a percent, 0 or above.";
  if (new Set(draft.ranges.map(({ from }) => from)).size < draft.ranges.length)
    return "Two ranges begin at the same percent.";
  return draft.ranges.some(({ text }) => !text.trim()) ? "Each range needs its words." : "";
}
