// How much script each page loads before it answers, gzipped, by what the build says of itself; part of the lint step. What
// comes after, when the page answers already, does not count.
import { existsSync, readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { runInNewContext } from "node:vm";
import { gzipSync } from "node:zlib";
import { isBuilt, ROOT } from "./lib/prepare.mjs";

const MOST_KB = 200;
const BUILT = path.join(ROOT, ".next");
const APP = path.join(BUILT, "server/app");
const MANIFEST = "page_client-reference-manifest.js";

if (!isBuilt()) {
  console.info("Not built from these sources: no page is weighed.");
  process.exit(0);
}

const weights = new Map();
const pages = readdirSync(APP, { recursive: true })
  .filter((file) => path.basename(file) === MANIFEST)
  .map((file) => ({ page: path.dirname(file), kb: sum(scriptsOf(path.dirname(file))) / 1000 }))
  .sort((a, b) => b.kb - a.kb);
const tooMuch = pages.filter(({ kb }) => kb > MOST_KB);
for (const { page, kb } of tooMuch) console.error(`${page} loads ${Math.round(kb)} kB of script before it answers.`);
const [heaviest] = pages;
console.info(
  `${pages.length} pages, the heaviest (${heaviest?.page}) loads ${Math.round(heaviest?.kb ?? 0)} kB of script before it answers; ${MOST_KB} at most.`,
);
process.exit(tooMuch.length > 0 || pages.length === 0 ? 1 : 0);

/** The files that a page names before anything of it runs. */
function scriptsOf(page) {
  const context = { globalThis: {} };
  runInNewContext(readFileSync(path.join(APP, page, MANIFEST), "utf8"), context);
  const [{ entryJSFiles = {} }] = Object.values(context.globalThis.__RSC_MANIFEST);
  const own = path.join(APP, page, "page/build-manifest.json");
  const { rootMainFiles } = JSON.parse(
    readFileSync(existsSync(own) ? own : path.join(BUILT, "build-manifest.json"), "utf8"),
  );
  return new Set([...rootMainFiles, ...Object.values(entryJSFiles).flat()]);
}

function sum(files) {
  return [...files].reduce((total, file) => total + weightOf(file), 0);
}

function weightOf(file) {
  if (!weights.has(file)) weights.set(file, gzipSync(readFileSync(path.join(BUILT, file))).length);
  return weights.get(file);
}
