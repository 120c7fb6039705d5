import { MAX_HEADER_CHARACTERS, MAX_LETTER_CHARACTERS } from "../delivery/postRequests";
import type { FiguresIndex } from "../figures/figuresIndex";
import { gradeLabel } from "../figures/gradeLabel";
import { roundFraction } from "../figures/roundFraction";
import { assignmentsIn } from "../figures/studentFigures";
import type { RenderedLetter } from "../letter/compileLetter";
import { hasSource } from "../letter/fieldsFor";
import { languageOf, noteLetters, wordsFor } from "../letter/noteLetters";
import { writtenLines } from "../model/letterBody";
import type { Note } from "../model/note";
import { letterReports } from "../report/letterReports";
import { isEmptyPaper, unprintable } from "../report/paperWords";
import type { Match, NotePlan, PlannedLetter } from "../selection/planNote";
import { Collected } from "./collected";
import { draftingWords } from "./draftingWords";
import type { Finding } from "./finding";
import { brokenLine, WrittenReader } from "./readWritten";

const LONGEST_SUBJECT = 60;
const HEAVIEST_BYTES = 100_000;

/** What only the finished letters show; each kind of finding once, with the first letter and how many more there are. */
export function letterFindings(index: FiguresIndex, note: Note, plan: NotePlan): Finding[] {
  const collected = new Collected(index);
  const reader = WrittenReader.of(index.world);
  const work = new KnownWork(index, note.selection.period);
  // A file named after a student goes to everybody.
  const fileNames = (note.enclosures ?? []).map(({ name }) =>
    name.replace(/\.[a-z0-9]+$/i, "").replace(/[_.-]+/g, " "),
  );
  const typed = draftingWordsTyped(note);
  for (const { planned, rendered } of noteLetters(index, note, plan.letters)) {
    const { language } = wordsFor(note, languageOf(index, planned));
    for (const field of rendered.unfilled) {
      if (hasSource(field, index.world)) collected.add("unfilled-field", planned, { field });
    }
    const isFilled = rendered.unfilled.length === 0;
    if (!rendered.subject && isFilled) collected.add("empty-subject", planned, { place: "subject" });
    if (rendered.isBlank && isFilled) collected.add("empty-body", planned, { place: "body" });
    let [sure, maybe, raw, broken, claim] = ["", "", "", "", ""];
    // What somebody wrote in the reports that go along is read like the letter.
    const enclosed = letterReports(index, note, planned);
    for (const report of enclosed) {
      for (const field of report.unfilled) collected.add("unfilled-field", planned, { field });
      for (const studentId of report.withoutPhoto)
        collected.add(
          "no-photo",
          planned,
          {},
          "",
          planned.matches.filter((match) => match.studentId === studentId),
        );
      if (isEmptyPaper(report.paper)) collected.add("empty-report", planned, {}, report.fileName);
      const [box] = unprintable(report.paper);
      if (box) collected.add("no-glyph", planned, { word: box }, box);
    }
    const more = [...fileNames, ...enclosed.flatMap((report) => report.written)];
    const written = more.length > 0 ? [...more, ...rendered.written] : rendered.written;
    for (const words of written) {
      const read = reader.read(words, language);
      if (read.names.length > 0) {
        const foreign = reader.names.foreign(read.names, planned);
        if (foreign?.isSure) sure ||= foreign.text;
        else if (foreign) maybe ||= foreign.text;
      }
      raw ||= read.raw;
      claim ||= read.claim;
      // A name of a file is no sentence.
      if (!more.includes(words)) broken ||= read.broken;
      for (const left of read.drafting)
        if (!typed.has(left)) collected.add("drafting-words", planned, { word: left }, left);
    }
    // Only where a value is empty do the words around it meet.
    if (rendered.empty > 0) broken ||= brokenLine(rendered.subject) || brokenLine(rendered.text);
    if (sure) collected.add("foreign-name", planned, { word: sure }, sure);
    else if (maybe) collected.add("maybe-foreign-name", planned, { word: maybe }, maybe);
    if (raw) collected.add("raw-decimal", planned, {}, raw);
    if (broken) collected.add("broken-sentence", planned, {}, broken);
    if (claim) claimFindings(collected, index, note, planned, work, claim);
    sizeFindings(collected, planned, rendered);
    if (speaksOfMissing(rendered) && missesNothing(index, note, planned)) collected.add("nothing-missing", planned);
    const decimals = decimalsBesideLabel(rendered);
    if (decimals !== undefined && disagrees(index, note, planned, decimals)) collected.add("letter-disagrees", planned);
  }
  return collected.findings();
}

/** The drafting words of the note itself are named by themselves; others stand in comments and file names. */
function draftingWordsTyped(note: Note): ReadonlySet<string> {
  const lines = [note, ...note.variants].flatMap(({ subject, body }) =>
    [subject, body].flatMap((document) => writtenLines(document, () => " ")),
  );
  return new Set(draftingWords(lines.join("\n")));
}

function sizeFindings(collected: Collected, planned: PlannedLetter, { subject, html, text }: RenderedLetter): void {
  if (subject.length > MAX_HEADER_CHARACTERS) collected.add("too-long", planned, {}, subject);
  else if (subject.length > LONGEST_SUBJECT) collected.add("long-subject", planned, {}, subject);
  if (html.length + text.length <= HEAVIEST_BYTES / 4) return;
  const bytes = new TextEncoder().encode(html + text).length;
  const isTooLarge = Math.max(html.length, text.length) > MAX_LETTER_CHARACTERS;
  const code = isTooLarge ? "too-large-letter" : "heavy-letter";
  if (bytes > HEAVIEST_BYTES) collected.add(code, planned, {}, String(Math.ceil(bytes / 1000)));
}

/** A letter says that nothing is missing: nobody knows that where no work was marked, and it may not be so. */
function claimFindings(
  collected: Collected,
  index: FiguresIndex,
  note: Note,
  planned: PlannedLetter,
  work: KnownWork,
  claim: string,
): void {
  const { period } = note.selection;
  const unknown = planned.matches.filter(({ classId }) => !work.isKnownIn(classId));
  if (unknown.length > 0) collected.add("missing-not-known", planned, { word: claim }, claim, unknown);
  const untrue = planned.matches.filter(
    ({ classId, studentId }) => work.isKnownIn(classId) && index.figures(classId, studentId, period).missing.length > 0,
  );
  // Of several children one may have it all, and the letter says so of that one.
  if (untrue.length === planned.matches.length) collected.add("says-nothing-missing", planned, {}, claim, untrue);
}

/** In which classes it is known what is missing: those with work in the term, some of it marked. */
class KnownWork {
  private readonly known = new Map<string, boolean>();

  constructor(
    private readonly index: FiguresIndex,
    private readonly period: Note["selection"]["period"],
  ) {}

  isKnownIn(classId: string): boolean {
    const known = this.known.get(classId);
    if (known !== undefined) return known;
    const gradebook = this.index.gradebook(classId);
    const isKnown =
      gradebook !== undefined &&
      assignmentsIn(gradebook, this.period).some(({ id }) =>
        Object.values(gradebook.columns.get(id)?.scores ?? {}).some(({ status }) => status !== "pending"),
      );
    this.known.set(classId, isKnown);
    return isKnown;
  }
}

/** Whether a letter counts or lists missing work, whatever there is. */
function speaksOfMissing({ fields, blocks }: RenderedLetter): boolean {
  if (fields.some(({ field, fallback }) => field === "missing.count" || (field === "missing.list" && !fallback.trim())))
    return true;
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

/** Of several children one that misses something is enough to speak of it. */
function missesNothing(index: FiguresIndex, note: Note, { matches }: PlannedLetter): boolean {
  return matches.every(
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
