import { describe, expect, test } from "vitest";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import type { Assignment } from "@/core/model/assignment";
import { addDays, instantOf } from "@/core/model/day";
import type { SchoolClass } from "@/core/model/schoolClass";
import type { Score } from "@/core/model/score";
import { worldOf } from "@/core/model/world";
import { sampleAssignment, sampleStudent, sampleWorld } from "@/core/testing/sampleClass";
import { assignmentDetails, classDetails, studentDetails } from "./studentDetails";

const TODAY = "2026-11-24";
const students = ["Ana", "Bo", "Cy", "Dee"].map((id) => sampleStudent({ id, givenName: id, familyName: "Ode" }));
const scored = (points: number): Score => ({ status: "scored", points });

/** Labs of 20 and 40 points, a quiz of 10, weights 60 and 40; the lowest lab is dropped where a test says so. */
function scene(schoolClass: Partial<SchoolClass> = {}) {
  const work: { assignment: Assignment; scores: Record<string, Score> }[] = [
    {
      assignment: sampleAssignment({ id: "salt", title: "Salinity lab" }),
      scores: { Ana: scored(16), Bo: scored(10), Cy: scored(20) },
    },
    {
      assignment: sampleAssignment({ id: "wave", title: "Wave tank lab", pointsPossible: 40, order: 2 }),
      scores: { Ana: { status: "missing" }, Bo: scored(30), Cy: { status: "excused" } },
    },
    {
      assignment: sampleAssignment({ id: "quiz", title: "Quiz", categoryId: "quizzes", pointsPossible: 10, order: 3 }),
      scores: { Ana: scored(7), Bo: scored(9) },
    },
  ];
  return worldOf(sampleWorld({ students, guardians: [], work, schoolClass: { method: "weighted", ...schoolClass } }));
}
const details = (world = scene(), studentId = "Ana") =>
  studentDetails(new FiguresIndex(world, TODAY), "class", studentId, "winter");

describe("one student's figures explain themselves", () => {
  test("each category has its scores, its sum and its share, and says what is out and why", () => {
    // Labs: 16 of 60; the quiz: 7 of 10. 0.6 * 26.67 % + 0.4 * 70 % = 44 %.
    const ana = details();
    expect(ana).toMatchObject({ name: "Ana Ode", overall: "44\u00a0%" });
    expect(ana?.method).toBe("The mean of the categories by weight, over those that have an average.");
    const [labs, quizzes] = ana?.categories ?? [];
    expect(labs).toMatchObject({ name: "Labs", average: "27\u00a0%", sum: "16 of 60", share: "makes 60 % of it" });
    expect(labs?.scores).toEqual([
      { title: "Salinity lab", score: "16", counts: "16 of 20", isOut: false },
      {
        title: "Wave tank lab",
        score: "missing",
        counts: "0 of 40, missing, counts by the class’s rule",
        isOut: false,
      },
    ]);
    expect(quizzes).toMatchObject({ average: "70\u00a0%", sum: "7 of 10", share: "makes 40 % of it" });
  });

  test("what is dropped or excused stands there, and makes no part of the sum", () => {
    const bo = details(scene({ categories: [{ id: "labs", name: "Labs", weight: 60, dropLowest: 1 }] }), "Bo");
    // 10 of 20 is lower than 30 of 40.
    expect(bo?.categories[0]).toMatchObject({ average: "75\u00a0%", sum: "30 of 40" });
    expect(bo?.categories[0]?.scores[0]).toMatchObject({ counts: "10 of 20, dropped", isOut: true });
    const cy = details(scene(), "Cy");
    expect(cy?.categories[0]?.scores[1]).toEqual({
      title: "Wave tank lab",
      score: "excused",
      counts: "excused",
      isOut: true,
    });
    // Without a quiz the labs make all of it.
    expect(cy?.categories.map(({ share }) => share)).toEqual(["makes 100 % of it", "no part of it"]);
  });

  test("what handing in would do, for one assignment alone and for all; nothing where nothing is missing", () => {
    const ana = details();
    expect(ana?.missing.map(({ words }) => words)).toEqual([expect.stringContaining("Wave tank lab")]);
    expect(ana?.handingIn).toMatch(/^44\u00a0% now; about \d+\u00a0% with this one handed in$/);
    const lifted = /about (\d+)/.exec(ana?.handingIn ?? "")?.[1];
    expect(ana?.missing[0]?.lifts).toBe(`alone: ${lifted}\u00a0%`);
    expect(details(scene(), "Bo")).toMatchObject({ handingIn: "", missing: [] });
  });

  test("somebody without scores has no average, and who is not there has no details", () => {
    expect(details(scene(), "Dee")).toMatchObject({ overall: "no average", change: "", handingIn: "" });
    expect(details(scene(), "nobody")).toBeUndefined();
  });

  test("the change is since the last note, or over four weeks where there was none; a year is made of its terms", () => {
    const world = scene();
    expect(details()?.change).toBe("as it was on 27 October 2026");
    // Before the wave tank lab came: 0.6 * 16/20 + 0.4 * 7/10 = 76 %.
    const columns = { wave: { classId: "class", before: "none" as const } };
    const index = new FiguresIndex(world, TODAY, [{ at: instantOf(addDays(TODAY, -5), 9), columns, averages: {} }]);
    const change = () => studentDetails(index, "class", "Ana", "winter")?.change;
    expect(change()).toBe("down 32 from 76\u00a0% on 27 October 2026");
    index.hear([
      {
        roundId: "r",
        studentId: "Ana",
        noteId: "n",
        kind: "praise",
        at: instantOf(addDays(TODAY, -10), 9),
        recipientIds: [],
      },
    ]);
    expect(change()).toBe("down 32 from 76\u00a0% on 14 November 2026, the last note");
    const year = studentDetails(new FiguresIndex(world, TODAY), "class", "Ana", "year");
    expect(year?.method).toBe("The mean of the terms that have an average, by their weights.");
    expect(year?.terms).toEqual([{ name: "Winter term", average: "44\u00a0%", weight: 1 }]);
  });
});

describe("classes and assignments in numbers", () => {
  const index = new FiguresIndex(scene(), TODAY);

  test("the averages of a class: median, mean, quartiles, extremes, and who has none", () => {
    // Ana 44 %, Bo 0.6 * 40/60 + 0.4 * 9/10 = 76 %, Cy 100 %.
    const { title, words, bars } = classDetails(index, ["class", "no such class"], "winter");
    expect(title).toBe("Overall averages");
    const shown = Object.fromEntries(words.map(({ label, value }) => [label, value]));
    expect(shown).toMatchObject({
      Median: "76\u00a0%",
      Mean: "73\u00a0%",
      "Lowest and highest": "44\u00a0% and 100\u00a0%",
      "Without one": "1 student",
    });
    expect(bars.reduce((sum, { count }) => sum + count, 0)).toBe(3);
    expect(classDetails(index, [], "winter")).toMatchObject({ words: [], bars: [] });
  });

  test("an assignment says what it is, how it went in percent of its points, and who misses it", () => {
    const wave = assignmentDetails(index, ["wave"]);
    expect(wave).toMatchObject({
      title: "Wave tank lab",
      about: "Labs, due 10 November 2026, 40 points",
      missing: ["Ana Ode"],
    });
    expect(wave?.words.find(({ label }) => label === "Median")?.value).toBe("75\u00a0%");
    expect(assignmentDetails(index, ["gone"])).toBeUndefined();
  });
});
