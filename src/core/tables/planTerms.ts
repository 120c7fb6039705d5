import { applyChange, type Change, setRows } from "../change/change";
import { freshId } from "../matching/freshId";
import { nameKey } from "../matching/nameKey";
import { addDays, type Day } from "../model/day";
import { currentTerm, type Term, UNNAMED_TERM } from "../model/term";
import type { World } from "../model/world";
import { cellReader } from "./cellsOfRow";
import { readDate } from "./readDate";
import type { Understanding } from "./understand";

/** Takes in terms with their dates; a term of a known name gets the table's dates. */
export function planTerms(read: Understanding, world: World): { terms: readonly Term[]; change: Change; after: World } {
  const cellOf = cellReader(read.meanings);
  const byName = new Map([...world.terms.values()].map((term) => [nameKey(term.name), term]));
  const terms = new Map<string, Term>();
  for (const cells of read.table.rows.slice(read.shape.lastHeaderRow + 1)) {
    const name = cellOf(cells, "term");
    const from = readDate(cellOf(cells, "from date"), read.dates.order);
    const to = readDate(cellOf(cells, "to date"), read.dates.order);
    if (!name || !from || !to || from > to) continue;
    const id =
      byName.get(nameKey(name))?.id ??
      freshId(read.idSeed, ["term", name], (one) => world.terms.has(one) || terms.has(one));
    terms.set(id, { id, name, from, to });
  }
  const change: Change = { terms: setRows<"terms">(world.terms, terms) };
  return { terms: [...terms.values()], change, after: applyChange(world, change) };
}

const DAYS_AROUND_TODAY = 60;

/** A gradebook without any term gets one around today, since every assignment belongs to a term. */
export function ensureTerm(world: World, today: Day): { change: Change; after: World } {
  if (world.terms.size > 0) return { change: {}, after: world };
  const term: Term = {
    id: "term-1",
    name: UNNAMED_TERM,
    from: addDays(today, -DAYS_AROUND_TODAY),
    to: addDays(today, DAYS_AROUND_TODAY),
  };
  const change: Change = { terms: setRows<"terms">(world.terms, [[term.id, term]]) };
  return { change, after: applyChange(world, change) };
}

/** The term that a table belongs to: the one that its name or titles speak of, else the current one. */
export function termOfTable(read: Understanding, world: World, today: Day): string {
  const chosen = read.choices.period;
  if (chosen && world.terms.has(chosen)) return chosen;
  const terms = [...world.terms.values()];
  const titles = read.table.rows.slice(0, read.shape.lastHeaderRow).flat();
  const spoken = ` ${nameKey([read.table.name, ...titles].join(" ").replace(/[_.-]/g, " "))} `;
  const named = terms.filter(({ name }) =>
    nameKey(name)
      .split(" ")
      .every((word) => spoken.includes(` ${word} `)),
  );
  return (named.length === 1 ? named[0] : currentTerm(terms, today))?.id ?? "";
}
