import { titleKey } from "../model/titleKey";
import type { KnownValues } from "./knownValues";
import type { RawTable } from "./rawTable";
import { fileStem } from "./recipe";

/** What the name of a table and the lines above its headings say that its averages are of. */
export interface TableSubject {
  /** A category that the gradebook has. */
  readonly category: string | undefined;
  /** Words that name neither a class nor a term nor a table: maybe a category that is not there yet. */
  readonly words: string;
}

const SAYS_NOTHING = new Set(
  (
    "average averages avg mean grade grades gradebook mark marks score scores percent percents report reports export exports list table " +
    "data sheet class classes student students roster download copy final overall total current term year all my of the for and in week " +
    "csv xlsx file new results result summary progress block period section course pasted gb"
  ).split(" "),
);

/** The subject of a table, by its sheet or file and by the lines above row `headerRow`. */
export function subjectOf({ fileName, name, rows }: RawTable, headerRow: number, known: KnownValues): TableSubject {
  const sheet = name.slice(fileName.length).replace(/^:\s*/, "");
  const called = (sheet || fileStem(fileName)).replace(/[_]+/g, " ");
  const above = rows.slice(0, Math.max(0, headerRow)).flat().filter(Boolean);
  const spoken = ` ${[called, ...above].map(plain).join(" | ")} `;
  const named = [...known.categories].filter((category) => spoken.includes(` ${plain(category)} `));
  const [only] = named;
  if (named.length === 1 && only !== undefined) return { category: only, words: "" };
  const labels = [...known.classes, ...known.terms].flatMap((label) => plain(label).split(" "));
  const others = new Set([...labels, ...SAYS_NOTHING]);
  const words = plain(called)
    .split(" ")
    .filter((word) => /^\p{L}{3,}$/u.test(word) && !others.has(word));
  return { category: undefined, words: words.join(" ") };
}

function plain(text: string): string {
  return titleKey(text)
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();
}
