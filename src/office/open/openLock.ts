import type { Dependencies } from "./dependencies";

/** Shared by every tab that has the database open; whoever puts another one in its place has it alone. */
export const OPEN_LOCK = "vine-note-open";

/** Holds the database open together with the other tabs, until what this resolves with is called. */
export function holdDatabaseOpen({ locks }: Dependencies): Promise<() => void> {
  return new Promise((shared) => {
    void locks.request(OPEN_LOCK, () => new Promise<void>((release) => shared(release)), "shared");
  });
}
