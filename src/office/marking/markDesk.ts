import { editScores } from "@/core/gradebook/scoreEdit";
import type { Score } from "@/core/model/score";
import { fullName } from "@/core/model/student";
import { Observable } from "../open/observable";
import type { OfficeCore } from "../open/officeCore";

/** What is shown of an assignment that is marked: at once, before it is kept. */
export interface MarkState {
  /** Scores that are shown before the gradebook has them. */
  readonly ahead: ReadonlyMap<string, Score | undefined>;
  readonly isKept: boolean;
  /** Why something could not be kept, in words. */
  readonly trouble?: string | undefined;
}

type ScoreChange = (before: Score | undefined) => Score | undefined;

interface Step {
  readonly studentId: string;
  readonly before: Score | undefined;
}

/** Marks of one assignment: each is shown at once and kept behind it, in the order of the keys; the last ones can be taken back. */
export class MarkDesk {
  readonly state = new Observable<MarkState>({ ahead: new Map(), isKept: true });
  private steps: Step[] = [];
  private open = 0;
  private turn: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly office: OfficeCore,
    private readonly assignmentId: string,
  ) {}

  scoreOf(studentId: string): Score | undefined {
    const { ahead } = this.state.get();
    return ahead.has(studentId) ? ahead.get(studentId) : this.kept(studentId);
  }

  /** Changes a student's score; the change is worked out again on what is kept when its turn comes. */
  mark(studentId: string, change: ScoreChange): void {
    const before = this.scoreOf(studentId);
    this.steps.push({ studentId, before });
    this.put(studentId, change(before), change);
  }

  /** Takes the last mark back; gives whose it was. */
  takeBack(): string | undefined {
    const step = this.steps.pop();
    if (!step) return undefined;
    this.put(step.studentId, step.before, () => step.before);
    return step.studentId;
  }

  /** Resolves once all that was marked so far is kept. */
  async whenKept(): Promise<void> {
    await this.turn;
  }

  private kept(studentId: string): Score | undefined {
    return this.office.world.scoreColumns.get(this.assignmentId)?.scores[studentId];
  }

  private put(studentId: string, shown: Score | undefined, change: ScoreChange): void {
    this.open += 1;
    this.state.change({ ahead: new Map(this.state.get().ahead).set(studentId, shown), isKept: false });
    const work = async () => {
      const { assignmentId, office } = this;
      const student = office.world.students.get(studentId);
      const title = office.world.assignments.get(assignmentId)?.title ?? "An assignment";
      const done = await office.commit(
        (now) => {
          const before = now.scoreColumns.get(assignmentId)?.scores[studentId];
          return editScores([{ assignmentId, studentId, score: change(before) }], now);
        },
        {
          words: `“${title}” was marked for ${student ? fullName(student) : "a student"}.`,
          screen: "Marking",
          joins: `mark/${assignmentId}/${studentId}`,
        },
      );
      return done.ok ? undefined : done.problem;
    };
    const kept = this.turn.then(work).catch((cause: Error) => `It could not be kept: ${cause.message}`);
    this.turn = kept.then((trouble) => this.settle(trouble));
  }

  private settle(trouble: string | undefined): void {
    this.open -= 1;
    if (trouble !== undefined) this.state.change({ trouble });
    // What is ahead is let go only when nothing more is on its way: a later key may have changed the same student.
    if (this.open === 0)
      this.state.change({ ahead: new Map(), isKept: true, ...(trouble === undefined && { trouble: undefined }) });
  }
}
