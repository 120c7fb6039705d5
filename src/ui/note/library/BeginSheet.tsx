"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { adding, removing, updating } from "@/core/change/change";
import { noteKindSchema } from "@/core/model/noteKind";
import type { Template } from "@/core/model/template";
import { STARTERS, starterWords } from "@/core/starters/starterWords";
import { useChange } from "@/ui/shared/useChange";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { useCreateNote } from "./useCreateNote";
import { useLatestAssignment } from "./useReadyMade";

/** The ways to begin a note: templates that were kept, then those that come along. */
export function BeginSheet() {
  const templates = useKept((read) => read.templatesByName(), []) ?? [];
  const assignment = useLatestAssignment();
  const createNote = useCreateNote();
  return (
    <section className="sheet" aria-labelledby="begin">
      <h2 id="begin">Begin a note</h2>
      <ul className="lines">
        {templates.map((template) => (
          <TemplateLine key={template.id} template={template} />
        ))}
        {STARTERS.map((starter) => {
          const { name, about, kind } = starterWords(starter, assignment);
          return (
            <li key={starter}>
              <div className="line-main">
                {name} <span className="quiet small">{kind}</span>
                <div className="quiet small">{about}</div>
              </div>
              <Button size="sm" variant="outline-primary" onClick={() => createNote(starter)}>
                Begin<span className="visually-hidden"> {name}</span>
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** A template that was kept: begin with it, rename it, say what kind it is, copy or delete it. */
function TemplateLine({ template }: { template: Template }) {
  const { office, now } = useVine();
  const change = useChange();
  const createNote = useCreateNote();
  const [draft, setDraft] = useState<Template>();
  const named = <span className="visually-hidden"> {template.name}</span>;
  const remove = () =>
    change(
      removing("templates", [template]),
      `The template “${template.name}” was deleted. Notes that began with it stay.`,
    );
  const copy = () => {
    const copied = { ...template, id: office.around.newId(), name: `${template.name}, copy`, changedAt: now() };
    return change(adding("templates", [copied]), `The template “${template.name}” was copied.`);
  };
  const rename = async (next: Template) => {
    const renamed = { ...next, name: next.name.trim(), changedAt: now() };
    if (await change(updating("templates", template, renamed), `The template “${renamed.name}” was changed.`))
      setDraft(undefined);
  };
  if (draft) {
    return (
      <li>
        <Form
          className="d-flex gap-2 flex-grow-1"
          onSubmit={(event) => {
            event.preventDefault();
            if (draft.name.trim()) void rename(draft);
          }}
        >
          <Form.Control
            size="sm"
            autoFocus
            aria-label="Name of the template"
            value={draft.name}
            onChange={(event) => setDraft({ ...draft, name: event.target.value })}
          />
          <Form.Select
            size="sm"
            className="w-auto"
            aria-label="Kind of the template"
            value={draft.kind}
            onChange={(event) => setDraft({ ...draft, kind: noteKindSchema.parse(event.target.value) })}
          >
            {noteKindSchema.options.map((kind) => (
              <option key={kind}>{kind}</option>
            ))}
          </Form.Select>
          <Button type="submit" size="sm" disabled={!draft.name.trim()}>
            Keep
          </Button>
        </Form>
      </li>
    );
  }
  return (
    <li>
      <div className="line-main">
        <strong>{template.name}</strong> <span className="quiet small">{template.kind}, yours</span>
        <div className="d-flex gap-3 small">
          <Button size="sm" variant="link" onClick={() => setDraft(template)}>
            Rename{named}
          </Button>
          <Button size="sm" variant="link" onClick={copy}>
            Copy{named}
          </Button>
          <Button size="sm" variant="link" onClick={remove}>
            Delete{named}
          </Button>
        </div>
      </div>
      <Button size="sm" variant="outline-primary" onClick={() => createNote(template)}>
        Begin{named}
      </Button>
    </li>
  );
}
