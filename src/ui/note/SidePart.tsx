"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";
import type { Note } from "@/core/model/note";
import { KeysDialog, type KeyWords } from "@/ui/shared/KeysDialog";
import { useWindowKeys } from "@/ui/shared/useWindowKeys";
import type { CheckView } from "@/workers/engine/peopleView";
import type { LetterView } from "@/workers/engine/shownLetter";
import { Findings } from "./check/Findings";
import { EnclosuresPart } from "./letter/EnclosuresPart";
import { FieldTray } from "./letter/FieldTray";
import { SenderPart } from "./letter/SenderPart";
import type { LetterEditors } from "./letter/useLetterEditors";

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
  ["Left and right arrow", "onto a field, to set it: Tab goes to its settings, which stand below it"],
];

/** What the check found, and what can be placed in the letter. */
export function SidePart(props: SidePartProps) {
  const { editors, check, letter } = props;
  const [helping, setHelping] = useState(false);
  useWindowKeys(({ key, target }) => {
    if (key === "?" && !(target as HTMLElement).closest("input, textarea, [contenteditable=true]")) setHelping(true);
  });
  return (
    <aside className="workspace-part" aria-label="Fields and findings">
      <Findings check={check} note={props.note} onChange={props.onChange} onShow={props.onShow} />
      <FieldTray editors={editors} letter={letter} />
      <Button size="sm" variant="link" className="text-start" onClick={() => setHelping(true)}>
        Keys of this screen
      </Button>
      {helping && <KeysDialog of="the note" keys={NOTE_KEYS} onClose={() => setHelping(false)} />}
      <EnclosuresPart note={props.note} letterKey={letter.key} onChange={props.onChange} />
      <SenderPart note={props.note} onChange={props.onChange} />
    </aside>
  );
}
