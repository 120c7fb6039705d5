import type { FiguresIndex } from "@/core/figures/figuresIndex";
import type { RenderedLetter } from "@/core/letter/compileLetter";
import { noteLetters } from "@/core/letter/noteLetters";
import { selectedKey } from "@/core/model/keptSelection";
import type { Note } from "@/core/model/note";
import { letterReports } from "@/core/report/letterReports";
import type { ReportDraft } from "@/core/report/reportPaper";
import { planCounts, planSentence } from "@/core/selection/planCounts";
import { planNote } from "@/core/selection/planNote";
import { type CheckView, checkPlan, type LetterEntry, letterEntries, noteSentence } from "./peopleView";

/** What a round is about, before the first of its letters is finished: all of it, the check too, on one state of the data. */
export interface RoundBegun {
  /** Names it in the questions for its letters. */
  readonly token: number;
  readonly check: CheckView;
  readonly sentence: string;
  readonly summary: string;
  /** Who was selected, by `selectedKey`. */
  readonly selectedKeys: readonly string[];
  readonly letterCount: number;
  /** In letters about several children: by the student that a letter is kept under, the others. */
  readonly brothersAndSisters: Readonly<Record<string, string[]>>;
}

/** Some finished letters; `done` with the last of them. */
export interface LetterBatch {
  readonly letters: readonly {
    readonly entry: LetterEntry;
    readonly rendered: RenderedLetter;
    /** What is drawn for it and goes along, one for each report of the note. */
    readonly reports: readonly ReportDraft[];
  }[];
  readonly done: boolean;
}

/** The letters of one round, finished some at a time, so that thousands of them never stand in the memory together. */
export class RoundInMaking {
  private readonly rest: ReturnType<typeof noteLetters>;
  private readonly entries: readonly LetterEntry[];
  private place = 0;
  readonly begun: RoundBegun;

  /** `now` is when the round leaves, ms since the epoch. */
  constructor(
    private readonly index: FiguresIndex,
    private readonly note: Note,
    now: number,
    token: number,
  ) {
    const plan = planNote(index, note);
    this.entries = letterEntries(index, plan);
    this.rest = noteLetters(index, note, plan.letters);
    this.begun = {
      token,
      check: checkPlan(index, note, plan, now),
      sentence: noteSentence(index, note),
      summary: planSentence(planCounts(plan)),
      selectedKeys: plan.selected.map(selectedKey),
      letterCount: plan.letters.length,
      brothersAndSisters: Object.fromEntries(
        this.entries.flatMap(({ studentIds: [first, ...others] }) =>
          first !== undefined && others.length > 0 ? [[first, others] as const] : [],
        ),
      ),
    };
  }

  next(most: number): LetterBatch {
    const letters: LetterBatch["letters"][number][] = [];
    while (letters.length < most && this.place < this.entries.length) {
      const entry = this.entries[this.place];
      const { value } = this.rest.next();
      this.place += 1;
      if (entry && value)
        letters.push({
          entry,
          rendered: value.rendered,
          reports: letterReports(this.index, this.note, value.planned),
        });
    }
    return { letters, done: this.place >= this.entries.length };
  }
}
