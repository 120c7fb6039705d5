import { expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { addDays, type Day, instantOf } from "../model/day";
import type { PastScores } from "../model/pastScores";
import { READY_MADE_DESIGNS } from "../model/reportChoice";
import type { Score } from "../model/score";
import { type WorldRecords, worldOf } from "../model/world";
import { Random } from "../random";
import { reportPaper } from "../report/reportPaper";
import { type PlannedLetter, planNote } from "../selection/planNote";
import { noteFrom, startNote } from "../starters/startNote";
import { WRITTEN_STARTERS } from "../starters/writeStarter";
import { casesOf } from "../testing/casesOf";
import { sampleAssignment, sampleClass, sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { digestWords } from "./digestWords";
import { noteLetters } from "./noteLetters";

/**
 * Schools drawn by lot, and a reader of letters who knows nothing of how they are made: whatever a letter says of a student is
 * looked up in the gradebook.
 */

const TODAY: Day = "2026-11-24";
const NAMES = ["Ana", "Bo", "Cy", "Dov", "Ana", "Eli", "Fay"];

type World = WorldRecords;

function school(random: Random): World {
  const people = NAMES.slice(0, random.whole(2, NAMES.length));
  const students = people.map((givenName, place) =>
    sampleStudent({
      ...{ id: `s${place}`, studentNumber: String(place), givenName, familyName: `Reed${place}` },
      guardians: [{ guardianId: `g${random.whole(0, place)}`, relation: "parent" }],
    }),
  );
  const guardians = students.map((_one, place) =>
    sampleGuardian({ id: `g${place}`, familyName: `Kin${place}`, addresses: [`g${place}@harbourmail.example`] }),
  );
  const classes = ["one", "two"].slice(0, random.whole(1, 2)).map((id, place) =>
    sampleClass({
      ...{ id, name: place === 0 ? "Ocean Science 8" : "Tidal Charts 9" },
      studentIds: students.map((one) => one.id).filter(() => place === 0 || random.chance(0.6)),
      blankAfterDueIsMissing: random.chance(0.4),
    }),
  );
  const work = classes.flatMap(({ id: classId, studentIds, categories }) =>
    Array.from({ length: random.whole(0, 5) }, (_, place) => {
      const { dueDate: _usual, ...plain } = sampleAssignment();
      const dueDate = random.chance(0.8) ? addDays(TODAY, random.whole(-20, 10)) : undefined;
      const assignment = {
        ...plain,
        ...{
          id: `${classId}-${place}`,
          classId,
          title: `${classId === "one" ? "Lab" : "Chart"} ${place}`,
          order: place,
        },
        ...{ termId: random.chance(0.85) ? "winter" : "autumn", categoryId: random.pick(categories).id },
        ...{ pointsPossible: random.chance(0.1) ? 0 : random.pick([10, 20]), extraCredit: random.chance(0.1) },
        ...(dueDate && { dueDate }),
      };
      const scores: Record<string, Score> = {};
      // Whoever came late has none.
      for (const student of studentIds) {
        const drawn = random.whole(0, 9);
        if (drawn <= 4) scores[student] = { status: "scored", points: random.whole(0, assignment.pointsPossible) };
        else if (drawn === 5) scores[student] = { status: "missing" };
        else if (drawn === 6) scores[student] = { status: "excused" };
        else if (drawn === 7) scores[student] = { status: "pending" };
      }
      return { assignment, scores };
    }),
  );
  const { classes: _class, scoreColumns, ...rest } = sampleWorld({ students, guardians, work });
  const classOf = new Map(work.map(({ assignment }) => [assignment.id, assignment.classId]));
  return {
    ...{ ...rest, classes },
    scoreColumns: scoreColumns.map((one) => ({ ...one, classId: classOf.get(one.assignmentId) ?? "" })),
  };
}

/** Work of a student in a class, with its score. */
function workOf(world: World, classId: string, studentId: string) {
  const { blankAfterDueIsMissing = false } = world.classes.find(({ id }) => id === classId) ?? {};
  return world.assignments
    .filter((one) => one.classId === classId)
    .map((assignment) => {
      const score = world.scoreColumns.find((one) => one.assignmentId === assignment.id)?.scores[studentId];
      const isBlank = score === undefined && blankAfterDueIsMissing && (assignment.dueDate ?? TODAY) < TODAY;
      // Work for extra credit is never missing.
      const isOwed = !assignment.extraCredit;
      return {
        assignment,
        score,
        isMissing: isOwed && (score?.status === "missing" || score?.status === "incomplete" || isBlank),
      };
    });
}

/** The same of the winter term, which the notes are about. */
function winterWorkOf(world: World, classId: string, studentId: string) {
  return workOf(world, classId, studentId).filter(({ assignment }) => assignment.termId === "winter");
}

/** The average by points, in whole percents; none where nothing counts. */
function averageOf(world: World, classId: string, studentId: string): number | undefined {
  let [earned, possible] = [0, 0];
  for (const { assignment, score, isMissing } of winterWorkOf(world, classId, studentId)) {
    if (assignment.pointsPossible === 0) continue;
    const points = isMissing ? 0 : score?.status === "scored" ? score.points : undefined;
    if (points === undefined) continue;
    earned += points;
    if (!assignment.extraCredit) possible += assignment.pointsPossible;
  }
  return possible === 0 ? undefined : (earned * 100) / possible;
}

const ALL_IN = /nothing is missing|every assignment is in/i;
const AVERAGE = /(?:overall average is|stands at|average in [^.]*? is|Overall:) (\d+(?:\.\d+)?)\u00a0?\s?%/giu;
const SCORED = /^(?:- )?((?:Lab|Chart) \d): (\d+(?:\.\d+)?) of (\d+)/gmu;
const LISTED = /^- ((?:Lab|Chart) \d) \(/gmu;
const TITLE = /(?:Lab|Chart) \d/gu;

/** What a letter says that its gradebook does not, in words. */
function untruths(world: World, { matches }: PlannedLetter, text: string, listsMissing: boolean): string[] {
  const about = matches.map(({ classId, studentId }) => ({
    classId,
    studentId,
    work: workOf(world, classId, studentId),
  }));
  const found: string[] = [];
  if (ALL_IN.test(text) && about.length === 1)
    for (const { classId, studentId } of about) {
      const work = winterWorkOf(world, classId, studentId);
      const known = work.filter(({ score, isMissing }) => isMissing || (score && score.status !== "excused"));
      if (known.length === 0) found.push("says that nothing is missing of somebody of whom nothing is known");
      if (work.some(({ isMissing }) => isMissing)) found.push("says that nothing is missing where something is");
    }
  for (const [words, figure] of text.matchAll(AVERAGE)) {
    const averages = about.map(({ classId, studentId }) => averageOf(world, classId, studentId));
    // Halves may be rounded either way by a reader.
    if (!averages.some((one) => one !== undefined && Math.abs(one - Number(figure)) <= 0.5 + 1e-9))
      found.push(`“${words}” is the average of nobody that it is about (${averages.join(", ")})`);
  }
  for (const [words, title, points, possible] of text.matchAll(SCORED)) {
    const isSo = about.some(({ work }) =>
      work.some(
        ({ assignment, score }) =>
          assignment.title === title &&
          score?.points === Number(points) &&
          assignment.pointsPossible === Number(possible),
      ),
    );
    if (!isSo) found.push(`“${words}” is no score of theirs`);
  }
  if (listsMissing)
    for (const [words, title] of text.matchAll(LISTED))
      if (!about.some(({ work }) => work.some(({ assignment, isMissing }) => isMissing && assignment.title === title)))
        found.push(`“${words}” is not missing`);
  for (const [title] of text.matchAll(TITLE)) {
    const isTheirs = about.some(({ classId }) =>
      world.assignments.some((one) => one.classId === classId && one.title === title),
    );
    if (!isTheirs) found.push(`“${title}” is not of a class that it is about`);
  }
  return found;
}

const SCHOOLS = casesOf({ sample: 60, deep: 500 });

test(`no letter of ${SCHOOLS} schools says anything that the gradebook does not`, () => {
  let letters = 0;
  for (let seed = 1; seed <= SCHOOLS; seed += 1) {
    const random = new Random(seed);
    const records = school(random);
    const before = instantOf(addDays(TODAY, -3), 9);
    const past: PastScores[] = records.scoreColumns
      .filter(() => random.chance(0.4))
      .map(({ assignmentId, classId }) => ({
        ...{ at: before, averages: {} },
        columns: { [assignmentId]: { classId, before: "none" as const } },
      }));
    const index = new FiguresIndex(worldOf(records), TODAY, past);
    const when = { id: "n", now: 0, period: "winter" };
    const notes = [
      ...WRITTEN_STARTERS.map((starter) => startNote(starter, { ...when, assignment: "Lab 0" })),
      noteFrom(digestWords("weekly"), when),
    ].map((note) => ({ ...note, perFamily: random.chance(0.3) }));
    for (const note of notes)
      for (const { planned, rendered } of noteLetters(index, note, planNote(index, note).letters)) {
        letters += 1;
        const isDigest = note.name === "Weekly digest";
        const said = untruths(records, planned, `${rendered.subject}\n${rendered.text}`, note.name.includes("issing"));
        // A digest lists what is coming up in the same way as what is missing.
        expect(
          isDigest ? said.filter((one) => !one.endsWith("is not missing")) : said,
          `${seed}, ${note.name}:\n${rendered.text}`,
        ).toEqual([]);
      }
  }
  expect(letters).toBeGreaterThan(SCHOOLS);
});

/** All words of a page, a line each. */
function wordsOf(part: unknown): string[] {
  if (typeof part === "string") return [part];
  return typeof part === "object" && part !== null ? Object.values(part).flatMap(wordsOf) : [];
}

test(`nor does a report, a slip or a certificate of them`, () => {
  for (let seed = 1; seed <= SCHOOLS; seed += 1) {
    const records = school(new Random(seed));
    const index = new FiguresIndex(worldOf(records), TODAY);
    const note = startNote("progress", { id: "n", now: 0, period: "winter" });
    for (const planned of planNote(index, note).letters)
      for (const design of READY_MADE_DESIGNS) {
        const made = reportPaper(index, { design, paper: "a4", assignment: "Lab 0" }, planned.matches, "winter", "en");
        const text = wordsOf(made?.paper.content).join("\n");
        expect(text, `${seed}, ${design}`).not.toMatch(/average of [–-](?!\d)/u);
        expect(untruths(records, planned, text, false), `${seed}, ${design}:\n${text}`).toEqual([]);
      }
  }
});
