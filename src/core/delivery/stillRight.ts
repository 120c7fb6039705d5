/** For so long after its time a letter may still begin to leave without asking (ms): what it says is likely still true. */
export const STILL_RIGHT_MS = 12 * 3_600_000;
