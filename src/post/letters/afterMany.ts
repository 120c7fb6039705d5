import type { HandedLetter } from "@/core/delivery/postRequests";
import type { Outcome } from "./outcomeOf";

/** A letter to many, for how many it was taken before, and for whom not, in words. */
export interface ManyReaders {
  readonly letter: HandedLetter;
  readonly taken: number;
  readonly refused: readonly string[];
}

/** What is left to do of a letter to many after a try. */
export interface AfterMany {
  /** The letter for those alone who asked to be tried again; for nobody where it is done. */
  readonly left: ManyReaders;
  /** For how many it was taken so far, and for whom not. */
  readonly words: string;
  /** What becomes of the letter when nobody is left: it was taken if anybody took it. */
  readonly fate: "accepted" | "refused";
  /** Whether somebody less is left than before. */
  readonly isNarrower: boolean;
}

/** Adds up one try of a letter to many: each of them took it, refused it, or asked to be tried again. */
export function afterMany(queued: ManyReaders, outcome: Outcome): AfterMany {
  const together = queued.letter.together ?? [];
  const { taken, refused, again } = partOf(together, outcome);
  const left: ManyReaders = {
    ...queued,
    letter: { ...queued.letter, together: [...again] },
    taken: queued.taken + taken,
    refused: [...queued.refused, ...refused],
  };
  return {
    left,
    words: [`Taken for ${left.taken}`, ...left.refused.map((one) => `not for ${one}`)].join("; "),
    fate: left.taken > 0 ? "accepted" : "refused",
    isNarrower: again.length < together.length,
  };
}

interface Part {
  readonly taken: number;
  readonly refused: readonly string[];
  readonly again: readonly string[];
}

function partOf(together: readonly string[], outcome: Outcome): Part {
  switch (outcome.kind) {
    case "in part":
      return outcome;
    case "accepted":
      return { taken: together.length, refused: [], again: [] };
    case "refused":
      return { taken: 0, refused: [`${together.length} people (${outcome.serverAnswer})`], again: [] };
    default:
      return { taken: 0, refused: [], again: together };
  }
}
