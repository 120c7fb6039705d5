import { FiguresIndex } from "../../figures/figuresIndex";
import type { BlockNode, InlineNode, LetterBody } from "../../model/letterBody";
import { PLAIN_SIGNATURE } from "../../model/settings";
import { worldOf } from "../../model/world";
import { planNote } from "../../selection/planNote";
import { startNote } from "../../starters/startNote";
import { sampleAssignment, sampleStudent, sampleWorld } from "../../testing/sampleClass";
import { compileLetter } from "../compileLetter";
import type { LetterContext } from "../fields/letterContext";
import { letterContexts } from "../noteLetters";

type Work = NonNullable<Parameters<typeof sampleWorld>[0]>["work"];

export function contextOf(givenName = "Ana", other?: Work): LetterContext {
  const student = sampleStudent({ givenName, guardians: [{ guardianId: "guardian", relation: "parent" }] });
  const work = [
    { assignment: sampleAssignment({ id: "a" }), scores: { student: { status: "scored" as const, points: 17 } } },
    {
      assignment: sampleAssignment({ id: "b", title: "Wave tank lab", dueDate: "2026-11-12", order: 2 }),
      scores: { student: { status: "missing" as const } },
    },
  ];
  const index = new FiguresIndex(worldOf(sampleWorld({ students: [student], work: other ?? work })), "2026-11-24");
  const note = startNote("progress", { id: "note", now: 0, period: "winter" });
  const [letter] = planNote(index, note).letters;
  if (!letter) throw new Error("The sample has no letter.");
  return letterContexts(index, note, letter, "en")[0];
}

export const doc = (...content: BlockNode[]): LetterBody => ({ type: "doc", content });
export const paragraph = (...content: InlineNode[]): BlockNode => ({ type: "paragraph", content });
export const text = (words: string): InlineNode => ({ type: "text", text: words });
export const field = (id: string, fallback = ""): InlineNode => ({
  type: "field",
  attrs: { field: id, fallback, format: "", upperFirst: false },
});
export const render = (body: LetterBody, context = contextOf(), subject: InlineNode[] = [text("Subject")]) =>
  compileLetter(
    { subject: { type: "doc", content: [{ type: "paragraph", content: subject }] }, body },
    PLAIN_SIGNATURE,
  )([context]);
/** What stands between the tags, with what separates cells and paragraphs as spaces. */
export const wordsOf = (html: string) =>
  html
    .slice(html.indexOf("<body"))
    .replace(/<[^>]*>/g, " ")
    .replace(
      /&(amp|lt|gt|quot|#39);/g,
      (_, name: string) => ({ amp: "&", lt: "<", gt: ">", quot: '"', "#39": "'" })[name] ?? "",
    );
export const squeezed = (words: string) => words.replace(/^\s*(-|\d+\.)( |$)/gm, "").replace(/[\s:|]/g, "");
