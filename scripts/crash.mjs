// Kills the server and closes the page at random in the middle of rounds, fifty times, and looks for lost or doubled letters.
// VINE_CRASHES sets how often, VINE_SEED the chance.
import { spawnSync } from "node:child_process";
import path from "node:path";
import { ensureBuilt, ensureInstalled, ROOT } from "./lib/prepare.mjs";

ensureInstalled();
ensureBuilt();
const { status } = spawnSync(
  process.execPath,
  [path.join(ROOT, "node_modules/vitest/vitest.mjs"), "run", "--project", "e2e", "e2e/crash.test.ts"],
  {
    cwd: ROOT,
    stdio: "inherit",
    env: { VINE_CRASHES: "50", VINE_SEED: String(Date.now() % 1_000_000), ...process.env },
  },
);
process.exit(status ?? 1);
