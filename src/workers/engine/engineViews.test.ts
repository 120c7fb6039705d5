import { describe, expect, test } from "vitest";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { shownScore } from "@/core/figures/shownScore";
import { blockKey } from "@/core/letter/blockKinds";
import { noteLetters } from "@/core/letter/noteLetters";
import { instantOf } from "@/core/model/day";
import { worldOf } from "@/core/model/world";
import { planNote } from "@/core/selection/planNote";
import { STARTERS } from "@/core/starters/starterWords";
import { startNote } from "@/core/starters/startNote";
import { demoPast } from "@/demo/demoPast";
import { demoSchool } from "@/demo/demoSchool";
import { gradebookView } from "./gradebookView";
import { letterView } from "./letterView";
import { checkView, peopleView } from "./peopleView";

const school = demoSchool("2026-11-24");
const index = new FiguresIndex(worldOf(school), "2026-11-24");
const note = startNote("below a threshold", { id: "n", now: 0, period: "winter" });

const averages = { type: "averagesTable" } as const;
const noon = instantOf("2026-11-24", 12);
const live = { fields: [], blocks: [averages], passages: [], language: "en" };

describe("what the screens are given", () => {
  test("the gradebook has a row for each student; what counts as missing there is shown as missing", () => {
    const view = gradebookView(index, ["class-1"], "winter");
    expect(view.rows).toHaveLength(28);
    const { classes, assignments, scoreColumns } = index.world;
    const schoolClass = classes.get("class-1");
    if (!schoolClass) throw new Error("The demo school has no first class.");
    for (const row of view.rows) {
      const shown = view.work.flatMap(({ assignments: idOf }) => {
        const id = idOf["class-1"] ?? "";
        const assignment = assignments.get(id);
        return assignment
          ? [shownScore(scoreColumns.get(id)?.scores[row.studentId], assignment, schoolClass, index.today)]
          : [];
      });
      expect(shown).toHaveLength(view.work.length);
      expect(shown.filter(({ status }) => status === "missing" || status === "incomplete")).toHaveLength(
        row.missing ?? -1,
      );
    }
    expect(gradebookView(index, ["no such class"], "winter").rows).toEqual([]);
  });

  test("in all classes at once an assignment of one title is one column, and every row has the figures of its own class", () => {
    const classes = [...index.world.classes.values()];
    const all = gradebookView(
      index,
      classes.map(({ id }) => id),
      "winter",
    );
    const alone = classes.map(({ id }) => gradebookView(index, [id], "winter"));
    expect(all.rows).toHaveLength(alone.reduce((sum, { rows }) => sum + rows.length, 0));
    for (const view of alone) {
      for (const row of view.rows) {
        const same = all.rows.find(({ key }) => key === row.key);
        expect({ ...same, categoryAverages: [] }).toEqual({ ...row, categoryAverages: [] });
        for (const [place, { name }] of view.categories.entries()) {
          const at = all.categories.findIndex((category) => category.name === name);
          expect(same?.categoryAverages[at]).toEqual(row.categoryAverages[place]);
        }
      }
      const [classId = ""] = view.classIds;
      const ids = all.work.flatMap(({ assignments }) => assignments[classId] ?? []);
      expect([...ids].sort()).toEqual(view.work.map(({ assignments }) => assignments[classId]).sort());
    }
    for (const { title, assignments } of all.work) {
      for (const id of Object.values(assignments)) expect(index.world.assignments.get(id)?.title).toBe(title);
    }
    expect(all.work.length).toBeLessThan(alone.reduce((sum, { work }) => sum + work.length, 0));
  });

  test("the people of a note: the list, the letters and the sentence agree", () => {
    const view = peopleView(index, note);
    expect(view.letters.length).toBeGreaterThan(view.selected.length);
    expect(view.summary).toContain(`${view.letters.length} letters`);
    expect(view.sentence).toBe("Students in all classes whose overall average is below 70\u00a0% in Winter term");
    for (const { reason } of view.selected) expect(reason).toMatch(/^overall [\d.]+\u00a0%.* in .*, below 70\u00a0%$/);
    for (const { reason } of view.nearMisses) expect(reason).toContain("not below 70\u00a0%");
    const letters = new Set(view.letters.flatMap(({ matchKeys }) => matchKeys));
    expect([...letters].every((key) => view.selected.some((match) => match.key === key))).toBe(true);
  });

  test("leaving a person out by hand takes the letter away and mends the stop", () => {
    const bad = checkView(index, startNote("progress", { id: "n", now: 0, period: "winter" }), noon);
    const ids = bad.findings.flatMap(({ finding }) => finding.path.recipientId ?? []);
    expect(ids.length).toBeGreaterThan(0);
    const mended = checkView(
      index,
      {
        ...startNote("progress", { id: "n", now: 0, period: "winter" }),
        leftOutRecipientIds: ids,
      },
      noon,
    );
    expect(mended.stops).toBe(0);
  });

  test("the letter shown while writing is found by its key, the first without one", () => {
    const { letters } = peopleView(index, note);
    const third = letters[2];
    const view = letterView(index, note, live, third?.key);
    expect(view).toMatchObject({ key: third?.key, place: 2, count: letters.length });
    expect(view.blocks[blockKey(averages)]).toMatchObject({ kind: "table" });
    expect(view.fields.find(({ id }) => id === "student.fullName")?.value).toBe(third?.studentName);
    expect(letterView(index, note, live, "gone").place).toBe(0);
    const nobody = { ...note, audience: { guardians: "none" as const, students: false } };
    expect(letterView(index, nobody, live, undefined)).toMatchObject({ key: undefined, count: 0, blocks: {} });
  });
});

test.each(STARTERS.filter((starter) => starter !== "empty"))(
  "the starter “%s” has people in the demo school, and nothing to mend but addresses",
  (starter) => {
    const assignment = "Quiz: tides";
    const withPast = new FiguresIndex(worldOf(school), "2026-11-24", demoPast(school, "2026-11-24"));
    const begun = startNote(starter, { id: "n", now: 0, period: "winter", assignment });
    expect(peopleView(withPast, begun).letters.length).toBeGreaterThan(0);
    const { findings } = checkView(withPast, begun, noon);
    const toMend = findings.filter(({ finding }) => finding.severity !== "line" && finding.code !== "no-good-address");
    expect(toMend.map(({ finding }) => finding.code)).toEqual([]);
  },
);

/** Tags that mail programs show, each with its styles in place. */
const TAGS = new Set(
  "html head meta title body div p h2 h3 ul ol li table thead tbody tr th td strong em u a img br bdi".split(" "),
);

test.each(STARTERS.filter((starter) => starter !== "empty"))(
  "every letter of the starter “%s” is fit for mail: known tags, styles in place, nothing loaded, nothing run",
  (starter) => {
    const withPast = new FiguresIndex(worldOf(school), "2026-11-24", demoPast(school, "2026-11-24"));
    const begun = startNote(starter, { id: "n", now: 0, period: "winter", assignment: "Quiz: tides" });
    begun.body.content.push({ type: "trend", attrs: { whenNothing: "" } });
    const unfit: string[] = [];
    for (const { rendered } of noteLetters(withPast, begun, planNote(withPast, begun).letters)) {
      const { html } = rendered;
      unfit.push(
        ...[...html.matchAll(/<([a-z][a-z0-9]*)([^>]*)>/g)].flatMap(([tag, name, set]) =>
          isFit(name, set) ? [] : tag,
        ),
      );
      unfit.push(...(html.match(/src="(?!data:image\/png;base64,)[^"]*"|href="(?!https?:)[^"]*"/g) ?? []));
      unfit.push(...(html.match(/<img (?![^>]*alt="[^"]+")/g) ?? []));
    }
    expect(unfit).toEqual([]);
  },
);

const STYLED = new Set(["p", "ul", "li", "table", "th", "td", "img", "h2"]);

function isFit(tag = "", attributes = ""): boolean {
  if (!TAGS.has(tag) || /\son[a-z]+=|class=|javascript:|url\(/i.test(attributes)) return false;
  return !STYLED.has(tag) || attributes.includes("style=");
}
