import type { FiguresIndex } from "../../figures/figuresIndex";
import { newEntries } from "../../figures/newEntries";
import { dayOfInstant, daysBetween } from "../../model/day";
import type { DigestFrequency } from "../../model/guardian";
import { selectedKey } from "../../model/keptSelection";
import type { Repetition } from "../../model/plan";
import { hadIt, lastLetterTo, mailboxKey, marksOf, namesOf } from "../../model/whoHadIt";
import type { Match, RecipientRule } from "../../selection/planNote";
import type { Recipient } from "../../selection/recipient";
import { namesAssignments, withoutAssignments } from "../../selection/withoutAssignments";
import { contentFingerprint } from "./contentFingerprint";

/** What a run of an automatic note asks for, beside the note itself. Moments in ms since the epoch. */
export interface RunAsked {
  readonly noteId: string;
  /** When it comes due. */
  readonly at: number;
  /** The round that it is rebuilt for: that one counts for nothing. */
  readonly roundId?: string | undefined;
  readonly repeat: Repetition;
  /** Who fitted when the plan was turned on, by `selectedKey`. */
  readonly baseline: readonly string[];
  /** When it certainly ended for whom, by `selectedKey`. */
  readonly ended: Readonly<Record<string, number>>;
  /** Of a plan that waits for what comes in: since when it is on. */
  readonly newSince?: number | undefined;
  /** Within so many days a guardian gets one letter of all automatic notes. */
  readonly quietDays?: number | undefined;
  readonly digest?: DigestFrequency | undefined;
}

/**
 * Who gets a letter of a run, and about what. What was written counts as the index knows it: letters that left or are about
 * to, and no others.
 */
export function runRule(index: FiguresIndex, run: RunAsked): RecipientRule {
  const quietUntil = run.quietDays === undefined || run.digest ? undefined : lastAutomaticNote(index, run);
  /** Who gets a letter of this very run already, themselves and by mailbox: the quiet rule counts it too. */
  const taken = new Set<string>();
  const saids = new Map<string, string>();
  const said = (match: Match) => {
    const key = selectedKey(match);
    const known = saids.get(key) ?? contentFingerprint(index, match);
    saids.set(key, known);
    return known;
  };
  const baseline = new Set(run.baseline);
  return (match, recipient) => {
    if (run.digest && index.world.guardians.get(recipient.id)?.frequency !== run.digest)
      return "wishes no digest like this";
    const before = index
      .writtenAbout(match.studentId)
      .filter((one) => isBefore(one, run) && one.noteId === run.noteId && hadIt(one, recipient));
    const last = before.at(-1);
    const endedAt = run.ended[selectedKey(match)];
    let due = match;
    if (run.repeat === "once" || run.repeat === "once until it ends") {
      const counted = before.filter(({ at }) => run.repeat === "once" || endedAt === undefined || at > endedAt);
      const narrowed = withoutAssignments(
        match,
        counted.flatMap((one) => marksOf(one, recipient).flatMap(({ assignmentIds = [] }) => assignmentIds)),
      );
      if (narrowed === undefined || (narrowed === match && counted.length > 0 && !namesAssignments(match)))
        return "had this note already";
      due = narrowed;
      if (baseline.has(selectedKey(match)) && endedAt === undefined) return "fitted before it was on";
    }
    if (run.repeat === "if changed") {
      const known = lastSaid(before, match, recipient);
      if (known !== undefined && known === said(match)) return "nothing changed since the last letter";
    }
    if (run.newSince !== undefined) {
      const since = Math.max(run.newSince, last?.madeAt ?? last?.at ?? 0);
      if (newEntries(index, match.classId, match.studentId, since).length === 0) return "nothing new came in";
    }
    if (quietUntil && run.quietDays !== undefined) {
      const last = quietUntil(recipient);
      const isQuiet = last !== undefined && daysBetween(dayOfInstant(last), dayOfInstant(run.at)) < run.quietDays;
      const names = namesOf(recipient.id, mailboxKey(recipient.address));
      if (isQuiet || names.some((name) => taken.has(name))) return "had another automatic note lately";
      for (const name of names) taken.add(name);
    }
    return due;
  };
}

/** What the last letter to somebody about a student in a class was made from. */
function lastSaid(before: readonly Written[], { classId }: Match, recipient: Recipient): string | undefined {
  return before.flatMap((one) => marksOf(one, recipient).flatMap(({ said }) => said?.[classId] ?? [])).at(-1);
}

type Written = ReturnType<FiguresIndex["writtenAbout"]>[number];

/** Whether something was written before a run comes due; its own round, rebuilt, was not. */
function isBefore({ roundId, at }: Written, run: RunAsked): boolean {
  return roundId !== run.roundId && at <= run.at;
}

/** Says when somebody had the last letter of an automatic note before a run, in ms since the epoch. */
function lastAutomaticNote(index: FiguresIndex, run: RunAsked): (reader: Recipient) => number | undefined {
  const all = [...index.world.students.keys()].flatMap((id) => index.writtenAbout(id));
  return lastLetterTo(all.filter((one) => one.standing && isBefore(one, run)));
}
