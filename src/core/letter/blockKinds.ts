import { type LetterBody, type PlainBlockNode, plainBlocks } from "../model/letterBody";
import type { World } from "../model/world";
import { assignmentScore } from "./blocks/assignmentScore";
import { averagesTable } from "./blocks/averagesTable";
import type { BlockKind, BlockModel, BlockSetting, LiveBlockNode, LiveType } from "./blocks/blockKind";
import { classLog } from "./blocks/classLog";
import { handingIn } from "./blocks/handingIn";
import { missingWork } from "./blocks/missingWork";
import { newScores } from "./blocks/newScores";
import { trend } from "./blocks/trend";
import { upcomingWork } from "./blocks/upcomingWork";
import type { LetterContext } from "./fields/letterContext";

/** Every block that is made from figures, in the order in which they are offered. */
const BLOCK_KINDS: Readonly<{ [Type in LiveType]: BlockKind<Type> }> = {
  averagesTable,
  missingWork,
  handingIn,
  trend,
  assignmentScore,
  upcomingWork,
  classLog,
  newScores,
};

/** A kind as it is used where nobody knows which it is. */
interface AnyBlockKind {
  readonly label: string;
  readonly begins: object;
  readonly isWritten?: boolean;
  model(attributes: object, context: LetterContext): BlockModel;
  tells?(attributes: object, context: LetterContext): readonly string[];
  settings?(attributes: object, world: World): readonly BlockSetting<object>[];
}

export const LIVE_TYPES = Object.keys(BLOCK_KINDS) as LiveType[];

export function blockKind(type: LiveType): AnyBlockKind {
  return BLOCK_KINDS[type] as unknown as AnyBlockKind;
}

function isLiveBlock(block: PlainBlockNode): block is LiveBlockNode {
  return Object.hasOwn(BLOCK_KINDS, block.type);
}

/** The live blocks of a letter, in reading order. */
export function liveBlocks(body: LetterBody): LiveBlockNode[] {
  return [...plainBlocks(body)].filter(isLiveBlock);
}

/** Names a block by what it is and how it was set: two that are alike hold the same, also where the usual is left unsaid. */
export function blockKey({ type, attrs }: { type: string; attrs?: object }): string {
  const { whenNothing: _own, ...usual } = (
    Object.hasOwn(BLOCK_KINDS, type) ? blockKind(type as LiveType).begins : {}
  ) as { whenNothing?: string };
  const set = Object.entries({ ...usual, ...attrs }).filter(([, value]) => value !== undefined);
  return `${type} ${JSON.stringify(set.sort(([a], [b]) => a.localeCompare(b)))}`;
}

/** What a block tells of the student of a letter, thing by thing; none where its kind does not say. */
export function blockTells({ type, attrs }: LiveBlockNode, context: LetterContext): readonly string[] | undefined {
  const { begins, tells } = blockKind(type);
  return tells?.({ ...begins, ...attrs }, context);
}

/** The figures of a block for the student of a letter. */
export function blockModel({ type, attrs }: LiveBlockNode, context: LetterContext): BlockModel {
  const { begins, model } = blockKind(type);
  return model(attrs ?? begins, context);
}
