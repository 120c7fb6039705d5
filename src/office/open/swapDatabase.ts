import { openDatabase } from "@/store/openDatabase";
import type { VineDatabase } from "@/store/vineDatabase";
import { currentDatabaseName, deleteOthers, nextDatabaseName, useDatabase } from "@/store/whichDatabase";
import type { OfficeCore } from "./officeCore";
import { OPEN_LOCK } from "./openLock";
import { SCHEDULING_LOCK } from "./schedulingLock";

/** Another database in the place of the one in use, which is left as it was until all of it is there. */
export interface Move {
  /** One that is filled already; else a new one. */
  readonly name?: string;
  /** What it is done for, in words: "A backup of 29 November was put back." */
  readonly why: string;
  /** Whether the database of before is kept, so that this can be taken back. */
  readonly keepFormer: boolean;
  /** What is done while the office is still open, and nothing is being scheduled. Errors: all goes on as before. */
  readonly first?: () => Promise<void>;
  /** Fills it, with what is in use; nobody else writes to either. */
  readonly fill: (from: VineDatabase, to: VineDatabase) => Promise<void>;
}

/**
 * Puts another database in the place of the one in use: every tab lets go of it, the new one is filled, and one small write
 * says that it is the one. The page is to be loaded again then, also where it failed. Errors: what `fill` says; all is as
 * before then.
 */
export async function swapDatabase(office: OfficeCore, move: Move): Promise<void> {
  const { around } = office;
  const base = around.databaseName;
  // What is scheduled in between would be in neither.
  await around.locks.request(SCHEDULING_LOCK, async () => {
    await move.first?.();
    office.leaveDatabase();
  });
  try {
    await around.locks.request(OPEN_LOCK, async () => {
      const name = move.name ?? nextDatabaseName(base, around.newId);
      const from = openDatabase(await currentDatabaseName(base));
      const to = openDatabase(name);
      try {
        await move.fill(from, to);
      } catch (cause) {
        // One that was filled before is not this one's to take away: it may be all that was kept of before.
        if (move.name === undefined) await to.delete();
        throw cause;
      } finally {
        from.close();
        to.close();
      }
      await useDatabase(base, { name, at: around.now(), why: move.why }, move.keepFormer);
      if (!move.keepFormer) await deleteOthers(base);
    });
  } finally {
    office.tellMoved();
  }
}
