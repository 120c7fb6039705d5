import { baseLanguage } from "../../language/languageTag";
import type { World } from "../../model/world";
import { draftingWords } from "./draftingWords";
import { ForeignNames, type FoundName } from "./foreignNames";
import { missingClaim } from "./missingClaims";

/** A number with more decimals than anybody reads; beside a unit, after an equals sign, or as a constant it is meant. */
const RAW_DECIMAL =
  /(?<![\d.,=≈~^]|[=≈~] )(?:0?\.\d{3,}|\d+\.\d{4,})(?!\d|\.\d)(?! ?(?:[kmcµμnM]?(?:g|m|l|L|s|mol|N|J|W|V|A|Hz|Pa|Ω)|min|h|K|°[CF]?|atm|rad|pH|in|ft|lb|oz|cm|mm|km|m²|m³|e[-+]?\d)(?![\p{L}])|[²³^])/u;
/** Numbers that are written so: known constants, and eighths. */
const CONSTANTS = /^(?:0?\.(?:125|375|625|875)|3\.141\d*|2\.718\d*|1\.414\d*|1\.618\d*|9\.806\d*|6\.62\d*|0?\.693\d*)$/;
/** What an empty value leaves behind: two spaces, a space before a comma, empty brackets, two commas. */
const BROKEN = /\S {2,}\S|\p{L} [,.;](?:\s|$)|\(\s*\)|,\s*[,.;]/u;

/** What a run of written words shows by itself. */
export interface ReadWords {
  readonly names: readonly FoundName[];
  readonly raw: string;
  readonly broken: string;
  /** Where it says that nothing is missing. */
  readonly claim: string;
  /** Words left over from drafting. */
  readonly drafting: readonly string[];
}

const NOTHING: ReadWords = { names: [], raw: "", broken: "", claim: "", drafting: [] };
const MOST_KEPT = 20_000;

/** Reads what somebody wrote; most of it stands in many letters, and is read once. */
export class WrittenReader {
  private readonly known = new Map<string, Map<string, ReadWords>>();

  private constructor(readonly names: ForeignNames) {}

  /** The reader for the people and titles of a world: while one types, nearly all stays as it was read. */
  static of(world: World): WrittenReader {
    const parts = [world.guardians, world.settings, world.classes, world.assignments, world.terms];
    const known = readers.get(world.students);
    if (known?.parts.every((table, place) => table === parts[place])) return known.reader;
    const reader = new WrittenReader(new ForeignNames(world));
    readers.set(world.students, { parts, reader });
    return reader;
  }

  read(written: string, language: string): ReadWords {
    if (written.length < 2) return NOTHING;
    const ofLanguage = this.known.get(language) ?? new Map<string, ReadWords>();
    this.known.set(language, ofLanguage);
    const known = ofLanguage.get(written);
    if (known) return known;
    const raw = RAW_DECIMAL.exec(written)?.[0] ?? "";
    const read: ReadWords = {
      names: this.names.namesIn(written, language),
      raw: CONSTANTS.test(raw) ? "" : raw,
      broken: brokenLine(written, language),
      claim: missingClaim(written),
      drafting: draftingWords(written),
    };
    if (ofLanguage.size >= MOST_KEPT) ofLanguage.clear();
    ofLanguage.set(written, read);
    return read;
  }
}

const readers = new WeakMap<
  World["students"],
  { readonly parts: readonly unknown[]; readonly reader: WrittenReader }
>();

/** The first line of a text that an empty value may have broken. */
export function brokenLine(text: string, language = "en"): string {
  // French has a space before these signs.
  if (baseLanguage(language) === "fr") return brokenLine(text.replace(/[ \u00a0\u202f]+([;:!?»])/gu, "$1"), "en");
  if (!BROKEN.test(text)) return "";
  return (
    text
      .split("\n")
      .find((line) => BROKEN.test(line.trimEnd()))
      ?.trim() ?? ""
  );
}
