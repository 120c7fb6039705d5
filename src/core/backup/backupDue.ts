import { MS_PER_DAY } from "../model/day";

/** A backup that is older than this is told of. */
const OLD_DAYS = 7;

interface Place {
  readonly lastAt?: number | undefined;
  readonly trouble?: string | undefined;
  readonly wantedAt?: number | undefined;
  readonly folder?: unknown;
}

/** What the desk says of backups: that one could not be made, is old, or is due; none where all is well. `now` in ms since the epoch. */
export function backupDue({ lastAt, trouble, wantedAt, folder }: Place, now: number): string | undefined {
  if (trouble) return `The last backup could not be made. ${trouble}`;
  if (lastAt === undefined) return "There is no backup yet: all of this is in this browser alone";
  const days = Math.floor((now - lastAt) / MS_PER_DAY);
  if (days > OLD_DAYS) return `The last backup is ${days} days old`;
  if (wantedAt !== undefined && !folder) return "There is something new that is in no backup yet";
  return undefined;
}
