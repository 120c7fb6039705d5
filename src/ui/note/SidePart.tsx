"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";
import type { Guardian } from "@/core/model/guardian";
import type { Note } from "@/core/model/note";
import { AddressDialog } from "@/ui/families/AddressDialog";
import { KeysDialog, type KeyWords } from "@/ui/shared/KeysDialog";
import { useWindowKeys } from "@/ui/shared/useWindowKeys";
import { useVine } from "@/ui/shared/VineContext";
import type { CheckView, FindingView } from "@/workers/engine/noteView";
import type { LetterView } from "@/workers/engine/shownLetter";
import { ChosenField } from "./ChosenField";
import { EnclosuresPart } from "./EnclosuresPart";
import { FieldTray } from "./FieldTray";
import { SenderPart } from "./SenderPart";
import type { LetterEditors } from "./useLetterEditors";

interface SidePartProps {
  readonly note: Note;
  readonly editors: LetterEditors;
  readonly check: CheckView;
  readonly letter: LetterView;
  readonly onChange: (part: Partial<Note>) => void;
  readonly onShow: (letterKey: string) => void;
}

const NOTE_KEYS: readonly KeyWords[] = [
  ["Alt + Page Down, Alt + Page Up", "the next letter, the one before"],
  ["F8", "find a field to place; Enter places the first that is found, Escape goes back to the letter"],
  ["Ctrl + B, I, U", "bold, italics, underlined"],
  ["Ctrl + Z, Ctrl + Shift + Z", "undo, do again"],
  ["Left and right arrow", "onto a field, to set it: its settings are the next part of the screen"],
];

/** What can be placed in the letter, what the chosen field does, and what the check found. */
export function SidePart(props: SidePartProps) {
  const { editors, check, letter } = props;
  const [helping, setHelping] = useState(false);
  useWindowKeys(({ key, target }) => {
    if (key === "?" && !(target as HTMLElement).closest("input, textarea, [contenteditable=true]")) setHelping(true);
  });
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
      <Button size="sm" variant="link" className="text-start" onClick={() => setHelping(true)}>
        Keys of this screen
      </Button>
      {helping && <KeysDialog of="the note" keys={NOTE_KEYS} onClose={() => setHelping(false)} />}
      <EnclosuresPart note={props.note} onChange={props.onChange} />
      <SenderPart note={props.note} onChange={props.onChange} />
    </aside>
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
  const { recipientId, recipientIds = recipientId ? [recipientId] : [], letterKey } = finding.path;
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
        {recipientIds.length > 0 && (
          <Button
            size="sm"
            variant="link"
            onClick={() => onChange({ leftOutRecipientIds: [...note.leftOutRecipientIds, ...recipientIds] })}
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
