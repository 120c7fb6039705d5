import "fake-indexeddb/auto";
import { adding, updating } from "@/core/change/change";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import type { Note } from "@/core/model/note";
import { startNote } from "@/core/starters/startNote";
import type { Office } from "../office";

export const ABOUT = { words: "Changed.", screen: "Families" };
export const NOW = { seenCautions: [], at: undefined, copy: false, together: false };

/** A note about the last students of one class, who make few letters. */
export async function noteTo(office: Office, id: string, students: number): Promise<Note> {
  const [schoolClass] = office.world.classes.values();
  if (!schoolClass) throw new Error("The demo school has no class.");
  const begun = startNote("progress", { id, now: 1, period: "winter" });
  const chosen = schoolClass.studentIds.slice(0, students);
  const note: Note = {
    ...begun,
    selection: { ...begun.selection, classIds: [schoolClass.id], conditions: [{ kind: "chosen", studentIds: chosen }] },
  };
  await office.commit(adding("notes", [note]), ABOUT);
  return note;
}

export const chosenOf = ({ selection: { conditions } }: Note) =>
  conditions.flatMap((condition) => (condition.kind === "chosen" ? condition.studentIds : []));

/** Guardians to whom nothing can go: the demo school has some, and they stop a note. */
export function unreachable({ world }: Office): string[] {
  return [...world.guardians.values()].flatMap(({ id, addresses: [address = ""] }) =>
    isGoodAddress(address) ? [] : [id],
  );
}

export async function seen(office: Office, note: Note): Promise<string[]> {
  return (await office.engine.check(note, office.now())).findings.map(({ id }) => id);
}

export async function noTimeToTakeBack(office: Office): Promise<void> {
  const [settings] = office.world.settings.values();
  if (settings) await office.commit(updating("settings", settings, { ...settings, takeBackSeconds: 0 }), ABOUT);
}

export async function settled(office: Office, roundId: string): Promise<string[]> {
  for (;;) {
    const states = (await office.read.lettersOfRound(roundId)).map(({ state }) => state);
    if (states.every((state) => ["accepted", "refused", "returned", "withdrawn"].includes(state))) return states;
    await office.around.pause(5);
  }
}

export async function until({ around }: Office, holds: () => Promise<boolean>): Promise<void> {
  while (!(await holds())) await around.pause(5);
}
