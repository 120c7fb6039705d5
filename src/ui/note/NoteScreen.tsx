"use client";
import { useEffect, useState } from "react";
import type { Note } from "@/core/model/note";
import { NotHere } from "@/ui/frame/NotHere";
import { Skeleton } from "@/ui/shared/Skeleton";
import { useVine } from "@/ui/shared/VineContext";
import { NoteWorkspace } from "./NoteWorkspace";

/** Finds the note and opens its workspace. */
export function NoteScreen({ noteId }: { noteId: string }) {
  const { read } = useVine();
  const [note, setNote] = useState<Note | "not there">();
  useEffect(() => {
    void read.findNote(noteId).then((found) => setNote(found ?? "not there"));
  }, [read, noteId]);
  if (note === undefined) return <Skeleton words="Opening the note" />;
  if (note === "not there")
    return (
      <NotHere
        head="Note"
        title="This note is not here"
        words="It may have been deleted, or it was written in another browser. Choose Notes at the left for those that are here."
      />
    );
  return <NoteWorkspace key={note.id} initial={note} />;
}
