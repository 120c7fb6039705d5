import { FiguresIndex } from "@/core/figures/figuresIndex";
import { editScores } from "@/core/gradebook/scoreEdit";
import { startNote } from "@/core/letter/starterNotes";
import { worldOf } from "@/core/model/world";
import { planNote } from "@/core/selection/planNote";
import { demoSchool, LARGE_SCHOOL } from "@/demo/demoSchool";
import { type Comparison, compare } from "./measure";

const TODAY = "2026-11-24";
const PERIOD = "winter";
const LATE = 3;

/** Choosing among 2,000 students with 400 pieces each, and one edit with all figures of its class made fresh. */
export async function figuresBench(): Promise<Comparison[]> {
  const world = worldOf(demoSchool(TODAY, LARGE_SCHOOL));
  const index = new FiguresIndex(world, TODAY);
  return [await filtering(index), await editing(index)];
}

/** The bare limit: the statuses of every class as bytes, students down and pieces across, in one array. */
function filtering(index: FiguresIndex): Promise<Comparison> {
  const note = startNote("empty", {
    id: "bench",
    now: 0,
    period: PERIOD,
    pointedOut: { classIds: "all", period: PERIOD, conditions: [{ kind: "count", of: "late", atLeast: LATE }] },
  });
  const unsent = { ...note, audience: { guardians: "none" as const, students: false } };
  const classes = [...index.world.classes.values()].map(({ id, studentIds }) => {
    const pieces = index.gradebook(id)?.assignments.filter(({ termId }) => termId === PERIOD) ?? [];
    const isLate = Uint8Array.from(
      studentIds.flatMap((studentId) =>
        pieces.map((piece) => (index.world.scoreColumns.get(piece.id)?.scores[studentId]?.status === "late" ? 1 : 0)),
      ),
    );
    return { isLate, width: pieces.length, students: studentIds.length };
  });
  const bare = () => {
    let found = 0;
    for (const { isLate, width, students } of classes) {
      for (let student = 0; student < students; student += 1) {
        let late = 0;
        for (let piece = 0; piece < width; piece += 1) late += isLate[student * width + piece] ?? 0;
        if (late >= LATE) found += 1;
      }
    }
    return found;
  };
  if (planNote(index, unsent).selected.length !== bare()) throw new Error("The two do not choose the same students.");
  return compare(
    { name: "choosing among 2,000 students with 400 pieces, with reasons", peerName: "a loop over bytes", goal: 2 },
    15,
    () => planNote(index, unsent),
    bare,
  );
}

/** The bare limit: the overall average of one class from its points in one array, without rules, drops or exactness. */
function editing(index: FiguresIndex): Promise<Comparison> {
  const [schoolClass] = index.world.classes.values();
  const [piece] = schoolClass ? (index.gradebook(schoolClass.id)?.assignments ?? []) : [];
  const [studentId] = schoolClass?.studentIds ?? [];
  if (!schoolClass || !piece || studentId === undefined) throw new Error("The large school has no class.");
  const pieces = index.gradebook(schoolClass.id)?.assignments ?? [];
  const points = Float64Array.from(
    schoolClass.studentIds.flatMap((id) =>
      pieces.map((one) => index.world.scoreColumns.get(one.id)?.scores[id]?.points ?? Number.NaN),
    ),
  );
  let turn = 0;
  return compare(
    { name: "one edit, and all figures of its class fresh", peerName: "bare sums of the class", goal: 2 },
    15,
    () => {
      turn += 1;
      const score = { status: "scored" as const, points: turn % 10 };
      index.apply(editScores([{ assignmentId: piece.id, studentId, score }], index.world));
      return schoolClass.studentIds.map((id) => index.figures(schoolClass.id, id, PERIOD));
    },
    () =>
      schoolClass.studentIds.map((_, student) => {
        let earned = 0;
        let possible = 0;
        for (const [place, one] of pieces.entries()) {
          const value = points[student * pieces.length + place] ?? Number.NaN;
          if (Number.isNaN(value)) continue;
          earned += value;
          possible += one.pointsPossible;
        }
        return (100 * earned) / possible;
      }),
  );
}
