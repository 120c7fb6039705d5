import { describe, expect, test } from "vitest";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { shownScore } from "@/core/figures/shownScore";
import { startNote } from "@/core/letter/starterNotes";
import { worldOf } from "@/core/model/world";
import { demoSchool } from "@/demo/demoSchool";
import { gradebookView } from "./gradebookView";
import { letterView } from "./letterView";
import { checkView, peopleView } from "./noteView";

const school = demoSchool("2026-11-24");
const index = new FiguresIndex(worldOf(school), "2026-11-24");
const note = startNote("below a threshold", { id: "n", now: 0, period: "winter" });

describe("what the screens are given", () => {
  test("the gradebook has a row for each student; what counts as missing there is shown as missing", () => {
    const view = gradebookView(index, "class-1", "winter");
    expect(view?.rows).toHaveLength(28);
    const { classes, assignments, scoreColumns } = index.world;
    const schoolClass = classes.get("class-1");
    if (!view || !schoolClass) throw new Error("The demo school has no first class.");
    for (const row of view.rows) {
      const shown = view.work.flatMap(({ id }) => {
        const assignment = assignments.get(id);
        return assignment
          ? [shownScore(scoreColumns.get(id)?.scores[row.studentId], assignment, schoolClass, index.today)]
          : [];
      });
      expect(shown).toHaveLength(view.work.length);
      expect(shown.filter(({ status }) => status === "missing" || status === "incomplete")).toHaveLength(row.missing);
    }
    expect(gradebookView(index, "no such class", "winter")).toBeUndefined();
  });

  test("the people of a note: the list, the letters and the sentence agree", () => {
    const view = peopleView(index, note);
    expect(view.letters.length).toBeGreaterThan(view.selected.length);
    expect(view.summary).toContain(`${view.letters.length} letters`);
    expect(view.sentence).toBe("Students in all classes whose overall average is below 70\u00a0% in Winter term");
    for (const { reason } of view.selected) expect(reason).toMatch(/^overall [\d.]+\u00a0%.* in .*, below 70\u00a0%$/);
    for (const { reason } of view.nearMisses) expect(reason).toContain("not below 70\u00a0%");
    const letters = new Set(view.letters.map(({ classId, studentId }) => `${classId}/${studentId}`));
    expect([...letters].every((key) => view.selected.some((match) => match.key === key))).toBe(true);
  });

  test("leaving a person out by hand takes the letter away and mends the stop", () => {
    const bad = checkView(index, startNote("progress", { id: "n", now: 0, period: "winter" }));
    const ids = bad.findings.flatMap(({ finding }) => finding.path.recipientId ?? []);
    expect(ids.length).toBeGreaterThan(0);
    const mended = checkView(index, {
      ...startNote("progress", { id: "n", now: 0, period: "winter" }),
      leftOutRecipientIds: ids,
    });
    expect(mended.stops).toBe(0);
  });

  test("the letter shown while writing is found by its key, the first without one", () => {
    const { letters } = peopleView(index, note);
    const third = letters[2];
    const view = letterView(index, note, third?.key);
    expect(view).toMatchObject({ key: third?.key, place: 2, count: letters.length });
    expect(view.fields.find(({ id }) => id === "student.fullName")?.value).toBe(third?.studentName);
    expect(letterView(index, note, "gone").place).toBe(0);
    const nobody = { ...note, audience: { guardians: "none" as const, students: false } };
    expect(letterView(index, nobody, undefined)).toMatchObject({ key: undefined, count: 0, averages: undefined });
  });
});
