import fc from "fast-check";
import { expect, test } from "vitest";
import type { Change } from "@/core/change/change";
import { setRows } from "@/core/change/change";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { editScores } from "@/core/gradebook/scoreEdit";
import { averageColumnId, OVERALL } from "@/core/model/averageColumn";
import { type World, worldOf } from "@/core/model/world";
import { demoSchool } from "@/demo/demoSchool";
import { type HeldView, viewFrom } from "./gradebookNews";
import { gradebookView } from "./gradebookView";
import { GradebookViews } from "./gradebookViews";

const TODAY = "2026-11-24";
const school = worldOf(demoSchool(TODAY));

const at = <One>(all: ReadonlyMap<string, One>, place: number): One => [...all.values()][place % all.size] as One;

/** Everything that a row or a column is made of, changed one at a time. */
const CHANGES: ((world: World, place: number) => Change)[] = [
  (world, place) => {
    const { assignmentId, scores } = at(world.scoreColumns, place);
    const studentId = Object.keys(scores)[place % 7] ?? "";
    return editScores([{ assignmentId, studentId, score: { status: "scored", points: place % 11 } }], world);
  },
  (world, place) => {
    const one = at(world.classes, place);
    return { classes: setRows<"classes">(world.classes, [[one.id, { ...one, decimals: one.decimals === 2 ? 0 : 2 }]]) };
  },
  (world, place) => {
    const one = at(world.classes, place);
    const categories = one.categories.map((category) => ({ ...category, name: `${category.name}, again` }));
    return { classes: setRows<"classes">(world.classes, [[one.id, { ...one, categories }]]) };
  },
  (world, place) => {
    const one = at(world.classes, place);
    return { classes: setRows<"classes">(world.classes, [[one.id, { ...one, studentIds: one.studentIds.slice(1) }]]) };
  },
  (world, place) => {
    const one = at(world.students, place);
    return { students: setRows<"students">(world.students, [[one.id, { ...one, familyName: `Zz${one.familyName}` }]]) };
  },
  (world, place) => {
    const one = at(world.gradeScales, place);
    const bands = one.bands.map((band) => ({ ...band, label: `${band.label}*` }));
    return { gradeScales: setRows<"gradeScales">(world.gradeScales, [[one.id, { ...one, bands }]]) };
  },
  (world, place) => {
    const one = at(world.assignments, place);
    const changed = { ...one, title: `${one.title} (${place})`, pointsPossible: one.pointsPossible + 1 };
    return { assignments: setRows<"assignments">(world.assignments, [[one.id, changed]]) };
  },
  (world, place) => {
    const { id: classId, studentIds } = at(world.classes, place);
    const id = averageColumnId(classId, "winter", OVERALL);
    const percents = { [studentIds[0] ?? ""]: place % 100 };
    const column = { id, classId, period: "winter", categoryId: OVERALL, percents };
    return { averageColumns: setRows<"averageColumns">(world.averageColumns, [[id, column]]) };
  },
];

test("whatever changes, a view that is told from the one before is the one that is rebuilt", () => {
  const step = fc.tuple(fc.constantFrom(...CHANGES), fc.nat(400), fc.boolean());
  fc.assert(
    fc.property(fc.array(step, { minLength: 1, maxLength: 6 }), (steps) => {
      const index = new FiguresIndex(school, TODAY);
      const views = new GradebookViews();
      let held: HeldView | undefined;
      for (const [change, place, isAll] of steps) {
        index.apply(change(index.world, place), 0);
        const classIds = [...index.world.classes.keys()].slice(0, isAll ? 5 : 1);
        const news = structuredClone(views.news(index, classIds, "winter", held?.stamp));
        held = { stamp: news.stamp, view: viewFrom(news, held?.view) };
        expect(held.view).toEqual(gradebookView(new FiguresIndex(index.world, TODAY), classIds, "winter"));
      }
    }),
    { seed: 20261130, numRuns: 25 },
  );
});
