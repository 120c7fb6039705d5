import type { ScoreStatus } from "../model/score";

/** The tables of OneRoster CSV 1.1 and 1.2 (1EdTech) that hold what a gradebook needs. */
export const ONE_ROSTER_FILES = [
  "manifest",
  "orgs",
  "academicSessions",
  "courses",
  "classes",
  "users",
  "roles",
  "demographics",
  "enrollments",
  "categories",
  "lineItems",
  "results",
] as const;

/** `scoreStatus` of results, as the standard lists it. */
export const STATUS_OF_RESULT: Record<string, ScoreStatus> = {
  exempt: "excused",
  "fully graded": "scored",
  "not submitted": "missing",
  "partially graded": "incomplete",
  submitted: "pending",
  late: "late",
};
/** The word of the standard for each status of ours. */
export const RESULT_OF_STATUS: Record<ScoreStatus, string> = {
  scored: "fully graded",
  late: "fully graded",
  missing: "not submitted",
  incomplete: "partially graded",
  excused: "exempt",
  pending: "submitted",
};

/** Extension columns, which the standard allows under this prefix: what it has no column for. */
export const METADATA = {
  status: "metadata.vinenote.status",
  extraCredit: "metadata.vinenote.extraCredit",
  preferredName: "metadata.vinenote.preferredName",
} as const;
