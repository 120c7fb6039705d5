import { letterMarks } from "@/core/delivery/plans/letterMarks";
import type { FiguresIndex } from "@/core/figures/figuresIndex";
import type { RenderedLetter } from "@/core/letter/compileLetter";
import { noteLetters } from "@/core/letter/noteLetters";
import { selectedKey } from "@/core/model/keptSelection";
import type { Note } from "@/core/model/note";
import type { WrittenMark } from "@/core/model/noteKind";
import { shortHash } from "@/core/model/shortHash";
import { letterReports } from "@/core/report/letterReports";
import type { ReportDraft } from "@/core/report/reportPaper";
import { countsSentence, planCounts } from "@/core/selection/planCounts";
import { type PlannedLetter, planNote } from "@/core/selection/planNote";
import { type CheckView, checkPlan, type LetterEntry, letterEntries, noteSentence } from "./peopleView";
import { asOfLeaving, planRebuild } from "./planRebuild";
import type { RebuildRequest, StoppedLetter } from "./rebuildRequest";

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
  /** Letters that could not go and were left out, each with its reason. */
  readonly stopped: readonly StoppedLetter[];
  /** Who fits now and was not part of the round: by the key of the letter. */
  readonly newcomers: readonly { readonly key: string; readonly words: string }[];
}

/** Some finished letters; `done` with the last of them. */
export interface LetterBatch {
  readonly letters: readonly {
    /** Tells the content of the letter and of its reports from others. */
    readonly made: string;
    /** By student: what it is remembered by in a plan. */
    readonly marks: Readonly<Record<string, WrittenMark>>;
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
  private readonly index: FiguresIndex;

  /** `now` is when the round leaves, ms since the epoch. */
  constructor(
    known: FiguresIndex,
    private readonly note: Note,
    now: number,
    token: number,
    private readonly fresh?: RebuildRequest,
  ) {
    const index = fresh ? asOfLeaving(known, fresh) : known;
    this.index = index;
    const { plan, stopped, newcomers, findings } = fresh
      ? planRebuild(index, note, fresh)
      : { plan: planNote(index, note), stopped: [], newcomers: [], findings: undefined };
    this.entries = letterEntries(index, plan);
    this.rest = noteLetters(index, note, plan.letters, fresh?.run?.digest !== undefined);
    this.begun = {
      token,
      check: checkPlan(index, note, plan, now, findings),
      sentence: noteSentence(index, note),
      summary: countsSentence(planCounts(plan)),
      selectedKeys: plan.selected.map(selectedKey),
      letterCount: plan.letters.length,
      stopped,
      newcomers,
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
          ...this.remembered(value),
        });
    }
    return { letters, done: this.place >= this.entries.length };
  }

  private remembered({ planned, rendered }: { planned: PlannedLetter; rendered: RenderedLetter }) {
    const reports = letterReports(this.index, this.note, planned);
    const marks = letterMarks(this.index, planned, this.fresh?.run?.digest && rendered.told);
    if (!this.fresh) return { reports, made: "", marks };
    const { subject, html, text } = rendered;
    const { name, address } = planned.recipient;
    const files = reports.map(({ fileName, ...paper }) => [fileName, JSON.stringify(paper)]);
    const made = shortHash(JSON.stringify([name, address, subject, html, text, files]));
    return { reports, made, marks };
  }
}
