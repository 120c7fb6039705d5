// Breaks what can break around letters, at random, and looks for lost, doubled or wrongly told ones: kills of server and page in
// the middle of rounds, broken connections, pauses, letters called back, full disks. `--full` does it as often as for a release.
// VINE_CRASHES and VINE_FAULTS set how often, VINE_SEED the chance.
import { spawnSync } from "node:child_process";
import path from "node:path";
import { ensureBuilt, ensureInstalled, ROOT } from "./lib/prepare.mjs";

const isFull = process.argv.includes("--full");
ensureInstalled();
ensureBuilt();
const { status } = spawnSync(
  process.execPath,
  [
    path.join(ROOT, "node_modules/vitest/vitest.mjs"),
    "run",
    "--project",
    "e2e",
    "--project",
    "unit",
    "src/post/letters/crashModel.test.ts",
    "e2e/crash.test.ts",
    "e2e/faults.test.ts",
    "e2e/automatic.test.ts",
  ],
  {
    cwd: ROOT,
    stdio: "inherit",
    env: {
      VINE_CRASHES: isFull ? "50" : "12",
      VINE_FAULTS: isFull ? "200" : "40",
      VINE_SESSIONS: isFull ? "2000" : "200",
      VINE_SEED: String(Date.now() % 1_000_000),
      ...process.env,
    },
  },
);
process.exit(status ?? 1);
