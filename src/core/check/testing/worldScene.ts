import { FiguresIndex } from "../../figures/figuresIndex";
import { paragraph } from "../../letter/letterParts";
import type { Condition } from "../../model/condition";
import type { BlockNode, InlineNode } from "../../model/letterBody";
import { worldOf } from "../../model/world";
import { planNote } from "../../selection/planNote";
import { CHECK_DAY, type CheckScene } from "../../testing/checkWorlds";
import type { FindingCode } from "../findingKinds";

export interface Fault {
  readonly what: string;
  readonly code: FindingCode;
  readonly plant: (scene: CheckScene) => void;
  /** In how many letters it is found, of all there are. */
  readonly letters?: (scene: CheckScene, all: number) => number;
  /** Where it can't be planted. */
  readonly notIn?: readonly string[];
}
export const WITHOUT_SCORES = ["one class without scores", "averages alone"];
export const write = (scene: CheckScene, ...parts: (string | InlineNode)[]) =>
  scene.note.body.content.splice(2, 0, paragraph(...parts));
export const subject = (scene: CheckScene, ...parts: (string | InlineNode)[]) => {
  scene.note.subject = { type: "doc", content: [paragraph(...parts) as never] };
};
export const only = (scene: CheckScene, ...conditions: Condition[]) => {
  scene.note.selection = { ...scene.note.selection, conditions };
};
export const student = (scene: CheckScene, id: string) => {
  const found = scene.records.students.find((one) => one.id === id);
  if (!found) throw new Error(`There is no ${id}.`);
  return found;
};
export const guardian = (scene: CheckScene, id: string) => {
  const found = scene.records.guardians.find((one) => one.id === id);
  if (!found) throw new Error(`There is no ${id}.`);
  return found;
};
export const passageIf = (condition: Condition, words: string): BlockNode => ({
  type: "passage",
  attrs: { match: "all", conditions: [condition] },
  content: [
    { type: "passageThen", content: [paragraph(words)] },
    { type: "passageOtherwise", content: [{ type: "paragraph" }] },
  ],
});
/** All letters but the one to the student's own family, which has one. */
export const allButOne = (_scene: CheckScene, all: number) => all - 1;

export const named = (words: string, letters = allButOne): Omit<Fault, "what" | "code"> => ({
  plant: (scene) => write(scene, words),
  letters,
});

export function lonely(scene: CheckScene): number {
  const index = new FiguresIndex(worldOf(scene.records), CHECK_DAY, scene.past);
  const shown = planNote(index, scene.note).selected.flatMap(({ classId, studentId }) => {
    const { overall, categoryAverages } = index.figures(classId, studentId, "winter");
    return [...new Set([overall, ...categoryAverages].flatMap((one) => one?.shown ?? []))];
  });
  const possible = new Set(scene.records.assignments.map(({ pointsPossible }) => pointsPossible));
  return shown.find((one) => shown.indexOf(one) === shown.lastIndexOf(one) && !possible.has(one)) ?? Number.NaN;
}

/** Words without any figure. */
export function plain({ note }: CheckScene): void {
  note.body = { type: "doc", content: [paragraph("We meet at the harbour on Friday.")] };
  note.variants = [];
}
