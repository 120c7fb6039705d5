// Words that no teacher would say out loud are found in whatever the product says. What was there before this list was made is
// known by name in lib/oldWords.json, which only shrinks: `--known` writes it again, from fewer. Part of the lint step.
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { parseSync, Visitor } from "oxc-parser";
import { ROOT } from "./lib/prepare.mjs";

/** Each with what to say in its place. */
const WORDS = [
  [/\bmend(s|ed|ing)?\b/i, "fix"],
  [/\b(of|to|for|by|about|from) whom\b|\bwhom\b/i, "who, or the noun"],
  [/\banew\b|\bafresh\b/i, "again"],
  [/\bparted\b/i, "separated"],
  [/\b(takes?|taken|taking|took) (\S+ ){0,3}(out|away|in)\b(?! (the|a|your) )/i, "remove, accept or import"],
  [/^(keep|kept)\b|^(keep|leave) (it|them|these|this)\b/i, "save, or cancel"],
  [/\bstands? in\b/i, "is in"],
  [/\blest\b|\bamiss\b|\bhence\b|\bthereof\b|\bnought\b|\baught\b/i, "today’s word"],
  [/\bby (itself|themselves)\b/i, "automatically"],
  [/\bowns? columns?\b/i, "extra column"],
  [/\bpassages?\b/i, "conditional text"],
  [/\bstanding notes?\b/i, "automatic note"],
  [/\bnothing leaves\b/i, "all sending is paused"],
  [/\benclos(e|ed|es|ing|ures?)\b/i, "attach, attachment"],
  [/\blaid\b/i, "scheduled"],
  [/\bnear miss(es)?\b/i, "just missed"],
  [/\b(came|comes?|coming) back\b/i, "bounced, or returned"],
  [/\bis not one\b|\bwere not one\b/i, "isn’t valid"],
  [/\botherwise\?|\bin spite of\b|\bnot yet\.?$/i, "plainer words"],
  [/\bso many\b|\bas many as\b.*\bas\b/i, "the number"],
];
const NOT_SAID =
  /\.test\.tsx?$|\/testing(\.ts$|\/)|^src\/core\/languages\/(?!en)|^src\/core\/tables\/headingDictionary\.ts$/;
/** Several words, or one with a capital letter. */
/** Names of things in the code and in what is stored. */
const IDENTIFIER = /^[a-z]+( [a-z]+)?$/;
const READS_LIKE_WORDS = /^\p{Lu}|\p{L} .*\p{L}/u;
const KNOWN_FILE = path.join(ROOT, "scripts/lib/oldWords.json");

const found = new Map();
for (const file of sources())
  for (const text of saidIn(file)) {
    const hit = WORDS.find(([word]) => word.test(text));
    if (hit) found.set(`${file}: ${text}`, hit[1]);
  }
if (process.argv.includes("--known")) {
  writeFileSync(KNOWN_FILE, `${JSON.stringify([...found.keys()].sort(), undefined, 1)}\n`);
  process.exit(0);
}
const known = new Set(JSON.parse(readFileSync(KNOWN_FILE, "utf8")));
const fresh = [...found].filter(([text]) => !known.has(text));
const gone = [...known].filter((text) => !found.has(text));
for (const [text, better] of fresh) console.error(`${text}\n  Nobody says that out loud. Say: ${better}.`);
if (gone.length > 0)
  console.error(
    `${gone.length} known strings are plainer now. Well done; write the list again: node scripts/words.mjs --known`,
  );
if (fresh.length + gone.length > 0) process.exit(1);
console.info(`Words: nothing new to say otherwise, ${known.size} strings of before.`);

function sources() {
  return readdirSync(path.join(ROOT, "src"), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && /\.tsx?$/.test(entry.name))
    .map((entry) => path.relative(ROOT, path.join(entry.parentPath, entry.name)).replaceAll("\\", "/"))
    .filter((file) => !NOT_SAID.test(file))
    .sort();
}

function isSaid(text) {
  return READS_LIKE_WORDS.test(text) && !IDENTIFIER.test(text);
}

/** What a file says to somebody: the text of its markup, and whatever reads like words. */
function saidIn(file) {
  const source = readFileSync(path.join(ROOT, file), "utf8");
  const texts = [];
  const looks = new Set();
  const take = (text) => {
    if (/\p{L}/u.test(text)) texts.push(text.replace(/\s+/g, " ").trim());
  };
  new Visitor({
    JSXAttribute: ({ name, value }) => void (name.name === "className" && looks.add(value)),
    JSXText: ({ value }) => take(value),
    Literal: (node) => {
      if (typeof node.value === "string" && !looks.has(node) && isSaid(node.value)) take(node.value);
    },
    TemplateLiteral: ({ quasis }) => {
      const text = quasis.map(({ value }) => value.cooked ?? "").join("…");
      if (READS_LIKE_WORDS.test(text)) take(text);
    },
  }).visit(parseSync(file, source).program);
  return texts;
}
