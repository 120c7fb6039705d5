"use client";
import { useLiveQuery } from "dexie-react-hooks";
import Link from "next/link";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import type { Note } from "@/core/model/note";
import { notesNewestFirst, removeNote, saveNote } from "@/store/noteRepository";
import { Head } from "@/ui/frame/Head";
import { formatMoment } from "@/ui/shared/moment";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useVine } from "@/ui/shared/VineContext";
import { BeginSheet } from "./BeginSheet";
import { SelectionsSheet } from "./SelectionsSheet";

/** All notes, and the ways to begin one. */
export function NotesScreen() {
  const { database } = useVine();
  const notes = useLiveQuery(() => notesNewestFirst(database), [database]);
  return (
    <>
      <Head title="Notes" about="A note is written once and finished for each family with their own figures." />
      <div className="screen-body">
        <div className="columns">
          <div className="d-grid gap-3 align-content-start">
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
            <SelectionsSheet />
          </div>
          <BeginSheet />
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
        <div className="quiet small">
          {note.kind}, changed {formatMoment(note.changedAt)}
        </div>
      </div>
      <Button size="sm" variant="link" onClick={remove}>
        Delete<span className="visually-hidden"> {note.name}</span>
      </Button>
    </li>
  );
}
