"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import type { Note } from "@/core/model/note";
import { noteKindSchema } from "@/core/model/noteKind";
import { noteWordsSchema } from "@/core/model/template";
import { saveNote } from "@/store/noteRepository";
import { keepTemplates } from "@/store/templateRepository";
import { Head } from "@/ui/frame/Head";
import { Skeleton } from "@/ui/shared/Skeleton";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useVine } from "@/ui/shared/VineContext";
import type { CheckView, PeopleView } from "@/workers/engine/noteView";
import type { LetterView } from "@/workers/engine/shownLetter";
import { LetterPart } from "./LetterPart";
import { livePartsOf } from "./livePartsOf";
import { SendSheet } from "./SendSheet";
import { SidePart } from "./SidePart";
import { useLetterEditors } from "./useLetterEditors";
import { WhoPart } from "./WhoPart";

const SAVE_AFTER_MS = 400;

/** One screen for a whole note: who, the letter, the tray and the findings, the sentence that says what would be sent. */
export function NoteWorkspace({ initial }: { initial: Note }) {
  const [note, setNote] = useState(initial);
  const [shownKey, setShownKey] = useState<string>();
  const [sending, setSending] = useState(false);
  const change = useCallback(
    (part: Partial<Note>) => setNote((now) => ({ ...now, ...part, changedAt: Date.now() })),
    [],
  );
  const { database, now } = useVine();
  const saved = useSaved(note, initial);
  const [editing, setEditing] = useState(initial.language);
  const words = note.variants.find(({ language }) => language === editing) ?? note;
  const changeWords = useCallback(
    (part: Partial<LetterWordsOfNote>) =>
      setNote((now) => ({
        ...now,
        ...(editing === now.language
          ? part
          : { variants: now.variants.map((one) => (one.language === editing ? { ...one, ...part } : one)) }),
        changedAt: Date.now(),
      })),
    [editing],
  );
  const { id, selection, audience, leftOutRecipientIds, recipientChoices, perFamily, onlyNew } = note;
  const who = useMemo(
    () => ({ id, selection, audience, leftOutRecipientIds, recipientChoices, perFamily, onlyNew }),
    [id, selection, audience, leftOutRecipientIds, recipientChoices, perFamily, onlyNew],
  );
  const people = useAnswer((engine) => engine.people(who), [who]);
  const check = useAnswer((engine) => engine.check(note, now()), [note]);
  const live = JSON.stringify(livePartsOf(words));
  const letter = useAnswer((engine) => engine.letter(who, JSON.parse(live), shownKey), [who, live, shownKey]);
  const keepAsTemplate = async () => {
    const { match, conditions } = note.selection;
    const words = noteWordsSchema.parse({ ...note, match, conditions });
    await keepTemplates(database, [{ ...words, id: crypto.randomUUID(), changedAt: Date.now() }]);
    toast(`“${note.name}” is kept as a template. Begin with it under Notes.`);
  };
  if (!people || !check || !letter) return <Skeleton words="Opening the note" />;

  return (
    <>
      <Head
        title="Note"
        about={
          <div className="d-flex gap-3 align-items-center">
            <Form.Control
              size="sm"
              aria-label="Name of this note"
              style={{ maxWidth: "20rem" }}
              value={note.name}
              onChange={(event) => change({ name: event.target.value })}
            />
            <Form.Select
              size="sm"
              className="w-auto"
              aria-label="Kind of note"
              title="What the note has to say. A selection can ask for it later, so that nobody hears only concern."
              value={note.kind}
              onChange={(event) => change({ kind: noteKindSchema.parse(event.target.value) })}
            >
              {noteKindSchema.options.map((kind) => (
                <option key={kind}>{kind}</option>
              ))}
            </Form.Select>
            <Button size="sm" variant="link" className="text-nowrap" onClick={keepAsTemplate}>
              Keep as a template
            </Button>
            <span className="small" role="status">
              {saved ? "Saved" : "Saving …"}
            </span>
          </div>
        }
      />
      <div className="screen-body is-fixed">
        <div className="workspace">
          <WhoPart
            note={who}
            keptSelectionId={note.keptSelectionId}
            people={people}
            shown={letter.key}
            onChange={change}
            onShow={setShownKey}
          />
          <Writing
            // The editors are made anew for each language.
            key={words.language}
            words={words}
            onWords={changeWords}
            note={note}
            people={people}
            check={check}
            letter={letter}
            onChange={change}
            onShow={setShownKey}
            onLanguage={setEditing}
          />
        </div>
      </div>
      <footer className="foot">
        <p className="foot-sentence mb-0" role="status">
          <strong>{people.summary}</strong> {check.findingsSentence} {check.languages}
        </p>
        <Button onClick={() => setSending(true)} disabled={check.stops > 0}>
          {people.letters.length === 0
            ? "Send"
            : `Send ${people.letters.length} ${people.letters.length === 1 ? "letter" : "letters"} …`}
        </Button>
      </footer>
      {sending && <SendSheet note={note} people={people} check={check} onClose={() => setSending(false)} />}
    </>
  );
}

type LetterWordsOfNote = Pick<Note, "subject" | "body">;

interface WritingProps {
  readonly words: LetterWordsOfNote & Pick<Note, "language">;
  readonly onWords: (part: Partial<LetterWordsOfNote>) => void;
  readonly note: Note;
  readonly people: PeopleView;
  readonly check: CheckView;
  readonly letter: LetterView;
  readonly onChange: (part: Partial<Note>) => void;
  readonly onShow: (letterKey: string) => void;
  readonly onLanguage: (language: string) => void;
}

/** The letter in one language with what stands beside it. */
function Writing({ words, onWords, onLanguage, ...shared }: WritingProps) {
  const editors = useLetterEditors(words, onWords);
  if (!editors) return null;
  return (
    <>
      <LetterPart {...shared} editors={editors} language={words.language} onLanguage={onLanguage} />
      <SidePart {...shared} editors={editors} />
    </>
  );
}

/** Keeps the note a moment after each change, and at once when the screen is left; says whether all is kept. */
function useSaved(note: Note, initial: Note): boolean {
  const { database } = useVine();
  const [kept, setKept] = useState(initial);
  const latest = useRef({ note, kept });
  latest.current = { note, kept };
  useEffect(() => {
    if (note === kept) return;
    const timer = setTimeout(() => void saveNote(database, note).then(() => setKept(note)), SAVE_AFTER_MS);
    return () => clearTimeout(timer);
  }, [database, note, kept]);
  useEffect(() => {
    const keepNow = () => {
      if (latest.current.note !== latest.current.kept) void saveNote(database, latest.current.note);
    };
    window.addEventListener("pagehide", keepNow);
    return () => {
      window.removeEventListener("pagehide", keepNow);
      keepNow();
    };
  }, [database]);
  return note === kept;
}
