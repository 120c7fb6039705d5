import initSqlJs, { type Database } from "sql.js";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { editScores } from "@/core/gradebook/scoreEdit";
import { worldOf } from "@/core/model/world";
import { planNote } from "@/core/selection/planNote";
import { startNote } from "@/core/starters/startNote";
import { demoSchool, LARGE_SCHOOL } from "@/demo/demoSchool";
import { type Comparison, compare, IS_QUICK } from "./measure";

const TODAY = "2026-11-24";
const PERIOD = "winter";
/** About one in ten: what a teacher would write to. */
const LATE = 11;

/** Choosing among 2,000 students with 400 assignments each, and one edit with all figures of its class made fresh. */
export async function figuresBench(): Promise<Comparison[]> {
  const world = worldOf(demoSchool(TODAY, IS_QUICK ? undefined : LARGE_SCHOOL));
  const index = new FiguresIndex(world, TODAY);
  return [...(await filtering(index)), await editing(index)];
}

/** The statuses of every class, against a loop over bytes, the bare limit, and against an in-memory database. */
async function filtering(index: FiguresIndex): Promise<Comparison[]> {
  const note = startNote("empty", {
    id: "bench",
    now: 0,
    period: PERIOD,
    pointedOut: { classIds: "all", period: PERIOD, conditions: [{ kind: "count", of: "late", atLeast: LATE }] },
  });
  const unsent = { ...note, audience: { guardians: "none" as const, students: false } };
  const classes = [...index.world.classes.values()].map(({ id, studentIds }) => {
    const assignments = index.gradebook(id)?.assignments.filter(({ termId }) => termId === PERIOD) ?? [];
    const isLate = Uint8Array.from(
      studentIds.flatMap((studentId) =>
        assignments.map((assignment) =>
          index.world.scoreColumns.get(assignment.id)?.scores[studentId]?.status === "late" ? 1 : 0,
        ),
      ),
    );
    return { isLate, width: assignments.length, students: studentIds.length };
  });
  const bare = () => {
    let found = 0;
    for (const { isLate, width, students } of classes) {
      for (let student = 0; student < students; student += 1) {
        let late = 0;
        for (let assignment = 0; assignment < width; assignment += 1) late += isLate[student * width + assignment] ?? 0;
        if (late >= LATE) found += 1;
      }
    }
    return found;
  };
  const database = await statusDatabase(classes);
  const query = database.prepare(
    "SELECT class, student, COUNT(*) FROM scores WHERE late = 1 GROUP BY class, student HAVING COUNT(*) >= ?",
  );
  const queried = () => {
    let found = 0;
    query.bind([LATE]);
    while (query.step()) found += 1;
    query.reset();
    return found;
  };
  const found = bare();
  if (planNote(index, unsent).selected.length !== found || queried() !== found)
    throw new Error("They do not choose the same students.");
  const ours = () => planNote(index, unsent);
  const name = "choosing among 2,000 students with 400 assignments, with reasons";
  return [
    await compare({ name, peerName: "a loop over bytes", goal: 2 }, 100, ours, bare),
    await compare({ name, peerName: "sql.js", goal: 1 }, 100, ours, queried),
  ];
}

/** The same statuses as a table, with the index that the question wants. */
async function statusDatabase(classes: readonly { isLate: Uint8Array; width: number }[]): Promise<Database> {
  const { Database } = await initSqlJs();
  const database = new Database();
  database.run("CREATE TABLE scores (class INTEGER, student INTEGER, assignment INTEGER, late INTEGER); BEGIN");
  const insert = database.prepare("INSERT INTO scores VALUES (?, ?, ?, ?)");
  for (const [place, { isLate, width }] of classes.entries()) {
    for (const [at, late] of isLate.entries()) insert.run([place, Math.floor(at / width), at % width, late]);
  }
  insert.free();
  database.run("COMMIT; CREATE INDEX by_status ON scores (late, class, student)");
  return database;
}

/** The bare limit: the overall average of one class from its points in one array, without rules, drops or exactness. */
function editing(index: FiguresIndex): Promise<Comparison> {
  const [schoolClass] = index.world.classes.values();
  const [assignment] = schoolClass ? (index.gradebook(schoolClass.id)?.assignments ?? []) : [];
  const [studentId] = schoolClass?.studentIds ?? [];
  if (!schoolClass || !assignment || studentId === undefined) throw new Error("The large school has no class.");
  const assignments = index.gradebook(schoolClass.id)?.assignments ?? [];
  const points = Float64Array.from(
    schoolClass.studentIds.flatMap((id) =>
      assignments.map((one) => index.world.scoreColumns.get(one.id)?.scores[id]?.points ?? Number.NaN),
    ),
  );
  let turn = 0;
  return compare(
    { name: "one edit, and all figures of its class fresh", peerName: "bare sums of the class", goal: 2 },
    15,
    () => {
      turn += 1;
      const score = { status: "scored" as const, points: turn % 10 };
      index.apply(editScores([{ assignmentId: assignment.id, studentId, score }], index.world), turn);
      return schoolClass.studentIds.map((id) => index.figures(schoolClass.id, id, PERIOD));
    },
    () =>
      schoolClass.studentIds.map((_, student) => {
        let earned = 0;
        let possible = 0;
        for (const [place, one] of assignments.entries()) {
          const value = points[student * assignments.length + place] ?? Number.NaN;
          if (Number.isNaN(value)) continue;
          earned += value;
          possible += one.pointsPossible;
        }
        return (100 * earned) / possible;
      }),
  );
}
