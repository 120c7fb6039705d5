import { counted } from "../words";

/** How one kind of record in a backup differs from what is here. */
export interface BackupDifference {
  readonly what: Compared;
  readonly inBackup: number;
  readonly here: number;
  readonly onlyInBackup: number;
  readonly onlyHere: number;
  /** There and here, and not the same. */
  readonly differ: number;
}

type Compared =
  | "classes"
  | "students"
  | "guardians"
  | "assignments"
  | "scoreColumns"
  | "notes"
  | "plans"
  | "rounds"
  | "letters"
  | "replies"
  | "talks";

const NAMES: Record<Compared, readonly [one: string, many: string]> = {
  classes: ["class", "classes"],
  students: ["student", "students"],
  guardians: ["guardian", "guardians"],
  assignments: ["assignment", "assignments"],
  scoreColumns: ["column of scores", "columns of scores"],
  notes: ["note", "notes"],
  plans: ["plan", "plans"],
  rounds: ["round", "rounds"],
  letters: ["letter", "letters"],
  replies: ["reply", "replies"],
  talks: ["call or talk", "calls and talks"],
};

/** "120 students in it, 122 here: 2 are only here, 5 are other ones." */
export function differenceWords({ what, inBackup, here, onlyInBackup, onlyHere, differ }: BackupDifference): string {
  const parts = [
    onlyInBackup > 0 && `${onlyInBackup} only in the backup`,
    onlyHere > 0 && `${onlyHere} only here, and gone after it`,
    differ > 0 && `${differ} not the same`,
  ].filter(Boolean);
  const counts = `${counted(inBackup, ...NAMES[what])} in the backup, ${here.toLocaleString("en-GB")} here`;
  return `${counts}${parts.length > 0 ? `: ${parts.join(", ")}` : inBackup > 0 ? ": the same" : ""}.`;
}
