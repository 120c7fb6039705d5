import { freshId } from "../matching/freshId";
import type { Assignment } from "../model/assignment";
import { pointsSchema } from "../model/points";
import type { Category, SchoolClass } from "../model/schoolClass";
import { READY_MADE_CATEGORY } from "../model/shownCategories";
import { titleKey } from "../model/titleKey";
import type { World } from "../model/world";
import type { AssignmentChoice } from "./tableChoices";

/** What a table says of an assignment. */
export interface AssignmentSaid {
  readonly title: string;
  readonly category: string;
  readonly pointsPossible: number | undefined;
  readonly dueDate: string | undefined;
  /** The term as the table names it, where it does. */
  readonly period?: string;
  readonly extraCredit?: boolean;
  /** Set where the table has several of this title: then category, date and points tell which is meant, or nobody can. */
  readonly isTwin?: boolean;
  /** Whether anything but its title says that it is an assignment; without, it must be there already. */
  readonly mayBeNew?: boolean;
}

/** The assignment that a table means: one that is there, or a new one with what of it is a guess. */
export interface FoundAssignment {
  readonly assignment: Assignment;
  readonly isNew: boolean;
  /** What of a new assignment is only a guess, to be looked at. */
  readonly guessed: readonly ("category" | "points possible")[];
}

/** Why no assignment is meant for certain. */
export type NotFound = "several" | "not here";

/** Work of which nobody says what it is worth counts in no average. */
const NOT_SAID = 0;

/** The assignments that tables speak of: those of the gradebook, and new ones as they are needed. */
export class AssignmentBook {
  readonly newAssignments = new Map<string, Assignment>();
  /** Classes with categories that a table names and they did not have. */
  readonly changedClasses = new Map<string, SchoolClass>();
  private readonly answered = new Map<string, FoundAssignment | NotFound>();
  /** By class, term and title: several may share a title. */
  private readonly known = new Map<string, FoundAssignment[]>();
  private lastOrder: number;

  constructor(
    private readonly world: World,
    private readonly period: string,
    private readonly idSeed: string,
  ) {
    for (const assignment of world.assignments.values()) {
      const found = { assignment, isNew: false, guessed: [] };
      this.know(assignmentKey(assignment.classId, assignment.termId, assignment.title), found);
      // A table of a whole year names no terms: a title of another term is that assignment, unless this term has one too.
      this.know(assignmentKey(assignment.classId, ANY_TERM, assignment.title), found);
    }
    this.lastOrder = Math.max(0, ...[...world.assignments.values()].map(({ order }) => order));
  }

  private know(key: string, found: FoundAssignment): void {
    this.known.set(key, [...(this.known.get(key) ?? []), found]);
  }

  /**
   * The assignment of a class that a table means; a new one where there is none of this title. None where several share
   * the title and nothing tells them apart, or where only the title of another class's assignment says that it is one.
   */
  find(classId: string, said: AssignmentSaid, choice: AssignmentChoice = {}): FoundAssignment | NotFound {
    // Asked for every cell of a table: the words as they stand are enough to know an assignment again.
    const twin = said.isTwin ? `${said.category}\n${said.dueDate ?? ""}\n${said.pointsPossible ?? ""}` : "";
    const asked = `${classId}\n${said.period ?? ""}\n${choice.assignmentId ?? ""}\n${choice.title ?? said.title}\n${twin}`;
    let found = this.answered.get(asked);
    if (!found) {
      found = this.findAgain(classId, said, choice);
      this.answered.set(asked, found);
    }
    return found;
  }

  private findAgain(classId: string, said: AssignmentSaid, choice: AssignmentChoice): FoundAssignment | NotFound {
    const chosen = choice.assignmentId ? this.world.assignments.get(choice.assignmentId) : undefined;
    if (chosen?.classId === classId) return { assignment: chosen, isNew: false, guessed: [] };
    const title = (choice.title ?? said.title).trim() || "Assignment";
    const period = said.period ?? this.period;
    const key = assignmentKey(classId, period, title);
    const ofTerm = this.known.get(key) ?? [];
    const alike =
      ofTerm.length > 0 || said.period ? ofTerm : (this.known.get(assignmentKey(classId, ANY_TERM, title)) ?? []);
    const meant = this.toldApart(alike, said);
    if (meant.length > 1) return "several";
    if (meant[0]) return meant[0];
    if (said.mayBeNew === false && !choice.title) return "not here";
    const category = this.category(classId, choice.category ?? said.category, title);
    // A number that no assignment can be worth, such as a year in a heading, says nothing about points.
    const pointsPossible = pointsSchema.safeParse(choice.pointsPossible ?? said.pointsPossible).data;
    const dueDate = choice.dueDate ?? said.dueDate;
    this.lastOrder += 1;
    const assignment: Assignment = {
      id: freshId(
        this.idSeed,
        [classId, period, title, ...(said.isTwin ? [said.category, said.dueDate ?? ""] : [])],
        (id) => this.world.assignments.has(id) || this.newAssignments.has(id),
      ),
      classId,
      termId: period,
      categoryId: category.id,
      title,
      pointsPossible: pointsPossible ?? NOT_SAID,
      ...(dueDate && { dueDate }),
      extraCredit: said.extraCredit ?? /\bextra[ -]?credit\b/i.test(title),
      order: this.lastOrder,
    };
    const found: FoundAssignment = {
      assignment,
      isNew: true,
      guessed: [
        ...(category.sure ? [] : (["category"] as const)),
        ...(pointsPossible === undefined ? (["points possible"] as const) : []),
      ],
    };
    this.newAssignments.set(assignment.id, assignment);
    this.know(key, found);
    return found;
  }

  /** Of assignments with one title those that are meant: one alone always, unless the table has another of its title beside it. */
  private toldApart(alike: readonly FoundAssignment[], said: AssignmentSaid): readonly FoundAssignment[] {
    if (alike.length === 0 || (alike.length === 1 && !said.isTwin)) return alike;
    const nameOf = ({ assignment }: FoundAssignment) =>
      this.world.classes.get(assignment.classId)?.categories.find(({ id }) => id === assignment.categoryId)?.name ??
      this.changedClasses.get(assignment.classId)?.categories.find(({ id }) => id === assignment.categoryId)?.name ??
      "";
    const tests: ((one: FoundAssignment) => boolean | undefined)[] = [
      (one) => (said.category ? titleKey(nameOf(one)) === titleKey(said.category) : undefined),
      ({ assignment }) => (said.dueDate && assignment.dueDate ? assignment.dueDate === said.dueDate : undefined),
      ({ assignment }) =>
        said.pointsPossible === undefined ? undefined : assignment.pointsPossible === said.pointsPossible,
    ];
    return tests.reduce<readonly FoundAssignment[]>((left, test) => left.filter((one) => test(one) !== false), alike);
  }

  /** The class's category by name, made where a table names one that is not there; without a name the likeliest by the title. */
  category(classId: string, name: string, title: string): { id: string; sure: boolean } {
    const schoolClass = this.changedClasses.get(classId) ?? this.world.classes.get(classId);
    const categories = schoolClass?.categories ?? [];
    const named = categories.find((category) => titleKey(category.name) === titleKey(name));
    if (named) return { id: named.id, sure: true };
    if (name && schoolClass) {
      const id = freshId(this.idSeed, ["category", name], (one) => categories.some((category) => category.id === one));
      const added: Category = { id, name, weight: 1, dropLowest: 0 };
      this.changedClasses.set(classId, { ...schoolClass, categories: [...categories, added] });
      return { id, sure: true };
    }
    const likely = categories.find((category) => soundsLike(title, category.name));
    return {
      id: likely?.id ?? categories[0]?.id ?? READY_MADE_CATEGORY.id,
      // The sound of a title is a guess.
      sure: likely === undefined && categories.length === 1,
    };
  }
}

const ANY_TERM = "*";

function assignmentKey(classId: string, period: string, title: string): string {
  return `${classId}|${period}|${titleKey(title)}`;
}

/** "Salinity lab" belongs to "Labs", "Quiz: tides" to "Quizzes": a word of the title begins as the category does. */
function soundsLike(title: string, category: string): boolean {
  const words = title.toLowerCase().split(/[^\p{L}]+/u);
  return category
    .toLowerCase()
    .split(/[^\p{L}]+/u)
    .filter((part) => part.length >= 3)
    .every((part) => words.some((word) => commonStart(word, part) >= Math.max(3, part.length - 3)));
}

function commonStart(a: string, b: string): number {
  let length = 0;
  while (length < a.length && a[length] === b[length]) length += 1;
  return length;
}
