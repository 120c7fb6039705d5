import { expect, test } from "vitest";
import type { Score } from "./score";
import { SharedScores } from "./sharedScores";

const columnOf = (scores: Readonly<Record<string, Score>>) => ({
  assignmentId: "a",
  classId: "c",
  scores: { ...scores },
});

test("equal scores are one, also of two columns; what says more stays its own; nothing of any is lost", () => {
  const scores: Record<string, Score> = {
    ines: { status: "scored", points: 8 },
    davit: { status: "scored", points: 8 },
    mei: { status: "late", points: 8 },
    omar: { status: "missing" },
    lena: { status: "scored", points: 8, comment: "Clear." },
    tomas: { status: "scored", gradeLabel: "B" },
    nia: { status: "scored" },
    ravi: { points: 0, status: "scored" },
  };
  const shared = new SharedScores();
  const first = shared.share(columnOf(structuredClone(scores)));
  const second = shared.share(columnOf(structuredClone(scores)));
  expect([first.scores, second.scores]).toEqual([scores, scores]);
  expect(first.scores.davit).toBe(first.scores.ines);
  expect(second.scores.davit).toBe(first.scores.ines);
  expect(second.scores.omar).toBe(first.scores.omar);
  expect(second.scores.lena).not.toBe(first.scores.lena);
  // One that is changed by mistake would change the scores of others.
  expect(() => Object.assign(first.scores.ines ?? {}, { points: 9 })).toThrow(TypeError);
});
