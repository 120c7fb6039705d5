import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { formatPercent } from "../figures/roundFraction";
import type { MatchRule, SelectionPart } from "../model/condition";
import { worldOf } from "../model/world";
import { startNote } from "../starters/startNote";
import { RANDOM_DAY } from "../testing/randomGradebook";
import { sampleStudent, sampleWorld } from "../testing/sampleClass";
import { planNote } from "./planNote";
import { reasonWords } from "./reason";
import { conditionWords, selectionSentence } from "./selectionSentence";

import { condition, joined, match, part, plainTruth, randomIndex } from "./testing/plainSelection";

const noteOf = (conditions: SelectionPart[], rule: MatchRule, period: string) => {
  const note = startNote("empty", { id: "n", now: 0, period });
  return { ...note, selection: { ...note.selection, conditions, match: rule } };
};

describe("a compiled selection", () => {
  test("equals a plain interpreter on random worlds, whatever the conditions and brackets", () => {
    fc.assert(
      fc.property(
        randomIndex,
        fc.array(part, { minLength: 1, maxLength: 4 }),
        match,
        fc.constantFrom("autumn", "winter", "year"),
        (index, parts, rule, period) => {
          const plan = planNote(index, noteOf(parts, rule, period));
          const selected = new Set(plan.selected.map(({ studentId }) => studentId));
          for (const id of ["a", "b", "c", "d"]) {
            const truth = joined(
              rule,
              parts.map((one) => plainTruth(index, period, id, one)),
            );
            expect(selected.has(id), id).toBe(truth === true);
          }
          const all = [...plan.selected, ...plan.nearMisses, ...plan.noAverage];
          for (const { reasons } of all) expect(reasons).not.toEqual([]);
          const listed = all.map(({ studentId }) => studentId);
          expect(new Set(listed).size).toBe(listed.length);
        },
      ),
      { numRuns: 400 },
    );
  });

  test("the reason always names the figure that decided", () => {
    fc.assert(
      fc.property(randomIndex, condition, (index, one) => {
        const plan = planNote(index, noteOf([one], "all", "winter"));
        for (const { studentId, reasons } of [...plan.selected, ...plan.nearMisses]) {
          const words = reasons.map((reason) => reasonWords(reason, "Earth Systems 9")).join("; ");
          const { overall, missing } = index.figures("class", studentId, "winter");
          const decimals = index.world.classes.get("class")?.decimals ?? 0;
          if (one.kind === "overall") expect(words).toContain(formatPercent(overall?.shown ?? Number.NaN, decimals));
          if (one.kind === "missing" || one.kind === "nothing missing")
            expect(words).toContain(missing.length === 0 ? "nothing missing" : `${missing.length} missing`);
          if (one.kind === "assignment") expect(words.toLowerCase()).toContain(`${one.assignment.toLowerCase()}: `);
          if (one.kind === "rank") expect(words).toMatch(/place \d+ of \d+/);
          if (one.kind === "change") {
            const change = reasons.find((reason) => reason.kind === "change");
            expect(words).toContain(change?.change ? `${Math.abs(change.change)} from ` : "as it was");
          }
          if (one.kind === "count") expect(words).toMatch(new RegExp(`\\d+ ${one.of}`));
          expect(words).not.toBe("");
        }
      }),
    );
  });

  test("students added by hand are selected whatever the conditions say, and stay marked in reason and sentence", () => {
    const index = new FiguresIndex(
      worldOf(sampleWorld({ students: ["a", "b"].map((id) => sampleStudent({ id, givenName: id.toUpperCase() })) })),
      RANDOM_DAY,
    );
    const note = noteOf([{ kind: "missing", atLeast: 1 }], "all", "winter");
    const selection = { ...note.selection, addedStudentIds: ["b"] };
    const plan = planNote(index, { ...note, selection });
    expect(plan.selected).toMatchObject([{ studentId: "b", reasons: [{ kind: "added by hand" }] }]);
    expect(
      planNote(index, { ...note, selection: { ...selection, leftOutStudentIds: ["b"] } }).leftOutByHand,
    ).toHaveLength(1);
    const names = { classLabel: String, period: () => "Winter term", student: (id: string) => id.toUpperCase() };
    expect(selectionSentence(selection, names)).toBe(
      "Students in all classes who miss at least 1 assignment in Winter term; and B",
    );
  });

  test("the sentence says every condition, with brackets where they are needed", () => {
    const names = { classLabel: String, period: () => "Winter term", student: String };
    const { selection } = noteOf(
      [
        { kind: "category", category: "Labs", comparison: "at most", percent: 69.5 },
        {
          kind: "group",
          match: "any",
          conditions: [
            { kind: "assignment", assignment: "Quiz: tides", comparison: "at most", value: 60, unit: "percent" },
            { kind: "assignment status", assignment: "Quiz: tides", status: "not handed in" },
          ],
        },
        { kind: "group", match: "none", conditions: [{ kind: "tag", tag: "choir" }] },
      ],
      "all",
      "winter",
    );
    expect(selectionSentence(selection, names)).toBe(
      "Students in all classes whose average of Labs is at most 69.5\u00a0%, (who have at most 60\u00a0% on Quiz: tides or whose Quiz: tides is not handed in) and for whom it is not so: who are in the group choir in Winter term",
    );
    expect(conditionWords({ kind: "rank", end: "top", count: 10, unit: "percent" }, names)).toBe(
      "who are in the top 10\u00a0% of their class",
    );
  });
});
