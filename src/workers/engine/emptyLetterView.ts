import type { LetterView } from "./letterView";

/** What is known while there is no letter. */
export const EMPTY_LETTER_VIEW: LetterView = {
  key: undefined,
  reads: "",
  place: 0,
  count: 0,
  fields: [],
  placed: {},
  blocks: {},
  signature: [],
  passages: {},
};
