// Breaks lines drawn by lot, one at a time, and runs the unit tests that reach them: whatever goes unnoticed wants a test.
// `--lines 100` says how many, `--seed 7` which, `--in src/core/check` where. The work tree is not touched: all runs in a copy.
import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { parseArgs } from "node:util";
import { Random } from "../src/core/random";
import { ensureInstalled, fail, ROOT } from "./lib/prepare.mjs";

const { values } = parseArgs({
  options: {
    lines: { type: "string", default: "20" },
    seed: { type: "string", default: String(Date.now() % 1_000_000) },
    in: { type: "string", default: "src" },
  },
});
/** Each turns a sound piece of code into a wrong one of the same shape. */
const BREAKS = [
  [/===/, "!=="],
  [/!==/, "==="],
  [/ < /, " <= "],
  [/ <= /, " < "],
  [/ > /, " >= "],
  [/ >= /, " > "],
  [/ && /, " || "],
  [/ \|\| /, " && "],
  [/ \+ 1\b/, " + 2"],
  [/ - 1\b/, " - 2"],
  [/\btrue\b/, "false"],
  [/\bfalse\b/, "true"],
  [/\bif \((?!!)([\w.]+)\)/, "if (!$1)"],
  [/\.some\(/, ".every("],
  [/\.every\(/, ".some("],
  [/Math\.max\(/, "Math.min("],
  [/Math\.min\(/, "Math.max("],
];
/** Screens are looked at by journeys, and what only tests use breaks by itself. */
const NOT_BY_UNIT_TESTS = /\.test\.tsx?$|\/testing(\.ts$|\/)|^src\/(ui|app)\/|\.worker\.ts$/;

ensureInstalled();
const random = new Random(Number(values.seed));
const copy = mkdtempSync(path.join(tmpdir(), "vine-note-broken-"));
must(spawnSync("git", ["clone", "--quiet", ROOT, copy]));
symlinkSync(path.join(ROOT, "node_modules"), path.join(copy, "node_modules"));
const candidates = readdirSync(path.join(ROOT, values.in), { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile() && /\.tsx?$/.test(entry.name))
  .map((entry) => path.relative(ROOT, path.join(entry.parentPath, entry.name)))
  .filter((file) => !NOT_BY_UNIT_TESTS.test(file))
  .sort()
  .flatMap(breakableLines);
const unnoticed = [];
let broken = 0;
while (broken < Number(values.lines) && candidates.length > 0) {
  const [one] = candidates.splice(random.whole(0, candidates.length - 1), 1);
  broken += 1;
  const isNoticed = noticed(one);
  console.info(`${isNoticed ? "noticed  " : "UNNOTICED"} ${one.file}:${one.line + 1}  ${one.after.trim()}`);
  if (!isNoticed) unnoticed.push(one);
}
rmSync(copy, { recursive: true, force: true });
console.info(`${broken - unnoticed.length} of ${broken} broken lines were noticed (seed ${values.seed}).`);

function breakableLines(file) {
  return readFileSync(path.join(ROOT, file), "utf8")
    .split("\n")
    .flatMap((before, line) => {
      if (/^\s*(\/\/|\*|\/\*|import |export type|type |readonly )/.test(before)) return [];
      const code = before.replace(/"(?:[^"\\]|\\.)*"|`[^`]*`|\/\/.*$/g, (words) => "\0".repeat(words.length));
      const fitting = BREAKS.filter(([sound]) => sound.test(code));
      if (fitting.length === 0) return [];
      const [sound, wrong] = fitting[(file.length + line) % fitting.length];
      const { index } = sound.exec(code);
      const after = before.slice(0, index) + before.slice(index).replace(sound, wrong);
      return [{ file, line, after }];
    });
}

/** Whether a test that reaches the file fails, or it does not even compile. */
function noticed({ file, line, after }) {
  const place = path.join(copy, file);
  const sound = readFileSync(place, "utf8");
  writeFileSync(place, sound.split("\n").with(line, after).join("\n"));
  const options = { cwd: copy, stdio: "ignore" };
  const run = (...command) => spawnSync("npx", command, options).status === 0;
  const isSound =
    run("tsc", "--noEmit") &&
    run("vitest", "related", "--run", "--project", "core", "--project", "unit", "--bail", "1", file);
  writeFileSync(place, sound);
  return !isSound;
}

function must({ status, stderr }) {
  if (status !== 0) fail(`A copy of the project could not be made: ${stderr}`);
}
