import { freshId } from "../matching/freshId";
import { nameKey } from "../matching/nameKey";
import { type Assignment, pointsSchema } from "../model/assignment";
import type { Category, SchoolClass } from "../model/schoolClass";
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
}

/** The assignment that a table means: one that is there, or a new one with what of it is a guess. */
export interface FoundAssignment {
  readonly assignment: Assignment;
  readonly isNew: boolean;
  /** What of a new assignment is only a guess, to be looked at. */
  readonly guessed: readonly ("category" | "points possible")[];
}

const DEFAULT_POINTS = 100;

/** The assignments that tables speak of: those of the gradebook, and new ones as they are needed. */
export class AssignmentBook {
  readonly newAssignments = new Map<string, Assignment>();
  /** Classes with categories that a table names and they did not have. */
  readonly changedClasses = new Map<string, SchoolClass>();
  private readonly answered = new Map<string, FoundAssignment>();
  private readonly known = new Map<string, FoundAssignment>();
  private lastOrder: number;

  constructor(
    private readonly world: World,
    private readonly period: string,
    private readonly idSeed: string,
  ) {
    for (const assignment of world.assignments.values()) {
      const found = { assignment, isNew: false, guessed: [] };
      this.known.set(assignmentKey(assignment.classId, assignment.termId, assignment.title), found);
      // A table of a whole year names no terms: a title of another term is that assignment, unless this term has one too.
      this.known.set(assignmentKey(assignment.classId, ANY_TERM, assignment.title), found);
    }
    this.lastOrder = Math.max(0, ...[...world.assignments.values()].map(({ order }) => order));
  }

  /** The assignment of a class that a table means; a new one where there is none of this title. The class must exist. */
  find(classId: string, said: AssignmentSaid, choice: AssignmentChoice = {}): FoundAssignment {
    // Asked for every cell of a table: the words as they stand are enough to know an assignment again.
    const asked = `${classId}\n${said.period ?? ""}\n${choice.assignmentId ?? ""}\n${choice.title ?? said.title}`;
    let found = this.answered.get(asked);
    if (!found) {
      found = this.findAnew(classId, said, choice);
      this.answered.set(asked, found);
    }
    return found;
  }

  private findAnew(classId: string, said: AssignmentSaid, choice: AssignmentChoice): FoundAssignment {
    const chosen = choice.assignmentId ? this.world.assignments.get(choice.assignmentId) : undefined;
    if (chosen?.classId === classId) return { assignment: chosen, isNew: false, guessed: [] };
    const title = (choice.title ?? said.title).trim() || "Assignment";
    const period = said.period ?? this.period;
    const key = assignmentKey(classId, period, title);
    const known =
      this.known.get(key) ?? (said.period ? undefined : this.known.get(assignmentKey(classId, ANY_TERM, title)));
    if (known) return known;
    const category = this.category(classId, choice.category ?? said.category, title);
    // A number that no assignment can be worth, such as a year in a heading, says nothing about points.
    const pointsPossible = pointsSchema.safeParse(choice.pointsPossible ?? said.pointsPossible).data;
    const dueDate = choice.dueDate ?? said.dueDate;
    this.lastOrder += 1;
    const assignment: Assignment = {
      id: freshId(
        this.idSeed,
        [classId, period, title],
        (id) => this.world.assignments.has(id) || this.newAssignments.has(id),
      ),
      classId,
      termId: period,
      categoryId: category.id,
      title,
      pointsPossible: pointsPossible ?? DEFAULT_POINTS,
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
    this.known.set(key, found);
    return found;
  }

  /** The class's category by name, made where a table names one that is not there; without a name the likeliest by the title. */
  category(classId: string, name: string, title: string): { id: string; sure: boolean } {
    const schoolClass = this.changedClasses.get(classId) ?? this.world.classes.get(classId);
    const categories = schoolClass?.categories ?? [];
    const named = categories.find((category) => nameKey(category.name) === nameKey(name));
    if (named) return { id: named.id, sure: true };
    if (name && schoolClass) {
      const id = freshId(this.idSeed, ["category", name], (one) => categories.some((category) => category.id === one));
      const added: Category = { id, name, weight: 1, dropLowest: 0 };
      this.changedClasses.set(classId, { ...schoolClass, categories: [...categories, added] });
      return { id, sure: true };
    }
    const likely = categories.find((category) => soundsLike(title, category.name));
    return { id: likely?.id ?? categories[0]?.id ?? "work", sure: likely !== undefined || categories.length === 1 };
  }
}

const ANY_TERM = "*";

function assignmentKey(classId: string, period: string, title: string): string {
  return `${classId}|${period}|${nameKey(title) || title}`;
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
