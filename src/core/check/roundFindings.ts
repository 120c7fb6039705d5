import type { FiguresIndex } from "../figures/figuresIndex";
import { dayOfInstant, daysBetween, MS_PER_DAY } from "../model/day";
import type { Note } from "../model/note";
import { classLabel } from "../model/schoolClass";
import { WHOLE_YEAR } from "../model/term";
import type { NotePlan } from "../selection/planNote";
import { type Finding, findingOf } from "./finding";
import { someNames } from "./someNames";

/** Within how many days the same again needs a word, and how old a gradebook may be. */
const REPEAT_DAYS = 7;
const OLD_DAYS = 7;
/** So many times the people of the last round, and so many more, are many. */
const MANY_TIMES = 2;
const MANY_MORE = 10;
/** A class of fewer is often selected whole. */
const SMALLEST_CLASS = 5;
const EVENING_HOUR = 21;
const MORNING_HOUR = 6;

/** What sending these letters now would mean, beside what was sent before. `now` in ms since the epoch. */
export function roundFindings(index: FiguresIndex, note: Note, plan: NotePlan, now: number): Finding[] {
  if (plan.letters.length === 0) return [];
  return [
    ...termFindings(index, note),
    ...repeatFindings(index, note, plan, now),
    ...ageFindings(index, now),
    ...sizeFindings(index, note, plan),
    ...wholeClassFindings(index, note, plan),
    ...hourFindings(now),
  ];
}

function termFindings(index: FiguresIndex, note: Note): Finding[] {
  const { period } = note.selection;
  const terms = [...index.world.terms.values()];
  const current = terms.find(({ from, to }) => from <= index.today && index.today <= to);
  const chosen = terms.find(({ id }) => id === period);
  if (period === WHOLE_YEAR || terms.length === 0 || (current && chosen?.id === current.id)) return [];
  return [findingOf("term-not-current", { quotes: [chosen?.name ?? "no term", current?.name ?? "no term"] })];
}

/** The same note, or another one with the same to say, to a family that had one in the last days. */
function repeatFindings(index: FiguresIndex, note: Note, plan: NotePlan, now: number): Finding[] {
  const lately = plan.letters.flatMap(({ matches, recipient }) =>
    matches.map((match) => ({
      match,
      written: index
        .writtenAbout(match.studentId)
        .filter(({ at, recipientIds }) => at > now - REPEAT_DAYS * MS_PER_DAY && recipientIds.includes(recipient.id)),
    })),
  );
  const same = lately.filter(({ written }) => written.some(({ noteId }) => noteId === note.id));
  const alike = lately.filter(({ written }) =>
    written.some(({ noteId, kind }) => noteId !== note.id && kind === note.kind),
  );
  const finding = (code: "repeat-note" | "repeat-kind", found: typeof lately): Finding[] => {
    if (found.length === 0) return [];
    const matches = found.map(({ match }) => match);
    const students = new Set(matches.map(({ studentId }) => studentId)).size;
    return [
      findingOf(code, { numbers: { students, days: REPEAT_DAYS }, quotes: [note.kind, ...someNames(index, matches)] }),
    ];
  };
  return [...finding("repeat-note", same), ...finding("repeat-kind", alike)];
}

function ageFindings(index: FiguresIndex, now: number): Finding[] {
  const scoredAt = index.lastScoredAt();
  if (scoredAt === undefined) return [];
  const days = daysBetween(dayOfInstant(scoredAt), dayOfInstant(now));
  return days > OLD_DAYS ? [findingOf("gradebook-old", { numbers: { days } })] : [];
}

function sizeFindings(index: FiguresIndex, note: Note, plan: NotePlan): Finding[] {
  const byRound = new Map<number, Set<string>>();
  for (const studentId of index.world.students.keys()) {
    for (const { noteId, at, onPaper } of index.writtenAbout(studentId)) {
      if (noteId === note.id && !onPaper) byRound.set(at, (byRound.get(at) ?? new Set()).add(studentId));
    }
  }
  const last = byRound.get(Math.max(...byRound.keys()));
  const students = new Set(plan.letters.flatMap(({ matches }) => matches.map(({ studentId }) => studentId))).size;
  if (!last || students <= last.size * MANY_TIMES || students < last.size + MANY_MORE) return [];
  return [findingOf("many-more", { numbers: { students, before: last.size } })];
}

/** A threshold that leaves nobody out of a class may not be the one that was meant. */
function wholeClassFindings(index: FiguresIndex, { selection }: Note, plan: NotePlan): Finding[] {
  const isThreshold = selection.conditions.some(({ kind }) =>
    ["overall", "category", "assignment", "missing"].includes(kind),
  );
  if (!isThreshold) return [];
  const whole = [...index.world.classes.values()].filter(({ id, studentIds }) => {
    const selected = plan.selected.filter(({ classId }) => classId === id);
    return studentIds.length >= SMALLEST_CLASS && selected.length === studentIds.length;
  });
  return whole.length > 0 ? [findingOf("whole-class", { quotes: whole.map(classLabel) })] : [];
}

function hourFindings(now: number): Finding[] {
  const hour = new Date(now).getHours();
  return hour >= EVENING_HOUR || hour < MORNING_HOUR ? [findingOf("late-evening")] : [];
}
