import { formatScore } from "../model/score";
import { worldOf } from "../model/world";
import { openQuestions } from "../tables/openQuestions";
import { type BringInPlan, planBringIn } from "../tables/planBringIn";
import type { RawTable } from "../tables/rawTable";
import { readDelimited } from "../tables/readDelimited";
import type { Recipe } from "../tables/recipe";
import { type BringInChoices, NO_CHOICES } from "../tables/tableChoices";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "./sampleClass";

/** The day on which the tests bring tables in. */
export const BRING_IN_DAY = "2026-11-24";

/** A class of four with unusual names, one assignment and one guardian: what tables are brought into. */
export const bringInWorld = worldOf(
  sampleWorld({
    schoolClass: { block: "Block 3" },
    students: [
      sampleStudent({
        id: "ana",
        studentNumber: "0041",
        givenName: "Ana",
        familyName: "Wójcik",
        address: "s41@students.sallowbay.example",
        guardians: [{ guardianId: "guardian", relation: "parent" }],
      }),
      sampleStudent({ id: "bo", studentNumber: "42", givenName: "Bo", familyName: "Li" }),
      sampleStudent({ id: "cy", studentNumber: "43", givenName: "Cy", familyName: "O’Dwyer" }),
      sampleStudent({
        id: "dee",
        studentNumber: "44",
        givenName: "Deirdre",
        preferredName: "Dee",
        familyName: "Rey-Duval",
      }),
    ],
    guardians: [sampleGuardian()],
    work: [
      {
        assignment: sampleAssignment({ id: "lab" }),
        scores: { ana: { status: "scored", points: 12 }, bo: { status: "missing" } },
      },
    ],
  }),
);

/** The first table of a text, as it is read from a file. */
export function tableOf(text: string | Uint8Array, fileName = "table.csv"): RawTable {
  const reading = readDelimited(typeof text === "string" ? new TextEncoder().encode(text) : text, fileName);
  const [table] = reading.ok ? reading.tables : [];
  if (!table) throw new Error(reading.ok ? "no table" : reading.problem.code);
  return table;
}

/** A plan of some tables in the small world. */
export function planOf(
  tables: readonly (string | RawTable)[],
  choices: Partial<BringInChoices> = {},
  recipes: readonly Recipe[] = [],
  world = bringInWorld,
): BringInPlan {
  const named = tables.map((table, place) => ({
    id: `t${place + 1}`,
    table: typeof table === "string" ? tableOf(table) : table,
  }));
  return planBringIn(named, { ...NO_CHOICES, ...choices }, recipes, world, BRING_IN_DAY);
}

/** What a plan comes to, short enough to be written into a test. */
export function outcomeOf(plan: BringInPlan) {
  const [first] = plan.tables;
  const questions = openQuestions(plan);
  const assignments: Record<string, Record<string, string>> = {};
  for (const { title, id } of plan.after.assignments.values()) {
    const scores = Object.entries(plan.after.scoreColumns.get(id)?.scores ?? {});
    assignments[title] = Object.fromEntries(scores.map(([student, score]) => [student, formatScore(score)]));
  }
  const averages: Record<string, Record<string, number>> = {};
  for (const { categoryId, percents } of plan.after.averageColumns.values()) averages[categoryId] = percents;
  return {
    kind: first?.read.kind,
    assignments,
    averages,
    joined: first?.rows.flatMap(({ studentId }) => studentId ?? []),
    asked: questions.rows.map(({ row }) => row.name || row.studentNumber),
    marks: questions.marks.map(({ mark, count, guess }) => `${mark} ${count} ${guess ?? "?"}`),
    asks: questions.tables.flatMap(({ asks }) => asks),
    columns: questions.columns.map(({ title, maybe }) => `${title}: ${maybe[0]?.role}`),
    points: questions.points.map(({ title }) => title),
    leftOut: first?.joined.leftOut.map(({ cause }) => cause),
    unknown: first?.rows.flatMap(({ state, match, name }) =>
      state === "asked" && match.kind === "nobody" ? [name] : [],
    ),
  };
}
