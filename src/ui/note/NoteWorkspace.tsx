"use client";
import Link from "next/link";
import { useCallback, useMemo, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { instantOf } from "@/core/model/day";
import type { Note } from "@/core/model/note";
import { noteKindSchema } from "@/core/model/noteKind";
import type { NoteEditingState } from "@/office/changes/noteEditing";
import { Head } from "@/ui/frame/Head";
import { failureWords } from "@/ui/shared/failureWords";
import { Skeleton } from "@/ui/shared/Skeleton";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useVine } from "@/ui/shared/VineContext";
import type { CheckView, PeopleView } from "@/workers/engine/peopleView";
import type { LetterView } from "@/workers/engine/shownLetter";
import { KeepTemplate } from "./KeepTemplate";
import type { Folded } from "./letter/LetterBar";
import { LetterPart } from "./letter/LetterPart";
import { livePartsOf } from "./letter/livePartsOf";
import { useLetterEditors } from "./letter/useLetterEditors";
import { SidePart } from "./SidePart";
import { SendSheet } from "./send/SendSheet";
import { useNoteEditing } from "./useNoteEditing";
import { WhoPart } from "./who/WhoPart";

const NOON = 12;

/** One screen for a whole note: who, the letter, the tray and the findings, the sentence that says what would be sent. */
export function NoteWorkspace({ initial }: { initial: Note }) {
  const { today } = useVine();
  const editing = useNoteEditing(initial);
  const { note, keeping, clash, wordsFromElsewhere } = editing.state;
  const [shownKey, setShownKey] = useState<string>();
  const [sending, setSending] = useState(false);
  const change = editing.change;
  const [language, setLanguage] = useState(initial.language);
  const [folded, setFolded] = useState<Folded>({ who: false, side: false });
  const words = note.variants.find((one) => one.language === language) ?? note;
  const changeWords = useCallback(
    (part: Partial<LetterWordsOfNote>) =>
      change((known) =>
        language === known.language
          ? part
          : { variants: known.variants.map((one) => (one.language === language ? { ...one, ...part } : one)) },
      ),
    [change, language],
  );
  const { id, selection, audience, leftOutRecipientIds, recipientChoices, perFamily, onlyNew } = note;
  const who = useMemo(
    () => ({ id, selection, audience, leftOutRecipientIds, recipientChoices, perFamily, onlyNew }),
    [id, selection, audience, leftOutRecipientIds, recipientChoices, perFamily, onlyNew],
  );
  const people = useAnswer((engine) => engine.people(who), [who]);
  // Whatever the hour of writing is: of the hour at which it leaves the send sheet speaks.
  const check = useAnswer(
    async (engine) => ({ ...(await engine.check(note, instantOf(today, NOON))), of: note }),
    [who, today],
    [note],
  );
  const live = JSON.stringify(livePartsOf(words));
  const letter = useAnswer((engine) => engine.letter(who, JSON.parse(live), shownKey), [who, live, shownKey]);
  if (!people || !check || !letter) return <Skeleton words="Opening the note" />;

  return (
    <>
      <Head
        title="Note"
        about={
          <div className="head-tools">
            <Form.Control
              size="sm"
              aria-label="Name of this note"
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
            <KeepTemplate note={note} />
            <Link className="btn btn-link btn-sm text-nowrap" href={`/notes/${note.id}/plan`}>
              Plan …
            </Link>
            <KeepingWords keeping={keeping} />
          </div>
        }
      />
      <div className="screen-body is-fixed">
        {clash && <ClashBar onTheirs={editing.takeTheirs} onMine={editing.keepMine} />}
        <div className={`workspace ${folded.who ? "is-without-who" : ""} ${folded.side ? "is-without-side" : ""}`}>
          {!folded.who && (
            <WhoPart
              note={who}
              keptSelectionId={note.keptSelectionId}
              people={people}
              shown={letter.key}
              onChange={change}
              onShow={setShownKey}
            />
          )}
          <Writing
            // The editors are rebuilt for each language, and for words that come from elsewhere.
            key={`${words.language} ${wordsFromElsewhere}`}
            words={words}
            onWords={changeWords}
            note={note}
            people={people}
            check={check}
            letter={letter}
            onChange={change}
            onShow={setShownKey}
            onLanguage={setLanguage}
            folded={folded}
            onFold={setFolded}
          />
        </div>
      </div>
      <footer className="foot">
        <p className="foot-sentence mb-0" role="status" aria-busy={check.of !== note}>
          <strong>{people.summary}</strong> {check.findingsSentence} {check.languages}{" "}
          <FamiliesOnce people={people} perFamily={perFamily} onChange={change} />
        </p>
        <Button
          onClick={async () => (await editing.keepNow()) && setSending(true)}
          // What is sent is what is on the screen, and so what is kept.
          disabled={check.stops > 0 || clash !== undefined || typeof keeping === "object"}
        >
          {people.letters.length === 0
            ? "Send"
            : `Send ${people.letters.length} ${people.letters.length === 1 ? "letter" : "letters"} …`}
        </Button>
      </footer>
      {sending && <SendSheet note={note} people={people} check={check} onClose={() => setSending(false)} />}
    </>
  );
}

interface FamiliesOnceProps {
  readonly people: PeopleView;
  readonly perFamily: boolean;
  readonly onChange: (part: Partial<Note>) => void;
}

/** Says where one letter is about several children or classes, with the way to one for each. */
function FamiliesOnce({ people, perFamily, onChange }: FamiliesOnceProps) {
  if (!perFamily || !people.letters.some(({ matchKeys }) => matchKeys.length > 1)) return null;
  return (
    <>
      Each family gets one letter, about all its children and classes.{" "}
      <Button variant="link" className="p-0 align-baseline" onClick={() => onChange({ perFamily: false })}>
        One for each child and class
      </Button>
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
  readonly folded: Folded;
  readonly onFold: (folded: Folded) => void;
}

/** The letter in one language with what stands beside it. */
function Writing({ words, onWords, onLanguage, ...shared }: WritingProps) {
  const editors = useLetterEditors(words, onWords);
  if (!editors) return null;
  return (
    <>
      <LetterPart {...shared} editors={editors} language={words.language} onLanguage={onLanguage} />
      {!shared.folded.side && <SidePart {...shared} editors={editors} />}
    </>
  );
}

function KeepingWords({ keeping }: { keeping: NoteEditingState["keeping"] }) {
  if (typeof keeping === "object")
    return (
      <span className="small text-danger" role="alert">
        Not kept yet, and tried again:{" "}
        {typeof keeping.failed === "string" ? keeping.failed : failureWords(keeping.failed)}
      </span>
    );
  return (
    <span className="small" role="status">
      {keeping === "kept" ? "Kept" : "Keeping …"}
    </span>
  );
}

/** Two tabs changed the same part of the note: neither is lost before one of them was chosen. */
function ClashBar({ onTheirs, onMine }: { onTheirs: () => void; onMine: () => void }) {
  return (
    <div className="finding is-stop m-3" role="alert">
      This note was changed in another tab too, in the same place. What you see here is not kept yet.
      <div className="d-flex gap-2 mt-2">
        <Button size="sm" onClick={onMine}>
          Keep what is here
        </Button>
        <Button size="sm" variant="outline-primary" onClick={onTheirs}>
          Use what the other tab has
        </Button>
      </div>
    </div>
  );
}
