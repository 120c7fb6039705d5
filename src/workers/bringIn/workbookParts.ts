import { strFromU8, unzipSync } from "fflate";

/** What a workbook says of one sheet that the reader of its cells does not tell (ECMA-376, part 1, chapter 18). */
export interface SheetParts {
  readonly isHidden: boolean;
  /** By place, counted from 0. */
  readonly hiddenRows: ReadonlySet<number>;
  readonly hiddenColumns: ReadonlySet<number>;
  /** Cells that are shown as percents, by "row/column". */
  readonly percents: ReadonlySet<string>;
  /** Cells that hold an error, such as #N/A. */
  readonly errors: ReadonlyMap<string, string>;
  /** Notes on cells. */
  readonly notes: ReadonlyMap<string, string>;
}

const WANTED =
  /^xl\/(workbook\.xml|styles\.xml|_rels\/workbook\.xml\.rels|worksheets\/(_rels\/)?[^/]+|(threaded)?comments[^/]*\.xml|comments\/[^/]+\.xml)$/i;

/** The parts of all sheets, by name. */
export function workbookParts(bytes: Uint8Array): Map<string, SheetParts> {
  const files = unzipSync(bytes, { filter: ({ name }) => WANTED.test(name) });
  const text = (name: string) => (files[name] ? strFromU8(files[name]) : "");
  const targets = relations(text("xl/_rels/workbook.xml.rels"), "xl");
  const percentStyles = stylesOfPercents(text("xl/styles.xml"));
  const sheets = new Map<string, SheetParts>();
  for (const [tag] of text("xl/workbook.xml").matchAll(/<sheet\b[^>]*>/g)) {
    const path = targets.get(attribute(tag, "r:id")) ?? "";
    const [, folder = "", file = ""] = /^(.*\/)?([^/]+)$/.exec(path) ?? [];
    const notes = [...relations(text(`${folder}_rels/${file}.rels`), folder.replace(/\/$/, "")).values()].filter(
      (name) => /\/comments[^/]*\.xml$|\/comments\//i.test(name),
    );
    sheets.set(attribute(tag, "name"), {
      isHidden: /hidden/i.test(attribute(tag, "state")),
      ...partsOf(text(path), percentStyles),
      notes: new Map(notes.flatMap((name) => notesIn(text(name)))),
    });
  }
  return sheets;
}

function relations(xml: string, folder: string): Map<string, string> {
  const targets = new Map<string, string>();
  for (const [tag] of xml.matchAll(/<Relationship\b[^>]*>/g)) {
    const target = attribute(tag, "Target");
    const path = target.startsWith("/") ? target.slice(1) : `${folder}/${target}`;
    targets.set(attribute(tag, "Id"), path.replace(/[^/]+\/\.\.\//g, ""));
  }
  return targets;
}

/** The places of the cell formats whose number format has a percent sign. */
function stylesOfPercents(xml: string): Set<string> {
  const codes = new Map(
    [...xml.matchAll(/<numFmt\b[^>]*>/g)].map(([tag]) => [attribute(tag, "numFmtId"), attribute(tag, "formatCode")]),
  );
  const formats = /<cellXfs\b[\s\S]*?<\/cellXfs>/.exec(xml)?.[0] ?? "";
  const percents = new Set<string>();
  [...formats.matchAll(/<xf\b[^>]*>/g)].forEach(([tag], place) => {
    const id = attribute(tag, "numFmtId");
    // 9 and 10 are the built-in formats of percents (18.8.30).
    if (id === "9" || id === "10" || codes.get(id)?.includes("%")) percents.add(String(place));
  });
  return percents;
}

function partsOf(xml: string, percentStyles: ReadonlySet<string>): Omit<SheetParts, "isHidden" | "notes"> {
  const hiddenRows = new Set<number>();
  const hiddenColumns = new Set<number>();
  const percents = new Set<string>();
  const errors = new Map<string, string>();
  const isOn = (tag: string, name: string) => /^(1|true)$/.test(attribute(tag, name));
  for (const [tag] of xml.matchAll(/<row\b[^>]*\bhidden="(?:1|true)"[^>]*>/g))
    hiddenRows.add(Number(attribute(tag, "r")) - 1);
  for (const [tag] of xml.matchAll(/<col\b[^>]*>/g)) {
    const isThin = attribute(tag, "width") !== "" && Number(attribute(tag, "width")) === 0;
    if (!isOn(tag, "hidden") && !isThin) continue;
    const last = Math.min(Number(attribute(tag, "max")), MOST_COLUMNS);
    for (let column = Number(attribute(tag, "min")); column <= last; column += 1) hiddenColumns.add(column - 1);
  }
  if (percentStyles.size > 0 || xml.includes('t="e"')) {
    for (const [, tag = "", inside = ""] of xml.matchAll(/<c\b([^>]*)>([\s\S]*?)<\/c>/g)) {
      const place = placeOf(attribute(tag, "r"));
      if (!place) continue;
      if (attribute(tag, "t") === "e") errors.set(place, /<v>([^<]*)<\/v>/.exec(inside)?.[1] ?? "#N/A");
      else if (percentStyles.has(attribute(tag, "s")) && /^(n)?$/.test(attribute(tag, "t"))) percents.add(place);
    }
  }
  return { hiddenRows, hiddenColumns, percents, errors };
}
/** A sheet has no more (18.3.1.73). */
const MOST_COLUMNS = 16_384;

function notesIn(xml: string): [string, string][] {
  return [...xml.matchAll(/<comment\b([^>]*)>([\s\S]*?)<\/comment>/g)].flatMap(([, tag = "", inside = ""]) => {
    const place = placeOf(attribute(tag, "ref"));
    const words = [...inside.matchAll(/<t\b[^>]*>([^<]*)<\/t>/g)].map(([, word = ""]) => plain(word)).join("");
    // Who wrote a note stands in front of it, on a line of its own.
    const note = words.replace(/^[^\n:]{1,60}:\n/, "").trim();
    return place && note ? [[place, note] as [string, string]] : [];
  });
}

/** "B3" as "2/1". */
function placeOf(reference: string): string | undefined {
  const [, letters, row] = /^([A-Z]+)(\d+)$/.exec(reference) ?? [];
  if (!letters || !row) return undefined;
  const column = [...letters].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0) - 1;
  return `${Number(row) - 1}/${column}`;
}

function attribute(tag: string, name: string): string {
  return plain(new RegExp(`(?:^|\\s)${name}="([^"]*)"`).exec(tag)?.[1] ?? "");
}

function plain(text: string): string {
  return text
    .replace(/&#(\d+);/g, (_whole, code: string) => String.fromCodePoint(Number(code)))
    .replaceAll("&lt;", "<")
    .replaceAll("&gt;", ">")
    .replaceAll("&quot;", '"')
    .replaceAll("&apos;", "'")
    .replaceAll("&amp;", "&");
}
