// Everything that must hold, in one command; the last line counts what really ran.
import { spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { drawnJourneys } from "./lib/journeys.mjs";
import { ensureBuilt, ensureInstalled, fail, quietEnvironment, ROOT } from "./lib/prepare.mjs";

const LINES_OF_A_FAILURE = 12;
/** The browser without a window is enough, and does the same in two thirds of the time. */
const CHROMIUM = process.env.CHROMIUM ?? "/usr/bin/chromium-headless-shell";

ensureInstalled();
ensureChromium();
ensureMailServer();
ensureReaders();
ensureBuilt();

let passed = 0;
const failures = [];
step("lint", "npm", ["run", "--silent", "lint"]);
step("types", "npx", ["tsc", "--noEmit"]);
tests("core");
tests("unit");
const seed = Number(process.env.VINE_SEED ?? Date.now() % 1_000_000);
const { chosen, of } = drawnJourneys(seed);
console.info(`\n${chosen.length} of ${of} files of journeys are walked (VINE_SEED=${seed}); npm run e2e walks all.`);
tests("e2e", chosen);
step("bench, once and small", "node", ["scripts/bench.mjs", "--quick"]);
// Named once more at the end, where whoever reads a long output looks first.
for (const failure of failures) console.info(`failed: ${failure}`);
console.info(`${passed} passed, ${failures.length} failed`);
process.exit(failures.length === 0 ? 0 : 1);

function step(name, command, args) {
  console.info(`\n== ${name}`);
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: "inherit", env: quietEnvironment() });
  if (status === 0) passed += 1;
  else failures.push(name);
}

function tests(project, files = []) {
  console.info(`\n== ${project} tests`);
  const folder = mkdtempSync(path.join(tmpdir(), "vine-note-results-"));
  const results = path.join(folder, "results.json");
  const { status } = spawnSync(
    "npx",
    [
      ...["vitest", "run", "--project", project, ...files],
      ...["--reporter=default", "--reporter=json", `--outputFile.json=${results}`],
    ],
    { cwd: ROOT, stdio: "inherit", env: quietEnvironment({ CHROMIUM }) },
  );
  const counts = existsSync(results) ? JSON.parse(readFileSync(results, "utf8")) : undefined;
  rmSync(folder, { recursive: true });
  passed += counts?.numPassedTests ?? 0;
  const failed = (counts?.testResults ?? []).flatMap(({ name, assertionResults }) =>
    assertionResults
      .filter(({ status }) => status === "failed")
      .map(
        ({ fullName, failureMessages }) => `${path.relative(ROOT, name)}: ${fullName}\n${shortened(failureMessages)}`,
      ),
  );
  failures.push(...failed);
  // A file that can't even be loaded counts no test of its own.
  if (status !== 0 && failed.length === 0) failures.push(`${project} tests`);
}

/** The first lines of what went wrong. */
function shortened(messages) {
  return messages.join("\n").split("\n").slice(0, LINES_OF_A_FAILURE).join("\n");
}

/** A real mail server to send through; without it the one test that needs it is left out and says so. */
function ensureMailServer() {
  if (existsSync("/usr/sbin/exim4") || !mayInstall()) return;
  console.info("Installing a mail server for the test with a real relay …");
  install("exim4-daemon-light");
}

/** Other programs that read PDF; without them what they would read is left out and said so. */
function ensureReaders() {
  if ((existsSync("/usr/bin/pdfinfo") && existsSync("/usr/bin/qpdf")) || !mayInstall()) return;
  console.info("Installing programs that read PDF …");
  install("poppler-utils", "qpdf");
}

function mayInstall() {
  return process.getuid?.() === 0 && existsSync("/usr/bin/apt-get");
}

function install(...names) {
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  spawnSync("apt-get", ["update", "-q"], { stdio: "inherit", env });
  spawnSync("apt-get", ["install", "-qy", "--no-install-recommends", ...names], { stdio: "inherit", env });
}

function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  if (!mayInstall()) fail("The browser tests need Chromium. Run: sudo apt-get install chromium-headless-shell");
  console.info("Installing Chromium …");
  install("chromium-headless-shell");
  if (!existsSync(CHROMIUM)) fail("Chromium could not be installed. Run: apt-get install chromium-headless-shell");
}
