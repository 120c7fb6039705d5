"use client";
import { useMemo } from "react";
import { Button, Form } from "react-bootstrap";
import { changedRows } from "@/core/change/change";
import { addDays } from "@/core/model/day";
import { EXAMPLE_TERMS, termsOfExample } from "@/core/model/exampleTerms";
import { type Term, termSchema } from "@/core/model/term";
import { useChange } from "@/ui/shared/useChange";
import { useDraftOf } from "@/ui/shared/useDraftOf";
import { useVine } from "@/ui/shared/VineContext";

/** The terms with their dates. An assignment belongs to the term that it names, whatever the dates. */
export function TermsSheet() {
  const { world, today, office } = useVine();
  const change = useChange();
  const terms = useMemo(() => [...world.terms.values()].sort((a, b) => a.from.localeCompare(b.from)), [world.terms]);
  const { base, draft, set: setDraft } = useDraftOf<readonly Term[]>(terms);
  const used = new Set([...world.assignments.values()].map(({ termId }) => termId));
  const set = (id: string, part: Partial<Term>) =>
    setDraft(draft.map((term) => (term.id === id ? { ...term, ...part } : term)));
  const problem = problemIn(draft);
  const keep = () => change({ terms: changedRows<"terms">(base, draft) }, "The terms were changed.");
  const add = () => {
    const last = draft.at(-1);
    const from = last ? addDays(last.to, 1) : today;
    const id = office.around.newId();
    setDraft([...draft, { id, name: "New term", from, to: addDays(from, 90) }]);
  };
  return (
    <Form
      className="sheet d-grid gap-2"
      aria-labelledby="terms"
      onSubmit={(event) => {
        event.preventDefault();
        if (!problem) void keep();
      }}
    >
      <h2 id="terms">Terms</h2>
      {draft.map((term) => (
        <div key={term.id} className="d-flex flex-wrap gap-2 align-items-center">
          <Form.Control
            size="sm"
            style={{ width: "9rem" }}
            aria-label={`Name of ${term.name}`}
            value={term.name}
            onChange={(event) => set(term.id, { name: event.target.value })}
          />
          <Form.Control
            size="sm"
            type="date"
            className="w-auto"
            aria-label={`First day of ${term.name}`}
            value={term.from}
            onChange={(event) => set(term.id, { from: event.target.value })}
          />
          <Form.Control
            size="sm"
            type="date"
            className="w-auto"
            aria-label={`Last day of ${term.name}`}
            value={term.to}
            onChange={(event) => set(term.id, { to: event.target.value })}
          />
          <Button
            size="sm"
            variant="link"
            disabled={used.has(term.id)}
            title={used.has(term.id) ? "There is work in this term" : undefined}
            onClick={() => setDraft(draft.filter(({ id }) => id !== term.id))}
          >
            ×<span className="visually-hidden"> {term.name}</span>
          </Button>
        </div>
      ))}
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label="Part the year as an example does"
        value=""
        onChange={(event) => {
          const example = EXAMPLE_TERMS.find(({ name }) => name === event.target.value);
          if (!example) return;
          const kept = draft.filter((term, place) => place < example.terms.length || used.has(term.id));
          setDraft(termsOfExample(example, kept, today, () => crypto.randomUUID()));
        }}
      >
        <option value="" disabled>
          Part the year as an example does …
        </option>
        {EXAMPLE_TERMS.map(({ name }) => (
          <option key={name}>{name}</option>
        ))}
      </Form.Select>
      {problem && <p className="small text-danger mb-0">{problem}</p>}
      <div className="d-flex gap-2">
        <Button size="sm" variant="outline-primary" onClick={add}>
          Add a term
        </Button>
        <Button size="sm" type="submit" disabled={problem !== ""}>
          Keep the terms
        </Button>
      </div>
    </Form>
  );
}

function problemIn(terms: readonly Term[]): string {
  for (const [place, term] of terms.entries()) {
    if (!termSchema.safeParse(term).success || !term.name.trim()) return "Each term needs a name and two dates.";
    if (term.from > term.to) return `${term.name} ends before it begins.`;
    const before = terms[place - 1];
    if (before && before.to >= term.from) return `${term.name} begins before ${before.name} ends.`;
  }
  return "";
}
