import { MAX_HEADER_CHARACTERS, MAX_LETTER_CHARACTERS } from "../delivery/handOver";
import type { FiguresIndex } from "../figures/figuresIndex";
import { gradeLabel } from "../figures/gradeLabel";
import { roundFraction } from "../figures/roundFraction";
import type { RenderedLetter } from "../letter/compileLetter";
import { hasSource } from "../letter/fieldsFor";
import { noteLetters } from "../letter/noteLetters";
import type { Note } from "../model/note";
import type { World } from "../model/world";
import type { Match, NotePlan, PlannedLetter } from "../selection/planNote";
import { type Finding, type FindingCode, findingOf } from "./finding";
import { ForeignNames, type FoundName } from "./foreignNames";
import { someNames } from "./someNames";

const LONGEST_SUBJECT = 60;
const HEAVIEST_BYTES = 100_000;

/** A number with more decimals than anybody reads. */
const RAW_DECIMAL = /(?<![\d.,])(?:0?\.\d{3,}|\d+\.\d{4,})(?!\d|\.\d)/;
/** What an empty value leaves behind: two spaces, a space before a comma, empty brackets, two commas. */
const BROKEN = /\S {2,}\S|\p{L} [,.;](?:\s|$)|\(\s*\)|,\s*[,.;]/u;

/** What only the finished letters show; each kind of finding once, with the first letter and how many more there are. */
export function letterFindings(index: FiguresIndex, note: Note, plan: NotePlan): Finding[] {
  const collected = new Collected(index);
  const lines = linesFor(index.world);
  // A file named after a student goes to everybody.
  const fileNames = (note.enclosures ?? []).map(({ name }) => name.replace(/[_.-]/g, " "));
  for (const { planned, rendered } of noteLetters(index, note, plan.letters)) {
    for (const field of rendered.unfilled) {
      if (hasSource(field, index.world)) collected.add("unfilled-field", planned, { field });
    }
    let [foreign, raw, broken] = ["", "", ""];
    for (const name of fileNames) foreign ||= lines.names.foreign(lines.read(name).names, planned) ?? "";
    for (const line of [rendered.subject, ...rendered.text.split("\n")]) {
      const read = lines.read(line);
      foreign ||= lines.names.foreign(read.names, planned) ?? "";
      raw ||= read.raw;
      broken ||= read.broken;
    }
    if (foreign) collected.add("foreign-name", planned, {}, foreign);
    if (raw) collected.add("raw-decimal", planned, {}, raw);
    if (broken) collected.add("broken-sentence", planned, {}, broken);
    if (rendered.subject.length > MAX_HEADER_CHARACTERS) {
      collected.add("too-long", planned, {}, rendered.subject);
    } else if (rendered.subject.length > LONGEST_SUBJECT) {
      collected.add("long-subject", planned, {}, rendered.subject);
    }
    if (rendered.html.length + rendered.text.length > HEAVIEST_BYTES / 4) {
      const bytes = new TextEncoder().encode(rendered.html + rendered.text).length;
      const isTooLarge = Math.max(rendered.html.length, rendered.text.length) > MAX_LETTER_CHARACTERS;
      const code = isTooLarge ? "too-large-letter" : "heavy-letter";
      if (bytes > HEAVIEST_BYTES) collected.add(code, planned, {}, String(Math.ceil(bytes / 1000)));
    }
    if (speaksOfMissing(rendered) && missesNothing(index, note, planned)) collected.add("nothing-missing", planned);
    const decimals = decimalsBesideLabel(rendered);
    if (decimals !== undefined && disagrees(index, note, planned, decimals)) collected.add("letter-disagrees", planned);
  }
  return collected.findings();
}

/** Findings of many letters, gathered by what they are. */
class Collected {
  private readonly found = new Map<
    string,
    { code: FindingCode; field?: string; quote: string; letters: PlannedLetter[] }
  >();

  constructor(private readonly index: FiguresIndex) {}

  add(code: FindingCode, planned: PlannedLetter, { field }: { field?: string } = {}, quote = ""): void {
    const key = field ? `${code}/${field}` : code;
    const known = this.found.get(key);
    if (known) known.letters.push(planned);
    else this.found.set(key, { code, ...(field !== undefined && { field }), quote, letters: [planned] });
  }

  findings(): Finding[] {
    return [...this.found.values()].map(({ code, field, quote, letters }) => {
      const matches = letters.flatMap((letter) => letter.matches);
      return findingOf(code, {
        path: { letterKey: letters[0]?.key, ...(field !== undefined && { field }) },
        numbers: {
          letters: letters.length,
          students: new Set(matches.map(({ studentId }) => studentId)).size,
          ...(code === "long-subject" && { characters: quote.length }),
          ...((code === "heavy-letter" || code === "too-large-letter") && { size: Number(quote) }),
        },
        quotes: code === "unfilled-field" ? someNames(this.index, matches) : [quote, ...someNames(this.index, matches)],
      });
    });
  }
}

/** Whether a letter counts or lists missing work, whatever there is. */
function speaksOfMissing({ fields, blocks }: RenderedLetter): boolean {
  if (fields.some(({ field }) => field === "missing.count" || field === "missing.list")) return true;
  return blocks.some((block) => block.type === "missingWork" && !block.attrs.whenNothing.trim());
}

/** With how many decimals of its own a letter writes the average beside the letter grade; none where it does not. */
function decimalsBesideLabel({ fields }: RenderedLetter): number | undefined {
  const hasLabel = fields.some(
    ({ field, format }) => field === "gradeLabel" || (field === "overall" && format === "grade label"),
  );
  const written = fields.find(({ field, format }) => field === "overall" && /^\d decimal/.test(format));
  return hasLabel && written ? Number.parseInt(written.format, 10) : undefined;
}

function missesNothing(index: FiguresIndex, note: Note, { matches }: PlannedLetter): boolean {
  return matches.some(
    (match) => index.figures(match.classId, match.studentId, note.selection.period).missing.length === 0,
  );
}

/** Whether the average as it is written would have another label than the one beside it: "89.6 %" and "A from 90". */
function disagrees(index: FiguresIndex, note: Note, { matches }: PlannedLetter, decimals: number): boolean {
  return matches.some((match) => disagreesFor(index, note, match, decimals));
}

function disagreesFor(index: FiguresIndex, note: Note, match: Match, decimals: number): boolean {
  const { overall } = index.figures(match.classId, match.studentId, note.selection.period);
  const scale = index.world.gradeScales.get(index.world.classes.get(match.classId)?.gradeScaleId ?? "");
  if (!overall || !scale) return false;
  return gradeLabel(scale, overall.shown) !== gradeLabel(scale, roundFraction(overall.exact, decimals));
}

interface ReadLine {
  readonly names: readonly FoundName[];
  readonly raw: string;
  readonly broken: string;
}

const NOTHING: ReadLine = { names: [], raw: "", broken: "" };
const MOST_KEPT = 20_000;

/** Reads lines of letters; most lines stand in many letters, and are read once. */
class Lines {
  private readonly known = new Map<string, ReadLine>();

  constructor(readonly names: ForeignNames) {}

  read(line: string): ReadLine {
    if (line === "") return NOTHING;
    const known = this.known.get(line);
    if (known) return known;
    const read = {
      names: this.names.namesIn(line),
      raw: RAW_DECIMAL.exec(line)?.[0] ?? "",
      broken: BROKEN.test(line.trimEnd()) ? line.trim() : "",
    };
    if (this.known.size >= MOST_KEPT) this.known.clear();
    this.known.set(line, read);
    return read;
  }
}

const kept = new WeakMap<World["students"], { readonly people: readonly unknown[]; readonly lines: Lines }>();

/** The lines that were read for the same people: while one types, nearly all of a letter stays as it was. */
function linesFor(world: World): Lines {
  const people = [world.guardians, world.settings, world.classes];
  const known = kept.get(world.students);
  if (known?.people.every((table, place) => table === people[place])) return known.lines;
  const lines = new Lines(new ForeignNames(world));
  kept.set(world.students, { people, lines });
  return lines;
}
