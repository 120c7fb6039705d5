import fc from "fast-check";
import { FiguresIndex } from "../../figures/figuresIndex";
import { gradeLabel } from "../../figures/gradeLabel";
import type { ClassGradebook } from "../../figures/studentFigures";
import { editScores } from "../../gradebook/scoreEdit";
import { checklistMarkSchema } from "../../model/checklist";
import {
  type Condition,
  conditionSchema,
  type MatchRule,
  ownComparisonSchema,
  rangeComparisonSchema,
  type SelectionPart,
} from "../../model/condition";
import { addDays, dayOfInstant, instantOf } from "../../model/day";
import type { ExtraColumn, OwnType } from "../../model/extraColumn";
import { type NoteKind, noteKindSchema } from "../../model/noteKind";
import type { Score } from "../../model/score";
import { type World, worldOf } from "../../model/world";
import { RANDOM_DAY, randomGradebook } from "../../testing/randomGradebook";
import { sampleGuardian, sampleStudent, sampleWorld } from "../../testing/sampleClass";

const TAGS = ["choir", "harbour"];

const noteKind = fc.constantFrom(...noteKindSchema.options);
const edit = fc.record({
  place: fc.nat(7),
  studentId: fc.constantFrom("a", "b", "c", "d"),
  score: fc.constantFrom<Score | undefined>(undefined, { status: "missing" }, { status: "scored", points: 4 }),
  daysAgo: fc.nat(40),
});
const letter = fc.record({
  studentId: fc.constantFrom("a", "b", "c"),
  daysAgo: fc.nat(40),
  kind: noteKind,
});
/** The worlds as they were before each edit, kept whole: what the history must give back. */
const keptWorlds = new WeakMap<FiguresIndex, { until: number; world: World }[]>();
const keptLetters = new WeakMap<FiguresIndex, { studentId: string; at: number; kind: NoteKind }[]>();
const daysAgo = (days: number) => instantOf(addDays(RANDOM_DAY, -days), 12);

/** A school of four, with tags, languages, somebody who can't be reached, scores that changed, and letters sent. */
export const randomIndex = fc
  .tuple(randomGradebook, fc.array(edit), fc.array(letter))
  .map(([gradebook, edits, letters]) => {
    const index = indexOf(gradebook);
    const kept: { until: number; world: World }[] = [];
    for (const { place, studentId, score, daysAgo: days } of edits.sort((a, b) => b.daysAgo - a.daysAgo)) {
      const assignmentId = gradebook.assignments[place % gradebook.assignments.length]?.id ?? "";
      kept.push({ until: daysAgo(days), world: index.world });
      index.apply(editScores([{ assignmentId, studentId, score }], index.world), daysAgo(days));
    }
    keptWorlds.set(index, kept);
    const written = letters.map(({ daysAgo: days, ...one }, place) => ({
      ...one,
      noteId: "note",
      at: daysAgo(days) + place,
      roundId: "round",
      recipientIds: [],
    }));
    keptLetters.set(index, written);
    index.hear(written);
    return index;
  });

function indexOf({ schoolClass, assignments, columns }: ClassGradebook): FiguresIndex {
  const students = schoolClass.studentIds.map((id, place) =>
    sampleStudent({
      id,
      studentNumber: id,
      givenName: id.toUpperCase(),
      tags: TAGS.slice(0, place % 3),
      guardians: [{ guardianId: `g-${id}`, relation: "parent" }],
    }),
  );
  const guardians = students.map(({ id }, place) =>
    sampleGuardian({
      id: `g-${id}`,
      language: place % 2 ? "pl" : "en",
      addresses: place === 3 ? [] : [`${id}@x.example`],
    }),
  );
  const records = sampleWorld({ students, guardians });
  return new FiguresIndex(
    worldOf({
      ...records,
      classes: [{ ...schoolClass, gradeScaleId: "scale" }],
      assignments: [...assignments],
      scoreColumns: [...columns.values()],
      checklists: [
        { id: "trip", name: "Trip form", classId: "all", marks: { a: "done", b: "not needed" } },
        { id: "kit", name: "Kit", classId: "class", marks: { c: "done" } },
        { id: "other", name: "Of another class", classId: "other", marks: { a: "done" } },
      ],
      ownColumns: [
        extraColumn("bus", "text", "all", { a: "Quay Street", b: "Mill" }),
        extraColumn("bus", "text", "class", { b: "North Pier" }),
        extraColumn("mile", "number", "all", { a: 7.5, b: 9, c: 12 }),
        extraColumn("form", "date", "all", { a: "2026-11-02", c: "2026-11-20" }),
        extraColumn("phone", "yes or no", "class", { a: true, b: false }),
      ],
    }),
    RANDOM_DAY,
  );
}

function extraColumn(name: string, type: OwnType, classId: string, values: ExtraColumn["values"]): ExtraColumn {
  return { id: `${name}-${classId}`, name, type, classId, from: "", values };
}

const comparison = fc.constantFrom(...rangeComparisonSchema.options);
const percent = fc.integer({ min: 0, max: 240 }).map((halves) => halves / 2);
const assignment = fc.constantFrom("Assignment 0", "assignment 1", "Assignment 2", "No such assignment");
export const condition: fc.Arbitrary<Condition> = fc
  .oneof(
    fc.record({ kind: fc.constant("overall"), comparison, percent, upTo: percent }),
    fc.record({
      kind: fc.constant("category"),
      category: fc.constantFrom("Labs", "quizzes", "None"),
      comparison,
      percent,
      upTo: percent,
    }),
    fc.record({
      kind: fc.constant("assignment"),
      assignment,
      comparison,
      value: percent,
      upTo: percent,
      unit: fc.constantFrom("percent", "points"),
    }),
    fc.record({
      kind: fc.constant("assignment status"),
      assignment,
      status: fc.constantFrom("not handed in", "handed in", "late", "excused", "unmarked"),
    }),
    fc.record({ kind: fc.constant("missing"), atLeast: fc.integer({ min: 1, max: 4 }) }),
    fc.record({
      kind: fc.constant("count"),
      of: fc.constantFrom("unmarked", "late", "excused"),
      atLeast: fc.integer({ min: 1, max: 3 }),
    }),
    fc.constant({ kind: "nothing missing" }),
    fc.record({ kind: fc.constant("grade label"), labels: fc.subarray(["A", "B", "C"]) }),
    fc.record({
      kind: fc.constant("rank"),
      end: fc.constantFrom("top", "bottom"),
      count: fc.integer({ min: 1, max: 60 }),
      unit: fc.constantFrom("students", "percent"),
    }),
    fc.record({ kind: fc.constant("tag"), tag: fc.constantFrom(...TAGS) }),
    fc.record({ kind: fc.constant("language"), language: fc.constantFrom("en", "pl") }),
    fc.record({ kind: fc.constant("reach"), reachable: fc.boolean() }),
    fc.record({ kind: fc.constant("chosen"), studentIds: fc.subarray(["a", "b", "c", "nobody"]) }),
    fc.record({ kind: fc.constant("written"), within: fc.boolean(), days: fc.integer({ min: 1, max: 30 }) }),
    fc.record({ kind: fc.constant("last note"), note: noteKind }),
    fc.record({
      kind: fc.constant("checklist"),
      checklist: fc.constantFrom("Trip form", "Kit", "Of another class", "No such list"),
      mark: fc.constantFrom(...checklistMarkSchema.options),
    }),
    fc.record({
      kind: fc.constant("own column"),
      column: fc.constantFrom("bus", "Mile", "form", "phone", "no such column"),
      comparison: fc.constantFrom(...ownComparisonSchema.options),
      value: fc.constantFrom(
        "",
        "quay street",
        "Pier",
        "9",
        "9,0",
        "pier, Quay Street",
        "9, 12",
        "2026-11-20",
        "yes",
        "no",
      ),
    }),
    fc.record({
      kind: fc.constant("change"),
      direction: fc.constantFrom("rose", "fell"),
      atLeast: fc.constantFrom(0.5, 2, 5, 10),
      since: fc.oneof(
        fc.record({ kind: fc.constant("days"), days: fc.integer({ min: 1, max: 40 }) }),
        fc.record({ kind: fc.constant("day"), day: fc.nat(40).map((days) => addDays(RANDOM_DAY, -days)) }),
        fc.constant({ kind: "last note" }),
        fc.record({ kind: fc.constant("moment"), at: fc.nat(40).map(daysAgo), name: fc.constant("a round") }),
      ),
    }),
  )
  .map((one) => conditionSchema.parse(one));
export const match = fc.constantFrom<MatchRule>("all", "any", "none");
export const part: fc.Arbitrary<SelectionPart> = fc.oneof(
  { weight: 3, arbitrary: condition },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant("group" as const),
      match,
      conditions: fc.array(condition, { minLength: 1, maxLength: 3 }),
    }),
  },
);

/** True, false, or nothing to compare: read straight from the gradebook, one condition at a time. */
export function plainTruth(
  index: FiguresIndex,
  period: string,
  studentId: string,
  one: SelectionPart,
): boolean | undefined {
  const { world, today } = index;
  const schoolClass = world.classes.get("class");
  const student = world.students.get(studentId);
  if (!schoolClass || !student) throw new Error("The world has one class.");
  if (one.kind === "group")
    return joined(
      one.match,
      one.conditions.map((inner) => plainTruth(index, period, studentId, inner)),
    );
  const figures = index.figures("class", studentId, period);
  const compare = (value: number | undefined, sign: string, threshold: number, upTo = threshold) => {
    if (value === undefined) return undefined;
    return {
      below: value < threshold,
      "at most": value <= threshold,
      "at least": value >= threshold,
      above: value > threshold,
      between: (value >= threshold && value <= upTo) || (value >= upTo && value <= threshold),
    }[sign];
  };
  const inPeriod = [...world.assignments.values()].filter(({ termId }) => period === "year" || termId === period);
  const scoreOf = (id: string) => world.scoreColumns.get(id)?.scores[studentId];
  const missingIds = new Set(index.figures("class", studentId, "year").missing.map(({ assignment }) => assignment.id));
  const isKnown =
    figures.missing.length > 0 || inPeriod.some(({ id }) => ["scored", "late"].includes(scoreOf(id)?.status ?? ""));
  const guardians = student.guardians.flatMap(({ guardianId }) => world.guardians.get(guardianId) ?? []);
  const letters = (keptLetters.get(index) ?? []).filter((sent) => sent.studentId === studentId);
  letters.sort((a, b) => a.at - b.at);
  switch (one.kind) {
    case "overall":
      return compare(figures.overall?.shown, one.comparison, one.percent, one.upTo);
    case "category": {
      const place = schoolClass.categories.findIndex(({ name }) => name.toLowerCase() === one.category.toLowerCase());
      return compare(figures.categoryAverages[place]?.shown, one.comparison, one.percent, one.upTo);
    }
    case "assignment":
    case "assignment status": {
      const titled = [...world.assignments.values()].filter(
        ({ title }) => title.toLowerCase() === one.assignment.toLowerCase(),
      );
      const found = titled.find((assignment) => inPeriod.includes(assignment)) ?? titled[0];
      const score = found && scoreOf(found.id);
      const isMissing = found !== undefined && missingIds.has(found.id);
      const isUnmarked =
        found !== undefined && score === undefined && found.dueDate !== undefined && found.dueDate < today;
      if (one.kind === "assignment status") {
        if (!found) return undefined;
        return {
          "not handed in": isMissing || isUnmarked,
          "handed in": !isMissing && (score?.status === "scored" || score?.status === "late"),
          late: score?.status === "late",
          excused: score?.status === "excused",
          unmarked: isUnmarked && !isMissing,
        }[one.status];
      }
      if (!found || isMissing || score?.points === undefined) return undefined;
      if (one.unit === "points") return compare(score.points, one.comparison, one.value, one.upTo);
      return found.pointsPossible === 0
        ? undefined
        : compare((100 * score.points) / found.pointsPossible, one.comparison, one.value, one.upTo);
    }
    case "missing":
      return isKnown ? figures.missing.length >= one.atLeast : undefined;
    case "nothing missing":
      return isKnown ? figures.missing.length === 0 : undefined;
    case "count": {
      const many = inPeriod.filter(({ id, dueDate }) => {
        const score = scoreOf(id);
        return one.of === "unmarked"
          ? !missingIds.has(id) && score === undefined && dueDate !== undefined && dueDate < today
          : score?.status === one.of;
      }).length;
      return isKnown || many > 0 ? many >= one.atLeast : undefined;
    }
    case "grade label": {
      const label = figures.overall && gradeLabel(world.gradeScales.get("scale"), figures.overall.shown);
      return label === undefined ? undefined : one.labels.includes(label);
    }
    case "rank": {
      const mine = figures.overall?.shown;
      const all = schoolClass.studentIds.flatMap((id) => index.figures("class", id, period).overall?.shown ?? []);
      if (mine === undefined) return undefined;
      const better = all.filter((other) => (one.end === "top" ? other > mine : other < mine)).length;
      return better < (one.unit === "students" ? one.count : Math.ceil((all.length * one.count) / 100));
    }
    case "tag":
      return student.tags.includes(one.tag);
    case "language":
      return guardians.some(({ language }) => language === one.language);
    case "reach":
      return guardians.some(({ addresses }) => addresses.length > 0) === one.reachable;
    case "chosen":
      return one.studentIds.includes(studentId);
    case "checklist": {
      const list = [...world.checklists.values()].find(({ name }) => name === one.checklist);
      if (list === undefined || list.classId === "other") return undefined;
      return (list.marks[studentId] ?? "not done") === one.mark;
    }
    case "own column": {
      const named = [...world.ownColumns.values()].filter(({ name }) => name === one.column.toLowerCase());
      const values = named.map(({ values: of }) => of[studentId]);
      const value = named.find(({ classId }) => classId === "class")?.values[studentId] ?? values.find(Boolean);
      if (one.comparison === "empty") return named.length === 0 ? undefined : value === undefined;
      if (value === undefined || one.value === "") return undefined;
      const words = typeof value === "boolean" ? (value ? "yes" : "no") : String(value).toLowerCase();
      const wanted = one.value.toLowerCase();
      const numbers = [value, Number(wanted.replace(",", "."))] as const;
      const bothNumbers = typeof numbers[0] === "number" && !Number.isNaN(numbers[1]);
      const sameAs = (text: string) => {
        const number = Number(text.replace(",", "."));
        if (typeof value === "number") return Number.isNaN(number) ? undefined : value === number;
        // A table may write yes and no as 1 and 0.
        if (typeof value === "boolean")
          return /^(yes|no|1|0)$/.test(text) ? value === /^(yes|1)$/.test(text) : undefined;
        return words === text;
      };
      const bothDays = named[0]?.type === "date" && wanted.startsWith("2026");
      switch (one.comparison) {
        case "contains":
          return words.includes(wanted);
        case "is one of": {
          const each = wanted.split(typeof value === "number" ? ";" : ",").map((part) => sameAs(part.trim()));
          return each.includes(true) || (each.includes(false) ? false : undefined);
        }
        case "is":
        case "is not": {
          const same = sameAs(wanted);
          return same === undefined ? undefined : same === (one.comparison === "is");
        }
        case "at most":
          return bothNumbers ? numbers[0] <= numbers[1] : bothDays ? words <= wanted : undefined;
        case "at least":
          return bothNumbers ? numbers[0] >= numbers[1] : bothDays ? words >= wanted : undefined;
        case "before":
          return bothDays ? words < wanted : undefined;
        default:
          return undefined;
      }
    }
    case "written": {
      const earliest = instantOf(addDays(today, -one.days + (one.within ? 0 : 1)), 0);
      return one.within === letters.some(({ at }) => at >= earliest);
    }
    case "last note":
      return letters.at(-1)?.kind === one.note;
    case "change": {
      const { since } = one;
      const endOf = (day: string) => instantOf(addDays(day, 1), 0) - 1;
      const moment =
        since.kind === "moment"
          ? since.at
          : since.kind === "last note"
            ? letters.at(-1)?.at
            : endOf(since.kind === "day" ? since.day : addDays(today, -since.days));
      if (moment === undefined) return undefined;
      const then = keptWorlds.get(index)?.find(({ until }) => until > moment)?.world ?? world;
      const day = dayOfInstant(moment) < today ? dayOfInstant(moment) : today;
      const before = new FiguresIndex(then, day).figures("class", studentId, period).overall?.shown;
      const now = figures.overall?.shown;
      if (before === undefined || now === undefined) return undefined;
      const moved = Math.round(100 * (now - before)) / 100;
      return (one.direction === "rose" ? moved : -moved) >= one.atLeast;
    }
  }
}

export function joined(rule: MatchRule, truths: readonly (boolean | undefined)[]): boolean | undefined {
  if (rule === "all") return truths.includes(false) ? false : truths.includes(undefined) ? undefined : true;
  const any = truths.includes(true) ? true : truths.includes(undefined) ? undefined : false;
  return rule === "any" ? any : any === undefined ? undefined : !any;
}
