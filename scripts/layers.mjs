// The rules of the house that go beyond one file: the core is a ladder, no folders and no files import each other in a circle, and
// what the teacher can change is written in one place. Part of the lint step.
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { ROOT } from "./lib/prepare.mjs";

/** The folders in a folder of the core: one for each thing of a kind. */
function foldersIn(name) {
  return readdirSync(path.join(ROOT, "src/core", name), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map((entry) => `${name}/${entry.name}`);
}

/** From the bottom up; a folder imports only from lines below its own. */
const LADDER = [
  [""],
  ["model"],
  ["change", "matching", "formats"],
  ["figures"],
  ["selection/conditions"],
  ["selection"],
  ["language"],
  foldersIn("languages"),
  ["languages"],
  ["letter/fields"],
  ["letter/blocks"],
  ["letter"],
  ["starters"],
  ["report"],
  ["marking"],
  ["families", "find", "tables", "gradebook", "seating"],
  ["delivery"],
  ["delivery/plans"],
  ["check/reading"],
  ["check/findings"],
  ["check"],
  ["backup"],
];
/** Only here is written what has a line in the list of changes, beside whole replacement and bringing data up to date. */
const WRITERS = ["src/store/commitChange.ts", "src/store/loadWorld.ts", "src/store/schemaVersions.ts"];
const CHANGED_TABLES =
  "settings|terms|gradeScales|classes|students|guardians|assignments|scoreColumns|averageColumns|statements|logEntries|checklists|ownColumns|pageDesigns|seatingPlans|rubrics|bankComments|markings|views|notes|plans|templates|keptSelections|cards|talks";
const WRITING = "put|add|bulkPut|bulkAdd|update|bulkUpdate|upsert|delete|bulkDelete|clear|modify";

const files = readdirSync(path.join(ROOT, "src"), { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile() && /\.tsx?$/.test(entry.name))
  .map((entry) => path.relative(ROOT, path.join(entry.parentPath, entry.name)))
  .filter((file) => !/\.test\.tsx?$|\/testing(\.ts$|\/)/.test(file));
const known = new Set(files);
const problems = [];
/** By folder: the folders it imports from, each with one import as an example. */
const imports = new Map();
/** The same by file. */
const byFile = new Map();

for (const file of files) {
  const text = readFileSync(path.join(ROOT, file), "utf8");
  for (const [, name] of text.matchAll(/(?:from|import)\s*\(?\s*"([^"]+)"/g)) {
    if (/^dexie/.test(name) && !file.startsWith("src/store/") && file !== "src/ui/shared/useKept.ts")
      problems.push(`${file} imports ${name}: only the store touches the database.`);
    const target = targetOf(file, name);
    if (!target) continue;
    byFile.set(file, (byFile.get(file) ?? new Map()).set(target, `${file} imports ${target}`));
    if (path.dirname(target) === path.dirname(file)) continue;
    const from = imports.get(path.dirname(file)) ?? new Map();
    imports.set(path.dirname(file), from.set(path.dirname(target), `${file} imports ${target}`));
  }
  if (
    file.startsWith("src/office/") &&
    /\bdatabase\.[a-zA-Z]+\.(get|put|where|toArray|filter|update|delete|bulk[A-Z]\w+)\(/.test(text)
  )
    problems.push(`${file} asks the database itself: the store has the questions.`);
  const writes = new RegExp(`\\b(?:database|db)\\.(${CHANGED_TABLES})\\b[^;]*?\\.(${WRITING})\\(`, "g");
  if (!WRITERS.includes(file))
    for (const [, table] of text.matchAll(writes))
      problems.push(`${file} writes to ${table}: changes are made by src/store/commitChange.ts alone.`);
}

const rung = new Map(LADDER.flatMap((folders, place) => folders.map((name) => [path.join("src/core", name), place])));
for (const [folder, targets] of imports) {
  if (!rung.has(folder)) {
    if (folder.startsWith("src/core")) problems.push(`${folder} has no place on the ladder of the core.`);
    continue;
  }
  for (const [target, example] of targets)
    if (rung.has(target) && rung.get(target) >= rung.get(folder)) problems.push(`${example}: that is not below it.`);
}
for (const [what, all] of [
  ["folders", imports],
  ["files", byFile],
])
  for (const circle of circles(all))
    problems.push(
      `A circle of ${what}: ${circle.map((one, place) => all.get(one)?.get(circle[(place + 1) % circle.length])).join("; ")}.`,
    );

for (const problem of problems) console.error(problem);
console.info(`${files.length} files in ${imports.size} folders, ${problems.length} against the rules of the house.`);
process.exit(problems.length > 0 ? 1 : 0);

function targetOf(file, name) {
  const base = name.startsWith("@/") ? `src/${name.slice(2)}` : path.join(path.dirname(file), name);
  return name.startsWith("@/") || name.startsWith(".")
    ? [`${base}.ts`, `${base}.tsx`, base].find((one) => known.has(one))
    : undefined;
}

/** The first circle that each file or folder stands in, types included, found by walking down what it imports. */
function circles(all) {
  const found = [];
  const done = new Set();
  const walk = (one, trail) => {
    const place = trail.indexOf(one);
    if (place >= 0) found.push(trail.slice(place));
    if (place >= 0 || done.has(one)) return;
    for (const target of all.get(one)?.keys() ?? []) walk(target, [...trail, one]);
    done.add(one);
  };
  for (const one of all.keys()) walk(one, []);
  return found;
}
