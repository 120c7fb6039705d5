import { keysOf } from "@/core/change/change";
import { isTouched, touchedClasses } from "@/core/delivery/plans/touches";
import type { ScheduledRound } from "@/core/delivery/scheduledRound";
import type { SelectionPart } from "@/core/model/condition";
import type { Note } from "@/core/model/note";
import { findNotes } from "@/store/findNote";
import { allPlans } from "@/store/runRepository";
import { markOutdated, scheduledRounds } from "@/store/scheduledRounds";
import { NobodyAnswers, Refusal } from "../open/ask";
import type { OfficeCore } from "../open/officeCore";
import type { Touch } from "../open/touch";
import { sendOutbox } from "./outbox";

/** From here on an answer says that the server failed, and not what was asked; by HTTP. */
const SERVER_FAILED = 500;

type Office_ = Pick<OfficeCore, "around" | "database" | "world">;

/**
 * Marks every scheduled round that something touches as outdated, here and with the post room, before it happens: none of them
 * leaves until it is rebuilt. Where nobody answers it is kept and told as soon as somebody does. Gives the number of the
 * change of the data.
 */
export async function outdateTouched(office: Office_, touch: Touch): Promise<number> {
  const { database } = office;
  const isOfData = touch.change !== undefined;
  const scheduled = (await scheduledRounds(database)).filter(({ state }) => state !== "frozen");
  if (scheduled.length === 0) return markAndTell(office, [], isOfData);
  const notes = await notesOf(office, scheduled);
  const classes =
    touch.change === undefined
      ? new Set<string>()
      : touch.change === "any"
        ? "all"
        : touchedClasses(touch.change, office.world);
  const changedNotes = new Set(
    touch.change === undefined || touch.change === "any"
      ? []
      : [...keysOf(touch.change.notes), ...keysOf(touch.change.plans)],
  );
  const digests = new Set(
    touch.isGathered ? (await allPlans(database)).flatMap(({ id, digest }) => (digest ? [id] : [])) : [],
  );
  const ids = scheduled.flatMap((one) => {
    const note = notes.get(one.id);
    const noteId = one.planId ?? note?.id ?? "";
    // What a round itself says counts for nothing in its making.
    const others = (touch.writtenOf ?? []).filter(({ roundId }) => roundId !== one.id);
    const isHit =
      touch.change === "any" ||
      !note ||
      isTouched(note.selection, classes) ||
      (one.planId !== undefined && (changedNotes.has(one.planId) || digests.has(one.planId))) ||
      others.some((other) => other.noteId === noteId) ||
      (others.length > 0 && asksWhatWasWritten(note));
    return isHit ? [one.id] : [];
  });
  return markAndTell(office, ids, isOfData);
}

/** Marks some scheduled rounds as outdated, here and with the post room. Gives the number of the change of the data. */
export async function markAndTell(
  office: Pick<OfficeCore, "around" | "database">,
  ids: readonly string[],
  isOfData = false,
): Promise<number> {
  const number = await markOutdated(office.database, ids, isOfData);
  if (ids.length === 0) return number;
  try {
    await sendOutbox(office, "outdated");
  } catch (cause) {
    // It waits to be told again.
    const isDown = cause instanceof Refusal && cause.status >= SERVER_FAILED;
    if (!isDown && !(cause instanceof NobodyAnswers)) throw cause;
  }
  return number;
}

/** The note that each scheduled round is made from. */
async function notesOf({ database }: Office_, scheduled: readonly ScheduledRound[]): Promise<Map<string, Note>> {
  const planIds = scheduled.flatMap(({ planId = [] }) => planId);
  const byId = await findNotes(database, planIds);
  return new Map(
    scheduled.flatMap(({ id, planId, note }): [string, Note][] => {
      const own = note ?? byId.get(planId ?? "");
      return own ? [[id, own]] : [];
    }),
  );
}

/** Whether a selection asks what was written before. */
function asksWhatWasWritten({ selection, onlyNew }: Note): boolean {
  const parts = (selection.conditions as readonly SelectionPart[]).flatMap((part) =>
    part.kind === "group" ? part.conditions : [part],
  );
  return onlyNew === true || parts.some(({ kind }) => kind === "written" || kind === "last note" || kind === "change");
}
