// Measures ours beside peers: everything, or the parts that are named, as in `npm run bench -- backup`; with `--quick` each once and small. The code is
// bundled as it is shipped: run from its sources, helpers for readable names would be measured along with it.
import { spawnSync } from "node:child_process";
import path from "node:path";
import { ensureBuilt, ensureInstalled, ROOT } from "./lib/prepare.mjs";

ensureInstalled();
ensureBuilt();
const { buildSync } = await import("esbuild");
// Two folders below the root, like the sources that look for it.
const outfile = path.join(ROOT, ".next/bench/run.mjs");
buildSync({
  entryPoints: [path.join(ROOT, "bench/run.ts")],
  bundle: true,
  packages: "external",
  platform: "node",
  format: "esm",
  outfile,
  logLevel: "warning",
});
const { status } = spawnSync(process.execPath, [outfile, ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: "inherit",
  env: { VINE_LONGEST_WAIT_MS: "120000", ...process.env },
});
process.exit(status ?? 1);
