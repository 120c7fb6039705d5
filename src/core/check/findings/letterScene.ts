import type { FiguresIndex } from "../../figures/figuresIndex";
import { isWorkKnown } from "../../figures/isWorkKnown";
import type { NoteLetter } from "../../letter/noteLetters";
import { writtenLines } from "../../model/letterBody";
import type { Note } from "../../model/note";
import { letterReports } from "../../report/letterReports";
import type { Match } from "../../selection/planNote";
import { draftingWords } from "../reading/draftingWords";
import { type ReadWords, WrittenReader } from "../reading/readWritten";

/** What all letters of a note share. */
export class LettersOfNote {
  readonly reader: WrittenReader;
  /** A file named after a student goes to everybody. */
  readonly fileNames: readonly string[];
  /** The drafting words of the note itself are named by themselves; others stand in comments and file names. */
  readonly draftingWords: ReadonlySet<string>;

  constructor(
    readonly index: FiguresIndex,
    readonly note: Note,
  ) {
    this.reader = WrittenReader.of(index.world);
    this.fileNames = (note.enclosures ?? []).map(({ name }) =>
      name.replace(/\.[a-z0-9]+$/i, "").replace(/[_.-]+/g, " "),
    );
    const lines = [note, ...note.variants].flatMap(({ subject, body }) =>
      [subject, body].flatMap((document) => writtenLines(document, () => " ")),
    );
    this.draftingWords = new Set(draftingWords(lines.join("\n")));
  }
}

/** One finished letter with its reports, and what its words show, each made once. */
export class LetterScene {
  readonly index: FiguresIndex;
  readonly note: Note;
  readonly planned: NoteLetter["planned"];
  readonly rendered: NoteLetter["rendered"];
  readonly words: NoteLetter["words"];
  readonly contexts: NoteLetter["contexts"];
  readonly reports: ReturnType<typeof letterReports>;
  /** What somebody wrote in the letter. */
  readonly written: readonly ReadWords[];
  /** What somebody wrote beside it: names of files, words in reports. */
  readonly beside: readonly ReadWords[];
  private names: { readonly sure: string; readonly maybe: string } | undefined;

  constructor(
    readonly all: LettersOfNote,
    letter: NoteLetter,
  ) {
    const { planned, rendered, words, contexts } = letter;
    this.planned = planned;
    this.rendered = rendered;
    this.words = words;
    this.contexts = contexts;
    this.index = all.index;
    this.note = all.note;
    this.reports = letterReports(this.index, this.note, planned);
    const read = (written: string) => all.reader.read(written, words.language);
    this.written = rendered.written.map(read);
    this.beside = [...all.fileNames, ...this.reports.flatMap((report) => report.written)].map(read);
  }

  /** Everything that somebody wrote, what goes along first. */
  get everything(): readonly ReadWords[] {
    return this.beside.length > 0 ? [...this.beside, ...this.written] : this.written;
  }

  /** The first name of somebody else in it: one that surely is, one that may be. Empty without. */
  get foreign(): { readonly sure: string; readonly maybe: string } {
    if (this.names) return this.names;
    let [sure, maybe] = ["", ""];
    for (const { names } of this.everything) {
      const found = names.length > 0 ? this.all.reader.names.foreign(names, this.planned) : undefined;
      if (found?.isSure) sure ||= found.text;
      else if (found) maybe ||= found.text;
    }
    this.names = { sure, maybe };
    return this.names;
  }

  /** Whether it is known of a student whom it is about what is missing. */
  isWorkKnown({ classId, studentId }: Pick<Match, "classId" | "studentId">): boolean {
    const { period } = this.note.selection;
    const gradebook = this.index.gradebook(classId);
    return (
      gradebook !== undefined &&
      isWorkKnown(gradebook, period, studentId, this.index.figures(classId, studentId, period))
    );
  }

  /** Where it says that nothing is missing; empty where it does not. */
  get claim(): string {
    return this.everything.find(({ claim }) => claim)?.claim ?? "";
  }
}
