import type { Day } from "@/core/model/day";
import { startBringIn } from "@/workers/bringIn/startBringIn";
import { startEngine } from "@/workers/engine/startEngine";
import { PaperPool, papersAtOnce } from "@/workers/paper/paperPool";
import { startBackup } from "./backup/files/startBackup";
import type { Dependencies, LockMode } from "./open/dependencies";

/** How far the practice post's clock was ahead when it was asked last, so that a page opens on the right day. */
const CLOCK_AHEAD = "vine-note-clock-ahead";

/** Begun when the first paper is wanted. */
let pool: PaperPool | undefined;

/** The application in a browser's page. */
export function browserDependencies(pinnedToday: Day | undefined): Dependencies {
  let ahead = Number(localStorage.getItem(CLOCK_AHEAD) ?? 0);
  return {
    databaseName: "vine-note",
    now: () => Date.now() + ahead,
    setClockAhead: (ms) => {
      if (ms === ahead) return false;
      ahead = ms;
      localStorage.setItem(CLOCK_AHEAD, String(ms));
      return true;
    },
    pinnedToday,
    newId: () => crypto.randomUUID(),
    locks: {
      request: (name: string, work: () => Promise<never>, mode: LockMode = "alone") =>
        navigator.locks.request(
          name,
          mode === "if free" ? { ifAvailable: true } : { mode: mode === "shared" ? "shared" : "exclusive" },
          (lock) => (lock === null ? undefined : work()),
        ) as Promise<never>,
    },
    openChannel: (listen) => {
      const channel = new BroadcastChannel("vine-note");
      channel.onmessage = ({ data }) => listen(data);
      return { post: (word) => channel.postMessage(word), close: () => channel.close() };
    },
    fetch: (...request) => fetch(...request),
    pause: (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
    startEngine,
    startBringIn,
    drawPaper: (...asked) => {
      pool ??= new PaperPool(papersAtOnce());
      return pool.draw(...asked);
    },
    startBackup,
    reload: () => window.location.reload(),
    origin: window.location.origin,
  };
}
