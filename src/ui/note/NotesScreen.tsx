"use client";
import { useLiveQuery } from "dexie-react-hooks";
import Link from "next/link";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import { STARTER_WORDS, STARTERS } from "@/core/letter/starterNotes";
import type { Note } from "@/core/model/note";
import { notesNewestFirst, removeNote, saveNote } from "@/store/noteRepository";
import { Head } from "@/ui/frame/Head";
import { formatMoment } from "@/ui/shared/moment";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useVine } from "@/ui/shared/VineContext";
import { useCreateNote } from "./useCreateNote";

/** All notes, and the ways to begin one. */
export function NotesScreen() {
  const { database } = useVine();
  const notes = useLiveQuery(() => notesNewestFirst(database), [database]);
  const createNote = useCreateNote();
  return (
    <>
      <Head title="Notes" about="A note is written once and finished for each family with their own figures." />
      <div className="screen-body">
        <div className="columns">
          <section className="sheet" aria-labelledby="notes">
            <h2 id="notes">Your notes</h2>
            {notes?.length === 0 && (
              <p className="quiet mt-2">
                Nothing yet. Begin one on the right; it is kept here, to be sent again next time.
              </p>
            )}
            <ul className="lines">
              {notes?.map((note) => (
                <NoteLine key={note.id} note={note} />
              ))}
            </ul>
          </section>
          <section className="sheet" aria-labelledby="begin">
            <h2 id="begin">Begin a note</h2>
            <ul className="lines">
              {STARTERS.map((starter) => (
                <li key={starter}>
                  <div className="line-main">
                    {STARTER_WORDS[starter].name}
                    <div className="quiet small">{STARTER_WORDS[starter].words}</div>
                  </div>
                  <Button size="sm" variant="outline-primary" onClick={() => createNote(starter)}>
                    Begin<span className="visually-hidden"> {STARTER_WORDS[starter].name}</span>
                  </Button>
                </li>
              ))}
            </ul>
          </section>
        </div>
      </div>
    </>
  );
}

function NoteLine({ note }: { note: Note }) {
  const { database } = useVine();
  const sentence = useAnswer((engine) => engine.sentence(note), [note]);
  const remove = async () => {
    await removeNote(database, note.id);
    toast(`“${note.name}” was deleted. Its rounds stay in the record.`, {
      action: { label: "Undo", onClick: () => void saveNote(database, note) },
    });
  };
  return (
    <li>
      <div className="line-main">
        <Link href={`/notes/${note.id}`}>{note.name || "Note without a name"}</Link>
        <div className="small" data-private>
          {sentence}
        </div>
        <div className="quiet small">Changed {formatMoment(note.changedAt)}</div>
      </div>
      <Button size="sm" variant="link" onClick={remove}>
        Delete<span className="visually-hidden"> {note.name}</span>
      </Button>
    </li>
  );
}
