// What must be there before anything runs. No package is used here, since none may be installed yet.
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";

export const ROOT = path.resolve(import.meta.dirname, "../..");
const INSTALLED_MARK = path.join(ROOT, "node_modules/.vine-note-installed");
const BUILT_MARK = path.join(ROOT, ".next/vine-note-built");
const NEXT = path.join(ROOT, "node_modules/next/dist/bin/next");
const SOURCES = [
  "src",
  "scripts/build-listener.mjs",
  "next.config.ts",
  "postcss.config.mjs",
  "tsconfig.json",
  "package-lock.json",
];
/** Runs the server, once it is built. */
export const LISTENER = path.join(ROOT, ".listener/listener.mjs");
const OLDEST_NODE = [20, 9];

/** Installs by the lock file, unless what is installed comes from this lock file. */
export function ensureInstalled() {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major < OLDEST_NODE[0] || (major === OLDEST_NODE[0] && minor < OLDEST_NODE[1])) {
    fail(`Vine Note needs Node ${OLDEST_NODE.join(".")} or newer; this is ${process.versions.node}.`);
  }
  const lock = digestOf([path.join(ROOT, "package-lock.json")]);
  if (existsSync(INSTALLED_MARK) && readFileSync(INSTALLED_MARK, "utf8") === lock) return;
  console.info("Installing packages by the lock file …");
  run("npm", ["ci", "--no-audit", "--no-fund"], "The packages could not be installed. Is the npm registry reachable?");
  writeFileSync(INSTALLED_MARK, lock);
}

/** Builds the application, unless the last build is of these very sources. */
export function ensureBuilt() {
  // What is changed while it builds is not in it.
  const sources = sourcesNow();
  if (isBuilt(sources)) return;
  console.info("Building …");
  run(process.execPath, [NEXT, "build"], "The build failed; the lines above say why.");
  run(process.execPath, [path.join(ROOT, "scripts/build-listener.mjs")], "The listener could not be built.");
  mkdirSync(path.dirname(BUILT_MARK), { recursive: true });
  writeFileSync(BUILT_MARK, sources);
}

/** Whether the last build is of these very sources. */
export function isBuilt(sources = sourcesNow()) {
  return existsSync(BUILT_MARK) && existsSync(LISTENER) && readFileSync(BUILT_MARK, "utf8") === sources;
}

function sourcesNow() {
  return digestOf(SOURCES.flatMap((name) => filesBelow(path.join(ROOT, name))));
}

/** Runs a command in the project's folder; ends with a word of what went wrong if it fails. */
function run(command, args, complaint) {
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: "inherit", env: quietEnvironment() });
  if (status !== 0) fail(complaint);
}

export function quietEnvironment(more = {}) {
  return { ...process.env, NEXT_TELEMETRY_DISABLED: "1", ...more };
}

export function fail(words) {
  console.error(words);
  process.exit(1);
}

function filesBelow(place) {
  if (!statSync(place).isDirectory()) return [place];
  return readdirSync(place, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile() && !entry.name.includes(".test."))
    .map((entry) => path.join(entry.parentPath ?? entry.path, entry.name))
    .sort();
}

function digestOf(files) {
  const hash = createHash("sha256");
  for (const file of files) hash.update(path.relative(ROOT, file)).update("\0").update(readFileSync(file));
  return hash.digest("hex");
}
