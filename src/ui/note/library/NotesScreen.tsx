"use client";
import Link from "next/link";
import { Button } from "react-bootstrap";
import { removing } from "@/core/change/change";
import type { Note } from "@/core/model/note";
import type { Plan } from "@/core/model/plan";
import { Head } from "@/ui/frame/Head";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useChange } from "@/ui/shared/useChange";
import { useKept } from "@/ui/shared/useKept";
import { AutomaticNoteSheet } from "./AutomaticNoteSheet";
import { BeginSheet } from "./BeginSheet";
import { SelectionsSheet } from "./SelectionsSheet";

/** All notes, and the ways to begin one. */
export function NotesScreen() {
  const notes = useKept((read) => read.notesNewestFirst(), []);
  const plans = useKept((read) => read.allPlans(), []) ?? [];
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
                  <NoteLine key={note.id} note={note} plan={plans.find(({ id }) => id === note.id)} />
                ))}
              </ul>
            </section>
            <SelectionsSheet />
          </div>
          <div className="d-grid gap-3 align-content-start">
            <AutomaticNoteSheet />
            <BeginSheet />
          </div>
        </div>
      </div>
    </>
  );
}

function NoteLine({ note, plan }: { note: Note; plan: Plan | undefined }) {
  const change = useChange();
  const sentence = useAnswer((engine) => engine.sentence(note), [note]);
  const remove = () =>
    change(
      { ...removing("notes", [note]), ...(plan && removing("plans", [plan])) },
      `The note “${note.name}” was deleted. Its rounds stay in the record.`,
    );
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
      <Link className="btn btn-link btn-sm" href={`/notes/${note.id}/plan`}>
        {plan ? "Its plan" : "Let it send itself …"}
        <span className="visually-hidden"> {note.name}</span>
      </Link>
      <Button size="sm" variant="link" onClick={remove}>
        Delete<span className="visually-hidden"> {note.name}</span>
      </Button>
    </li>
  );
}
