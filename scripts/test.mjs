// Everything that must hold, in one command; the last line counts what really ran.
import { spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { ensureBuilt, ensureInstalled, fail, quietEnvironment, ROOT } from "./lib/prepare.mjs";

const LINES_OF_A_FAILURE = 12;
const CHROMIUM = process.env.CHROMIUM ?? "/usr/bin/chromium";

ensureInstalled();
ensureChromium();
ensureMailServer();
ensureReaders();
ensureBuilt();

let passed = 0;
const failures = [];
/** What failed once and then did not. */
const unsteady = [];
step("lint", "npm", ["run", "--silent", "lint"]);
step("types", "npx", ["tsc", "--noEmit"]);
tests("unit");
tests("e2e");
// Named once more at the end, where whoever reads a long output looks first.
for (const one of unsteady) console.info(`unsteady: ${one}`);
for (const failure of failures) console.info(`failed: ${failure}`);
console.info(`${passed} passed, ${failures.length} failed`);
process.exit(failures.length === 0 ? 0 : 1);

function step(name, command, args) {
  console.info(`\n== ${name}`);
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: "inherit", env: quietEnvironment() });
  if (status === 0) passed += 1;
  else failures.push(name);
}

function tests(project) {
  console.info(`\n== ${project} tests`);
  const run = runOf(project, []);
  const again = run.suites.filter(isToBeSeenAgain).map(({ name }) => name);
  passed += passedIn(run.suites.filter(({ name }) => !again.includes(name)));
  const failed = run.suites.filter(({ name }) => !again.includes(name)).flatMap(failuresIn);
  failures.push(...failed);
  // A file that can't even be loaded counts no test of its own.
  if (run.status !== 0 && failed.length + again.length === 0) failures.push(`${project} tests`);
  if (again.length === 0) return;
  for (const one of run.suites.filter(isToBeSeenAgain).flatMap(failuresIn)) unsteady.push(one);
  console.info("\n== what was waited for and did not come is seen once more, alone");
  const second = runOf(project, again);
  passed += passedIn(second.suites);
  failures.push(...second.suites.flatMap(failuresIn));
  if (second.status !== 0 && second.suites.flatMap(failuresIn).length === 0) failures.push(`${project} tests`);
}

/** Runs the tests of a project, or of some of its files alone; gives what became of each file. */
function runOf(project, files) {
  const folder = mkdtempSync(path.join(tmpdir(), "vine-note-results-"));
  const results = path.join(folder, "results.json");
  const reporters = ["--reporter=default", "--reporter=json", `--outputFile.json=${results}`];
  const { status } = spawnSync("npx", ["vitest", "run", "--project", project, ...reporters, ...files], {
    cwd: ROOT,
    stdio: "inherit",
    env: quietEnvironment({ CHROMIUM }),
  });
  const suites = existsSync(results) ? JSON.parse(readFileSync(results, "utf8")).testResults : [];
  rmSync(folder, { recursive: true });
  return { status, suites };
}

/**
 * On a machine that is busy with other things a page may miss a wait without any fault. Whatever was found to be wrong is
 * wrong at once; a file in which nothing but waits ended is run once more, and named.
 */
function isToBeSeenAgain({ assertionResults }) {
  const failed = assertionResults.filter(({ status }) => status === "failed");
  return failed.length > 0 && failed.every(({ failureMessages }) => failureMessages.every(isWait));
}

function isWait(message) {
  return /^(WaitEnded|TimeoutError)\b/.test(message);
}

function passedIn(suites) {
  return suites.flatMap(({ assertionResults }) => assertionResults).filter(({ status }) => status === "passed").length;
}

function failuresIn({ name, assertionResults }) {
  return assertionResults
    .filter(({ status }) => status === "failed")
    .map(({ fullName, failureMessages }) => `${path.relative(ROOT, name)}: ${fullName}\n${shortened(failureMessages)}`);
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
  if (!mayInstall()) fail("The browser tests need Chromium. Run: sudo apt-get install chromium");
  console.info("Installing Chromium …");
  install("chromium");
  if (!existsSync(CHROMIUM)) fail("Chromium could not be installed. Run: apt-get install chromium");
}
