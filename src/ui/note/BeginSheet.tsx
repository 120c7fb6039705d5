"use client";
import { useLiveQuery } from "dexie-react-hooks";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import { STARTERS, starterWords } from "@/core/letter/starterWords";
import { noteKindSchema } from "@/core/model/noteKind";
import type { Template } from "@/core/model/template";
import { keepTemplates, removeTemplate, templatesByName } from "@/store/templateRepository";
import { useVine } from "@/ui/shared/VineContext";
import { useCreateNote } from "./useCreateNote";
import { useLatestPiece } from "./useReadyMade";

/** The ways to begin a note: templates that were kept, then those that come along. */
export function BeginSheet() {
  const { database } = useVine();
  const templates = useLiveQuery(() => templatesByName(database), [database]) ?? [];
  const piece = useLatestPiece();
  const createNote = useCreateNote();
  return (
    <section className="sheet" aria-labelledby="begin">
      <h2 id="begin">Begin a note</h2>
      <ul className="lines">
        {templates.map((template) => (
          <TemplateLine key={template.id} template={template} />
        ))}
        {STARTERS.map((starter) => {
          const { name, about, kind } = starterWords(starter, piece);
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
  const { database } = useVine();
  const createNote = useCreateNote();
  const [draft, setDraft] = useState<Template>();
  const named = <span className="visually-hidden"> {template.name}</span>;
  const keep = (next: Template) => keepTemplates(database, [{ ...next, changedAt: Date.now() }]);
  const remove = async () => {
    await removeTemplate(database, template.id);
    toast(`The template “${template.name}” is gone. Notes that began with it stay.`, {
      action: { label: "Undo", onClick: () => void keepTemplates(database, [template]) },
    });
  };
  if (draft) {
    return (
      <li>
        <Form
          className="d-flex gap-2 flex-grow-1"
          onSubmit={(event) => {
            event.preventDefault();
            if (draft.name.trim()) void keep({ ...draft, name: draft.name.trim() }).then(() => setDraft(undefined));
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
          <Button
            size="sm"
            variant="link"
            onClick={() => keep({ ...template, id: crypto.randomUUID(), name: `${template.name}, copy` })}
          >
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
