import { checkNote } from "@/core/check/checkNote";
import { type Finding, findingWords, isStop } from "@/core/check/finding";
import { tellsNews } from "@/core/delivery/plans/letterMarks";
import { runRule } from "@/core/delivery/plans/runRule";
import type { FiguresIndex } from "@/core/figures/figuresIndex";
import type { RenderedLetter } from "@/core/letter/compileLetter";
import { noteLetters } from "@/core/letter/noteLetters";
import { dayOfInstant } from "@/core/model/day";
import { selectedKey } from "@/core/model/keptSelection";
import type { Note } from "@/core/model/note";
import { countsSentence, planCounts } from "@/core/selection/planCounts";
import { type Match, type NotePlan, type PlannedLetter, planNote, readersOf } from "@/core/selection/planNote";
import { listed } from "@/core/words";
import { type CheckView, checkPlan, letterEntries, nameOf } from "./peopleView";
import type { RebuildRequest, StoppedLetter } from "./rebuildRequest";

/** More letters than this that can't go are no exceptions: the whole round waits. */
const MOST_STOPPED = 100;

/** The data as it is when a round leaves: by its day, and without the round itself. */
export function asOfLeaving(index: FiguresIndex, { at, roundId }: RebuildRequest): FiguresIndex {
  const written = index.allWritten().filter((one) => one.roundId !== roundId && one.at <= at);
  return index.onDay(dayOfInstant(at), written);
}

/** The letters of a round that leaves by itself: those that can't go are left out and named, so that they hold up no other. */
export function planRebuild(
  index: FiguresIndex,
  note: Note,
  fresh: RebuildRequest,
): { plan: NotePlan; stopped: StoppedLetter[]; newcomers: { key: string; words: string }[]; findings: Finding[] } {
  const whole = planNote(index, note, fresh.run && runRule(index, fresh.run));
  const only = fresh.onlyTo && new Set(fresh.onlyTo);
  const newcomers = only ? whole.letters.filter(({ key }) => !only.has(key)) : [];
  let plan: NotePlan = only ? { ...whole, letters: whole.letters.filter(({ key }) => only.has(key)) } : whole;
  if (fresh.run?.digest && !fresh.sendsEmpty)
    plan = { ...plan, letters: withNews(index, note, plan.letters, fresh.newsFor) };
  const found = checkNote(index, note, plan, fresh.at);
  const stops = fresh.keepsStops ? [] : found.filter(isStop);
  const hit = plan.letters.filter((letter) => stops.some((stop) => hits(stop, letter)));
  if (hit.length > MOST_STOPPED) return { plan, stopped: [], findings: found, newcomers: worded(index, newcomers) };
  const gone = new Set(hit.map(({ key }) => key));
  plan = { ...plan, letters: plan.letters.filter(({ key }) => !gone.has(key)) };
  const stopped = hit.map((letter): StoppedLetter => {
    const stop = stops.find((one) => hits(one, letter));
    return { key: letter.key, words: `${wordsOf(index, letter)}: ${stop ? findingWords(stop).title : ""}` };
  });
  // Who was left out stops nobody else.
  const findings = found.filter((one) => !(isStop(one) && hit.some((letter) => hits(one, letter))));
  return { plan, stopped, findings, newcomers: worded(index, newcomers) };
}

function worded(index: FiguresIndex, letters: readonly PlannedLetter[]): { key: string; words: string }[] {
  return letters.map((one) => ({ key: one.key, words: wordsOf(index, one) }));
}

function withNews(
  index: FiguresIndex,
  note: Note,
  letters: readonly PlannedLetter[],
  newsFor: readonly string[] = [],
): PlannedLetter[] {
  const waitsFor = new Set(newsFor);
  return [...noteLetters(index, note, letters, true)].flatMap(({ planned, rendered }) =>
    waitsFor.has(planned.recipient.id) || tellsNews(index, note.id, planned, rendered.told) ? [planned] : [],
  );
}

/** Whether a stop is about one letter. */
function hits({ path }: Finding, { key, recipient }: PlannedLetter): boolean {
  return (
    path.letterKey === key ||
    path.letterKeys?.includes(key) ||
    (path.letterKey === undefined && path.recipientId === recipient.id)
  );
}

function wordsOf(index: FiguresIndex, letter: PlannedLetter): string {
  const names = listed(readersOf(letter).map(({ name }) => name));
  const about = [...new Set(letter.matches.map(({ studentId }) => nameOf(index, studentId)))];
  return `${names}, about ${listed(about)}`;
}

/** What a run would be, as things stand. */
export interface DryRun {
  readonly summary: string;
  readonly letters: readonly {
    readonly key: string;
    readonly to: string;
    readonly about: string;
    readonly reason: string;
  }[];
  readonly stopped: readonly StoppedLetter[];
  readonly check: CheckView;
  readonly leftOut: readonly { readonly key: string; readonly words: string }[];
}

export function dryRun(known: FiguresIndex, note: Note, fresh: RebuildRequest): DryRun {
  const index = asOfLeaving(known, fresh);
  const { plan, stopped, findings } = planRebuild(index, note, fresh);
  return {
    summary: countsSentence(planCounts(plan)),
    letters: letterEntries(index, plan).map(({ key, recipient, studentName, reason }) => ({
      ...{ key, to: recipient.name, about: studentName, reason },
    })),
    stopped,
    check: checkPlan(index, note, plan, fresh.at, findings),
    leftOut: plan.leftOutRecipients.map(({ match, recipient, cause }) => ({
      key: `${selectedKey(match)}/${recipient.id}`,
      words: `${recipient.name}, about ${nameOf(index, match.studentId)}: ${cause}`,
    })),
  };
}

/** What one recipient would get of a run, as it would leave. */
export function dryLetters(
  known: FiguresIndex,
  note: Note,
  fresh: RebuildRequest,
  recipientId: string,
): RenderedLetter[] {
  const index = asOfLeaving(known, fresh);
  const { plan } = planRebuild(index, note, fresh);
  const letters = plan.letters.filter((letter) => readersOf(letter).some(({ id }) => id === recipientId));
  return [...noteLetters(index, note, letters)].map(({ rendered }) => rendered);
}

/** Who fits a note now, and for whom it is certainly not so, among those that its plan remembers. */
export interface AutomaticNoteView {
  readonly selected: readonly string[];
  readonly notSo: readonly string[];
}

export function automaticNoteView(index: FiguresIndex, note: Note, baseline: readonly string[]): AutomaticNoteView {
  const plan = planNote(index, note);
  const selected = plan.selected.map(selectedKey);
  // Not known is no no; who was left out by hand may fit.
  const open = new Set([...selected, ...keysOf(plan.noAverage), ...keysOf(plan.leftOutByHand)]);
  const { classIds } = note.selection;
  const remembered = new Set(baseline);
  const notSo: string[] = [];
  for (const { id: classId, studentIds } of index.world.classes.values()) {
    if (classIds !== "all" && !classIds.includes(classId)) continue;
    for (const studentId of studentIds) {
      const key = selectedKey({ classId, studentId });
      if (open.has(key)) continue;
      if (remembered.has(key) || index.writtenAbout(studentId).some(({ noteId }) => noteId === note.id))
        notSo.push(key);
    }
  }
  return { selected, notSo };
}

function keysOf(matches: readonly Match[]): string[] {
  return matches.map(selectedKey);
}
