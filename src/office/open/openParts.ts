import type { Day } from "@/core/model/day";
import { dayOfInstant } from "@/core/model/day";
import { emptyWorldRecords, worldOf } from "@/core/model/world";
import { ensureSettings, isUntouched, replaceEverything } from "@/store/loadWorld";
import { openDatabase, refuseNewerData } from "@/store/openDatabase";
import { dropUnfinished } from "@/store/stageLetters";
import type { VineDatabase } from "@/store/vineDatabase";
import { currentDatabaseName, deleteOthers } from "@/store/whichDatabase";
import type { Dependencies } from "./dependencies";
import { type EngineKeeper, keepEngine } from "./keepEngine";
import { MAKING_LOCK } from "./makingLock";
import type { Everything, OfficeState } from "./officeState";
import { holdDatabaseOpen, OPEN_LOCK } from "./openLock";

/** What an office is made of, open; `end` closes it again. */
export interface OfficeParts {
  readonly database: VineDatabase;
  readonly keeper: EngineKeeper;
  readonly state: OfficeState;
  /** Whom the database and the engine tell of their end. */
  readonly on: { older?: () => void; deleted?: () => void; engineEnded?: (isFirst: boolean) => void };
  readonly end: () => void;
}

/**
 * Opens the database and the engine. `demo` gives what an empty browser opens on, for a day; `onBlocked` is told when
 * another tab must be closed first. Errors: the database can't be opened, is of a newer version, or a record in it does not
 * hold; nothing was changed then.
 */
export async function openParts(
  around: Dependencies,
  demo: ((today: Day) => Everything) | undefined,
  onBlocked: () => void,
): Promise<OfficeParts> {
  const on: OfficeParts["on"] = {};
  // What a crash left half built goes, where nobody else may be building.
  await around.locks.request(OPEN_LOCK, () => deleteOthers(around.databaseName), "if free");
  const releaseDatabase = await holdDatabaseOpen(around);
  const database = openDatabase(await currentDatabaseName(around.databaseName), undefined, {
    onNewer: () => on.older?.(),
    onDeleted: () => on.deleted?.(),
    onBlocked,
  });
  const keeper = keepEngine(around.startEngine, (isFirst) => on.engineEnded?.(isFirst));
  const end = () => {
    keeper.end();
    releaseDatabase();
    database.close();
  };
  try {
    await refuseNewerData(database);
    const today = todayOf(around);
    if (demo && (await isUntouched(database))) await replaceEverything(database, ...demo(today));
    await ensureSettings(database);
    await around.locks.request(MAKING_LOCK, () => dropUnfinished(database));
    const state = {
      ...{ world: worldOf(emptyWorldRecords()), today, revision: 0 },
      ...{ isOlder: false, isDeleted: false, isAway: false },
    };
    return { database, keeper, state, on, end };
  } catch (cause) {
    end();
    throw cause;
  }
}

/** The day that it is, or the one that stands for today. */
export function todayOf({ pinnedToday, now }: Dependencies): Day {
  return pinnedToday ?? dayOfInstant(now());
}
