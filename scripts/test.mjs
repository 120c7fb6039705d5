// Everything that must hold, in one command; the last line counts what really ran.
import { spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { ensureBuilt, ensureInstalled, fail, quietEnvironment, ROOT } from "./lib/prepare.mjs";

const CHROMIUM = process.env.CHROMIUM ?? "/usr/bin/chromium";

ensureInstalled();
ensureChromium();
ensureMailServer();
ensureBuilt();

let passed = 0;
let failed = 0;
step("lint", "npm", ["run", "--silent", "lint"]);
step("types", "npx", ["tsc", "--noEmit"]);
tests("unit");
tests("e2e");
console.info(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

function step(name, command, args) {
  console.info(`\n== ${name}`);
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: "inherit", env: quietEnvironment() });
  if (status === 0) passed += 1;
  else failed += 1;
}

function tests(project) {
  console.info(`\n== ${project} tests`);
  const folder = mkdtempSync(path.join(tmpdir(), "vine-note-results-"));
  const results = path.join(folder, "results.json");
  const { status } = spawnSync(
    "npx",
    ["vitest", "run", "--project", project, "--reporter=default", "--reporter=json", `--outputFile.json=${results}`],
    { cwd: ROOT, stdio: "inherit", env: quietEnvironment({ CHROMIUM }) },
  );
  const counts = existsSync(results) ? JSON.parse(readFileSync(results, "utf8")) : undefined;
  rmSync(folder, { recursive: true });
  passed += counts?.numPassedTests ?? 0;
  failed += counts?.numFailedTests ?? 0;
  // A file that can't even be loaded counts no test of its own.
  if (status !== 0 && !counts?.numFailedTests) failed += 1;
}

/** A real mail server to send through; without it the one test that needs it is left out and says so. */
function ensureMailServer() {
  if (existsSync("/usr/sbin/exim4") || !mayInstall()) return;
  console.info("Installing a mail server for the test with a real relay …");
  install("exim4-daemon-light");
}

function mayInstall() {
  return process.getuid?.() === 0 && existsSync("/usr/bin/apt-get");
}

function install(name) {
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  spawnSync("apt-get", ["update", "-q"], { stdio: "inherit", env });
  spawnSync("apt-get", ["install", "-qy", "--no-install-recommends", name], { stdio: "inherit", env });
}

function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  if (!mayInstall()) fail("The browser tests need Chromium. Run: sudo apt-get install chromium");
  console.info("Installing Chromium …");
  install("chromium");
  if (!existsSync(CHROMIUM)) fail("Chromium could not be installed. Run: apt-get install chromium");
}
