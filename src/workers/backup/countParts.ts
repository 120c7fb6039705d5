import type { BackupProgress, OnProgress } from "@/core/backup/backupParts";

/** Thousands of parts are not told one by one: whoever listens draws each. */
const TOLD_EVERY_MS = 250;

/** Counts parts that are done, and tells of it now and then, and at the last. */
export function countParts(doing: BackupProgress["doing"], of: number, onProgress: OnProgress): () => void {
  let done = 0;
  let toldAt = Number.NEGATIVE_INFINITY;
  return () => {
    done += 1;
    const now = performance.now();
    if (done < of && now - toldAt < TOLD_EVERY_MS) return;
    toldAt = now;
    onProgress({ doing, done, of });
  };
}
