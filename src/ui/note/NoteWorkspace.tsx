"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Button, Form } from "react-bootstrap";
import type { Note } from "@/core/model/note";
import { saveNote } from "@/store/noteRepository";
import { Head } from "@/ui/frame/Head";
import { Skeleton } from "@/ui/shared/Skeleton";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useVine } from "@/ui/shared/VineContext";
import { LetterPart } from "./LetterPart";
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
  const saved = useSaved(note, initial);
  const editors = useLetterEditors(initial, change);
  const { selection, audience, leftOutRecipientIds } = note;
  const who = useMemo(() => ({ selection, audience, leftOutRecipientIds }), [selection, audience, leftOutRecipientIds]);
  const people = useAnswer((engine) => engine.people(who), [who]);
  const check = useAnswer((engine) => engine.check(note), [note]);
  const letter = useAnswer((engine) => engine.letter(who, shownKey), [who, shownKey]);
  if (!people || !check || !letter || !editors) return <Skeleton words="Opening the note" />;

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
            <span className="small" role="status">
              {saved ? "Saved" : "Saving …"}
            </span>
          </div>
        }
      />
      <div className="screen-body is-fixed">
        <div className="workspace">
          <WhoPart note={who} people={people} shown={letter.key} onChange={change} onShow={setShownKey} />
          <LetterPart editors={editors} people={people} letter={letter} onShow={setShownKey} />
          <SidePart
            note={note}
            editors={editors}
            check={check}
            letter={letter}
            onChange={change}
            onShow={setShownKey}
          />
        </div>
      </div>
      <footer className="foot">
        <p className="foot-sentence mb-0" role="status">
          <strong>{people.summary}</strong> {check.findingsSentence}
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
