import { liveBlocks } from "@/core/letter/blockKinds";
import type { ConditionalTextNode, FieldNode, PlainBlockNode } from "@/core/model/letterBody";
import type { PageWords } from "@/core/model/pageDesign";
import type { LiveParts } from "@/workers/engine/letterView";

interface AnyNode {
  readonly type: string;
  readonly content?: readonly AnyNode[];
}

/** What of the words of a page depends on the student, wherever it stands: in columns and large lines too. */
export function pagePartsOf({ language, head, foot, fileName, body }: PageWords): LiveParts {
  const nodes = [head, foot, fileName, body].flatMap((document) => [...within(document as AnyNode)]);
  const of = <Node>(type: string) => nodes.filter((node) => node.type === type) as unknown as Node[];
  return {
    fields: of<FieldNode>("field").map(({ attrs }) => attrs),
    blocks: liveBlocks({ type: "doc", content: nodes as unknown as PlainBlockNode[] }),
    passages: of<ConditionalTextNode>("passage").map(({ attrs }) => attrs),
    language,
  };
}

function* within(node: AnyNode): Generator<AnyNode> {
  for (const child of node.content ?? []) {
    yield child;
    yield* within(child);
  }
}
