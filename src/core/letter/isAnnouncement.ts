import { conditionalTextsOf, inlineNodes } from "../model/letterBody";
import type { Note } from "../model/note";
import { liveBlocks } from "./blockKinds";

/** Whether a note says the same to everybody: no field, no block, no conditional text and no report, in one language. Such a letter can go to many at once. */
export function isAnnouncement({
  subject,
  body,
  variants,
  reports = [],
}: Pick<Note, "subject" | "body" | "variants" | "reports">): boolean {
  const nodes = [...inlineNodes(subject), ...inlineNodes(body)];
  const isFixed = nodes.every(({ type }) => type !== "field");
  return (
    isFixed &&
    reports.length === 0 &&
    variants.length === 0 &&
    liveBlocks(body).length === 0 &&
    conditionalTextsOf(body).length === 0
  );
}
