import type { Alone } from "./letterWords";

/** The forms of what is counted, for languages with one, two or three of them. */
export const same = (other: string) => ({ other });
export const two = (one: string, other: string) => ({ one, other });
export const slavic = (one: string, few: string, many: string) => ({ one, few, many, other: many });
/** Says how many it is by itself: no number stands before it. */
export const alone = (words: string): Alone => ({ alone: words });
