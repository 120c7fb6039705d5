import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { ROOT } from "./prepare.mjs";

/** From the gradebook to every mailbox, and what the README says: these are walked every time. */
const ALWAYS = ["chain.test.ts", "readme.test.ts"];
/** So much of all journeys is walked in `npm test`, by lines. */
const SHARE = 0.3;

/** Journeys drawn by a seed, with those that are walked every time, as paths; all of them are `npm run e2e`. */
export function drawnJourneys(seed) {
  const folder = path.join(ROOT, "e2e");
  const lines = new Map(
    readdirSync(folder)
      .filter((name) => name.endsWith(".test.ts"))
      .sort()
      .map((name) => [name, readFileSync(path.join(folder, name), "utf8").split("\n").length]),
  );
  const all = [...lines.values()].reduce((sum, count) => sum + count, 0);
  const chosen = [...ALWAYS];
  let taken = ALWAYS.reduce((sum, name) => sum + (lines.get(name) ?? 0), 0);
  for (const name of shuffled([...lines.keys()], seed)) {
    if (taken >= all * SHARE) break;
    if (chosen.includes(name)) continue;
    chosen.push(name);
    taken += lines.get(name) ?? 0;
  }
  return { chosen: chosen.map((name) => `e2e/${name}`), of: lines.size };
}

/** The same order for the same seed (mulberry32, public domain). */
function shuffled(names, seed) {
  let state = seed >>> 0;
  const left = [...names];
  const order = [];
  while (left.length > 0) {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    const place = Math.floor((((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32) * left.length);
    order.push(...left.splice(place, 1));
  }
  return order;
}
