import { type Note, noteSchema } from "@/core/model/note";
import type { VineDatabase } from "./vineDatabase";

/** A note by its id, or none when it is not there or can't be read any more. */
export async function findNote(database: VineDatabase, id: string): Promise<Note | undefined> {
  return noteSchema.safeParse(await database.notes.get(id)).data;
}

/** All notes, the last changed first. */
export function notesNewestFirst(database: VineDatabase): Promise<Note[]> {
  return database.notes.orderBy("changedAt").reverse().toArray();
}

/** Notes by id; those that are not here are left out. */
export async function findNotes(database: VineDatabase, ids: readonly string[]): Promise<Map<string, Note>> {
  const notes = await database.notes.bulkGet([...ids]);
  return new Map(notes.flatMap((note) => (note ? [[note.id, note]] : [])));
}
