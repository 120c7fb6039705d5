import type { FieldNode } from "../../model/letterBody";
import type { LetterContext } from "./letterContext";

/** One field of a letter, ready to be written. */
export interface Slot {
  readonly key: string;
  readonly attrs: FieldNode["attrs"];
  readonly write: (context: LetterContext) => string;
  /** Whether somebody wrote what it holds, such as a comment. */
  readonly isWritten: boolean;
}
