import ICAL from "ical.js";
import type { ColumnMeaning } from "./columnMeaning";
import { decodeText } from "./decodeText";
import type { RawTable, TableReading } from "./rawTable";

/** One property as ical.js gives it: name, parameters, type, values (jCard, RFC 7095). */
type Property = [name: string, parameters: Record<string, string | string[]>, type: string, ...values: unknown[]];

const GUARDIAN_COLUMNS: readonly [title: string, meaning: ColumnMeaning][] = [
  ["Student", { role: "full name" }],
  ["Guardian’s given name", { role: "guardian given name", guardian: 1 }],
  ["Guardian’s family name", { role: "guardian family name", guardian: 1 }],
  ["Addresses", { role: "guardian address", guardian: 1 }],
  ["Relation", { role: "relation", guardian: 1 }],
  ["Language", { role: "language", guardian: 1 }],
];
/** A card that names no child may be anybody's: of our own it is known. */
const OPEN: ColumnMeaning = { role: "undecided" };
const OPEN_COLUMNS: readonly [title: string, meaning: ColumnMeaning][] = [
  ["Student", { role: "full name" }],
  ["Nickname on a card that names no child", OPEN],
  ["Address on a card that names no child", OPEN],
  ["Birthday on a card that names no child", OPEN],
  ["Tags on a card that names no child", OPEN],
];
const PERSON_COLUMNS: readonly [title: string, meaning: ColumnMeaning][] = [
  ["Student", { role: "full name" }],
  ["Known as", { role: "preferred name" }],
  ["Student’s address", { role: "student address" }],
  ["Birthday", { role: "birthday" }],
  ["Group tags", { role: "group tag" }],
];

/** Whether a file looks like contact cards at all. */
export function looksLikeCards(text: string): boolean {
  return /^\s*BEGIN:VCARD/i.test(text);
}

/**
 * Reads contact cards (vCard 3, RFC 2426, and 4, RFC 6350). A card that names a child is a guardian's; of one that names
 * none it is asked whether it is a student's own, unless it is from here.
 */
export function readCards(bytes: Uint8Array, fileName: string): TableReading {
  const cards = parseCards(decodeText(bytes).text);
  if (cards.length === 0) return { ok: false, problem: { code: "broken cards", fileName } };
  const guardians: string[][] = [];
  const persons: string[][] = [];
  const anybody: string[][] = [];
  for (const card of cards) {
    const { given, family } = nameOf(card);
    const addresses = textsOf(card, "email").map((address) => address.replace(/^mailto:/i, ""));
    const children = card
      .filter(([name, parameters]) => name === "related" && /child/i.test(String(parameters.type ?? "")))
      .map(([, , , value]) => String(value));
    for (const child of children) {
      const relation = textsOf(card, "x-relation")[0] ?? "";
      guardians.push([child, given, family, addresses.join("; "), relation, textsOf(card, "lang")[0] ?? ""]);
    }
    if (children.length > 0) continue;
    const isOwn = textsOf(card, "uid").some((uid) => uid.startsWith("urn:vine-note:"));
    (isOwn ? persons : anybody).push([
      `${given} ${family}`.trim() || (textsOf(card, "fn")[0] ?? ""),
      textsOf(card, "nickname")[0] ?? "",
      addresses[0] ?? "",
      (textsOf(card, "bday")[0] ?? "").replace(/^(\d{4})-?(\d{2})-?(\d{2}).*$/, "$1-$2-$3"),
      textsOf(card, "categories").join("; "),
    ]);
  }
  const tables = [
    tableOf(fileName, GUARDIAN_COLUMNS, guardians, "guardians"),
    tableOf(fileName, PERSON_COLUMNS, persons, "students"),
    tableOf(fileName, OPEN_COLUMNS, anybody, "people"),
  ];
  return { ok: true, tables: tables.filter(({ rows }) => rows.length > 1) };
}

function tableOf(
  fileName: string,
  columns: readonly [string, ColumnMeaning][],
  rows: readonly string[][],
  part: string,
): RawTable {
  return {
    name: `${fileName}: ${part}`,
    fileName,
    rows: [columns.map(([title]) => title), ...rows],
    hiddenRows: 0,
    preset: {
      kind: "contacts",
      meanings: columns.map(([, meaning]) => meaning),
      part: `contact cards of ${part}`,
      maybe: Object.fromEntries(
        columns.flatMap(([, { role }], column) => {
          const meant = PERSON_COLUMNS[column]?.[1];
          return role === "undecided" && meant ? [[column, [meant, { role: "not used" as const }]]] : [];
        }),
      ),
    },
  };
}

/** The properties of each card; a card that can't be read is left out rather than all of them. */
function parseCards(text: string): Property[][] {
  return [...text.matchAll(/BEGIN:VCARD[\s\S]*?END:VCARD/gi)].flatMap(([card]) => {
    try {
      const [, properties] = ICAL.parse(`${card.replace(/\r?\n|\r/g, "\r\n")}\r\n`) as unknown as [string, Property[]];
      return [properties];
    } catch {
      return [];
    }
  });
}

function nameOf(card: readonly Property[]): { given: string; family: string } {
  const structured = card.find(([name]) => name === "n")?.[3];
  if (Array.isArray(structured)) {
    const [family = "", given = "", additional = ""] = structured.map((part) => [part].flat().join(" ").trim());
    if (given || family) return { given: [given, additional].filter(Boolean).join(" "), family };
  }
  const words = (textsOf(card, "fn")[0] ?? "").split(" ");
  return {
    given: words.slice(0, -1).join(" ") || (words[0] ?? ""),
    family: words.length > 1 ? (words.at(-1) ?? "") : "",
  };
}

function textsOf(card: readonly Property[], wanted: string): string[] {
  return card.flatMap(([name, , , ...values]) =>
    name === wanted
      ? values
          .flat()
          .map((value) => String(value).trim())
          .filter(Boolean)
      : [],
  );
}
