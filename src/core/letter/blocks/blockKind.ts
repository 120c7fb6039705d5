import type { PlainBlockNode } from "../../model/letterBody";
import type { World } from "../../model/world";
import type { Option } from "../../selection/conditions/phrase";
import type { LetterContext } from "../fields/letterContext";

/** What a block of a letter holds for one student, before it is drawn as HTML, as text or on the screen. */
export type BlockModel =
  | { kind: "table"; head: readonly string[]; rows: readonly (readonly string[])[] }
  | { kind: "list"; items: readonly string[] }
  | { kind: "sentence"; text: string }
  /** Sentences that follow each other. */
  | { kind: "paragraphs"; texts: readonly string[] }
  /** A picture, and what it shows in words. */
  | { kind: "picture"; src: string; words: string };

/** The blocks that are made from a student's figures. */
export type LiveType =
  | "averagesTable"
  | "missingWork"
  | "handingIn"
  | "trend"
  | "assignmentScore"
  | "upcomingWork"
  | "classLog"
  | "newScores";
export type LiveBlockNode = Extract<PlainBlockNode, { type: LiveType }>;
export type AttributesOf<Type extends LiveType> = NonNullable<Extract<LiveBlockNode, { type: Type }>["attrs"]>;

/** What can be set of a block. `change` gives what it is set to then. */
export type BlockSetting<Attributes> =
  | {
      readonly kind: "choice";
      readonly label: string;
      readonly value: string;
      readonly options: readonly Option[];
      change(value: string): Partial<Attributes>;
    }
  | {
      readonly kind: "days";
      readonly label: string;
      readonly value: number;
      change(value: number): Partial<Attributes>;
    }
  | {
      readonly kind: "check";
      readonly label: string;
      readonly isOn: boolean;
      change(isOn: boolean): Partial<Attributes>;
    }
  | {
      readonly kind: "several";
      readonly label: string;
      /** What stands before those that are chosen, and what choosing none means. */
      readonly only: string;
      readonly none: string;
      readonly chosen: readonly string[];
      readonly options: readonly string[];
      change(values: readonly string[]): Partial<Attributes>;
    };

/** All there is to one kind of block. */
export interface BlockKind<Type extends LiveType> {
  /** What it is called where it is placed. */
  readonly label: string;
  /** How it is set when it is placed, and what is taken of what was left unsaid. */
  readonly begins: Required<{ [Name in keyof AttributesOf<Type>]: AttributesOf<Type>[Name] }>;
  /** Whether somebody wrote its words, and not the school’s record. */
  readonly isWritten?: boolean;
  /** The figures of a block for the student of a letter. */
  model(attributes: AttributesOf<Type>, context: LetterContext): BlockModel;
  /** Names what it tells, thing by thing, so that nothing is news twice; where it does not say, its words are one thing. */
  tells?(attributes: AttributesOf<Type>, context: LetterContext): readonly string[];
  /** What can be set of it, beside what is said where there is nothing. */
  settings?(attributes: AttributesOf<Type>, world: World): readonly BlockSetting<AttributesOf<Type>>[];
}

/** A list, or what is said where it is empty. */
export function listOr(whenNothing: string, items: readonly string[]): BlockModel {
  return items.length === 0 ? { kind: "sentence", text: whenNothing } : { kind: "list", items };
}
