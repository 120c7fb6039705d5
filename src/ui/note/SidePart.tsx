"use client";
import type { Editor } from "@tiptap/react";
import { useEditorState } from "@tiptap/react";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import type { Guardian } from "@/core/model/guardian";
import type { Note } from "@/core/model/note";
import { AddressDialog } from "@/ui/families/AddressDialog";
import { useVine } from "@/ui/shared/VineContext";
import type { LetterView } from "@/workers/engine/letterView";
import type { CheckView, FindingView } from "@/workers/engine/noteView";
import type { LetterEditors } from "./useLetterEditors";

interface SidePartProps {
  readonly note: Note;
  readonly editors: LetterEditors;
  readonly check: CheckView;
  readonly letter: LetterView;
  readonly onChange: (part: Partial<Note>) => void;
  readonly onShow: (letterKey: string) => void;
}

/** What can be placed in the letter, what the chosen field does, and what the check found. */
export function SidePart(props: SidePartProps) {
  const { editors, check, letter } = props;
  return (
    <aside className="workspace-part" aria-label="Fields and findings">
      <ChosenField editor={editors.subject} letter={letter} />
      <ChosenField editor={editors.body} letter={letter} />
      {check.findings.length > 0 && (
        <div className="d-grid gap-2" role="status" aria-label="Findings">
          <h2>Before it can go</h2>
          {check.findings.map((finding) => (
            <FindingCard key={finding.id} finding={finding} {...props} />
          ))}
        </div>
      )}
      <FieldTray editors={editors} letter={letter} />
    </aside>
  );
}

function FieldTray({ editors, letter }: Pick<SidePartProps, "editors" | "letter">) {
  const place = (field: string) => {
    editors
      .lastUsed()
      .chain()
      .focus()
      .insertContent({ type: "field", attrs: { field, fallback: "" } })
      .run();
  };
  const placeBlock = (type: "averagesTable" | "missingWork") =>
    editors.body.chain().focus().insertContent({ type }).run();
  const groups = [...new Set(letter.fields.map(({ group }) => group))];
  return (
    <div>
      <h2>Place in the letter</h2>
      {groups.map((group) => (
        <div key={group} className="mt-2">
          <div className="quiet small">{group}</div>
          <ul className="tray">
            {letter.fields
              .filter((field) => field.group === group)
              .map(({ id, label, value }) => (
                <li key={id}>
                  <button type="button" onClick={() => place(id)}>
                    {label}
                    <span className="tray-value" data-private>
                      {value || "no value"}
                    </span>
                  </button>
                </li>
              ))}
          </ul>
        </div>
      ))}
      <div className="quiet small mt-2">Blocks</div>
      <ul className="tray">
        <li>
          <button type="button" onClick={() => placeBlock("averagesTable")}>
            Table of averages
          </button>
        </li>
        <li>
          <button type="button" onClick={() => placeBlock("missingWork")}>
            List of missing work
          </button>
        </li>
      </ul>
    </div>
  );
}

/** The field or block that is chosen in an editor: what stands in when there is no value. */
function ChosenField({ editor, letter }: { editor: Editor; letter: LetterView }) {
  const chosen = useEditorState({
    editor,
    selector: ({ editor: current }) => {
      const { selection } = current.state;
      const node =
        "node" in selection ? (selection.node as { type: { name: string }; attrs: Record<string, string> }) : undefined;
      return node && { type: node.type.name, attrs: node.attrs };
    },
  });
  if (chosen?.type !== "field" && chosen?.type !== "missingWork") return null;
  const isField = chosen.type === "field";
  const attribute = isField ? "fallback" : "whenNothing";
  const label = isField
    ? (letter.fields.find(({ id }) => id === chosen.attrs.field)?.label ?? "Field")
    : "List of missing work";
  return (
    <div className="sheet">
      <h2>{label}</h2>
      <Form.Group controlId="stands-in" className="mt-2">
        <Form.Label className="small mb-1">
          {isField ? "When there is no value, write" : "When nothing is missing, write"}
        </Form.Label>
        <Form.Control
          size="sm"
          value={chosen.attrs[attribute] ?? ""}
          onChange={(event) => editor.commands.updateAttributes(chosen.type, { [attribute]: event.target.value })}
        />
      </Form.Group>
      <Button size="sm" variant="link" className="mt-1" onClick={() => editor.chain().focus().deleteSelection().run()}>
        Take it out
      </Button>
    </div>
  );
}

function FindingCard({
  finding: { finding, title, mend },
  note,
  onChange,
  onShow,
}: { finding: FindingView } & SidePartProps) {
  const { world } = useVine();
  const [mending, setMending] = useState<Guardian>();
  const { recipientId, letterKey } = finding.path;
  const guardian = recipientId ? world.guardians.get(recipientId) : undefined;
  return (
    <div className={`finding ${finding.severity === "stop" ? "is-stop" : ""}`}>
      <div className="small fw-bold">{finding.severity === "stop" ? "Stop" : "Caution"}</div>
      <div data-private>{title}</div>
      <div className="quiet small">{mend}</div>
      <div className="d-flex flex-wrap gap-2 mt-1">
        {guardian && (
          <Button size="sm" variant="link" onClick={() => setMending(guardian)}>
            Mend the address
          </Button>
        )}
        {recipientId && (
          <Button
            size="sm"
            variant="link"
            onClick={() => onChange({ leftOutRecipientIds: [...note.leftOutRecipientIds, recipientId] })}
          >
            Leave out
          </Button>
        )}
        {letterKey && (
          <Button size="sm" variant="link" onClick={() => onShow(letterKey)}>
            Show the letter
          </Button>
        )}
      </div>
      {mending && <AddressDialog guardian={mending} onClose={() => setMending(undefined)} />}
    </div>
  );
}
