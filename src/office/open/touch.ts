import type { Change } from "@/core/change/change";

/** What is about to happen that letters scheduled may speak of. */
export interface Touch {
  readonly change?: Change | "any";
  /** Notes of which something was written, or did not arrive. */
  readonly writtenOf?: readonly string[];
  /** Whether letters wait for a digest again. */
  readonly isGathered?: boolean;
}
