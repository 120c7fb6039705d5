"use client";
import { EditorContent } from "@tiptap/react";
import { useRef, useState } from "react";
import { isRightToLeft } from "@/core/language/languageTag";
import { letterBodySchema } from "@/core/model/letterBody";
import type { Note } from "@/core/model/note";
import { counted } from "@/core/words";
import { LetterHeadView } from "@/ui/shared/LetterHeadView";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useWindowKeys } from "@/ui/shared/useWindowKeys";
import type { PeopleView } from "@/workers/engine/peopleView";
import type { LetterView } from "@/workers/engine/shownLetter";
import { ChosenField } from "./ChosenField";
import { LETTER_EXTENSIONS } from "./editorExtensions";
import { FIND_FIELD_ID } from "./FieldTray";
import { FinishedLetter } from "./FinishedLetter";
import { LanguageLine } from "./LanguageLine";
import { type Folded, LetterBar, type Look } from "./LetterBar";
import { LetterTools } from "./LetterTools";
import { ShownLetterContext } from "./LiveBlock";
import type { LetterEditors } from "./useLetterEditors";
import { WrittenElsewhere } from "./WrittenElsewhere";

interface LetterPartProps {
  readonly note: Note;
  readonly editors: LetterEditors;
  readonly people: PeopleView;
  readonly letter: LetterView;
  readonly onShow: (letterKey: string) => void;
  /** The language of the words that are written. */
  readonly language: string;
  readonly onLanguage: (language: string) => void;
  readonly onChange: (part: Partial<Note>) => void;
  readonly folded: Folded;
  readonly onFold: (folded: Folded) => void;
}

/** The letter as the family will see it, with the values of the student now shown. */
export function LetterPart(props: LetterPartProps) {
  const { note, editors, people, letter, onShow, language, onLanguage, onChange, folded, onFold } = props;
  const [look, setLook] = useState<Look>("writing");
  const paper = useRef<HTMLDivElement>(null);
  const step = (by: number) => {
    const next = people.letters[letter.place + by];
    if (next) onShow(next.key);
  };
  // From wherever in the workspace: who, the letter, the fields.
  useWindowKeys((event) => {
    if (event.key === "F8") document.getElementById(FIND_FIELD_ID)?.focus();
    if (!event.altKey || (event.key !== "PageDown" && event.key !== "PageUp")) return;
    event.preventDefault();
    step(event.key === "PageDown" ? 1 : -1);
  });
  return (
    <section className="workspace-part is-letter" aria-label="Letter">
      <div className="letter-bars">
        <LetterBar {...{ note, people, letter, look, onShow, step, folded, onFold }} onLook={setLook} />
        <LanguageLine note={note} letter={letter} language={language} onLanguage={onLanguage} onChange={onChange} />
        {look === "writing" && (
          <LetterTools body={editors.body}>
            <WrittenElsewhere
              editor={editors.body}
              extensions={LETTER_EXTENSIONS}
              schema={letterBodySchema}
              letter={letter}
              into="letter"
            />
          </LetterTools>
        )}
      </div>
      {look === "writing" ? (
        <>
          <ShownLetterContext value={letter}>
            <div ref={paper} className="letter-paper" lang={language} dir={isRightToLeft(language) ? "rtl" : undefined}>
              <LetterHeadView />
              <EditorContent className="letter-subject letter-editor" editor={editors.subject} />
              <EditorContent className="letter-body letter-editor" editor={editors.body} />
              <ChosenField editor={editors.subject} letter={letter} within={paper} />
              <ChosenField editor={editors.body} letter={letter} within={paper} />
            </div>
          </ShownLetterContext>
          <LetterReading note={note} letterKey={letter.key} />
        </>
      ) : (
        <FinishedLetter note={note} letterKey={letter.key} look={look} />
      )}
    </section>
  );
}

/** How long the letter is and how easily it reads, as this family gets it. */
function LetterReading({ note, letterKey }: { note: Note; letterKey: string | undefined }) {
  const reading = useAnswer(
    async (engine) => (letterKey === undefined ? undefined : engine.reading(note, letterKey)),
    [letterKey],
    [note],
  );
  if (!reading) return null;
  return (
    <p className="quiet small mb-0">
      {counted(reading.words, "word")}
      {reading.ease !== undefined && `, Flesch reading ease ${reading.ease}: ${reading.level}`}
    </p>
  );
}
