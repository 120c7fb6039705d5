import type { Change } from "@/core/change/change";
import type { Round } from "@/core/delivery/round";

/** A round, and the note that it is of. */
export interface RoundOfNote {
  readonly noteId: string;
  readonly roundId: string;
}

/** What is about to happen that letters scheduled may speak of. */
export interface Touch {
  readonly change?: Change | "any";
  /** Notes of which something was written, or did not arrive, and in which round. */
  readonly writtenOf?: readonly RoundOfNote[];
  /** Whether letters wait for a digest again. */
  readonly isGathered?: boolean;
}

/** What a round touches that is about to be kept. */
export function touchOf({ id: roundId, noteId }: Pick<Round, "id" | "noteId">): Touch {
  return { writtenOf: [{ noteId, roundId }], isGathered: true };
}
