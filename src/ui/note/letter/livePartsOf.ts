import { liveBlocks } from "@/core/letter/blockKinds";
import { conditionalTextsOf, type FieldNode, inlineNodes } from "@/core/model/letterBody";
import type { Note } from "@/core/model/note";
import type { LiveParts } from "@/workers/engine/letterView";

/** What of a note's words depends on the student: its fields and blocks. */
export function livePartsOf({ language, subject, body }: Pick<Note, "language" | "subject" | "body">): LiveParts {
  const nodes = [...inlineNodes(subject), ...inlineNodes(body)];
  const fields = nodes.filter((node): node is FieldNode => node.type === "field").map(({ attrs }) => attrs);
  return { fields, blocks: liveBlocks(body), passages: conditionalTextsOf(body).map(({ attrs }) => attrs), language };
}
