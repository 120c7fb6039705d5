import { assignmentByTitle } from "../../figures/assignmentByTitle";
import { isMissing } from "../../figures/countingScore";
import { shownScore } from "../../figures/shownScore";
import { NOT_IN_CLASS, whileInClass } from "../../figures/whileInClass";
import type { Assignment } from "../../model/assignment";
import type { Score } from "../../model/score";
import { type Field, textField } from "./field";
import type { FieldValue } from "./fieldValue";
import type { LetterContext } from "./letterContext";
import { totalStatement } from "./rubricLines";

/** What can be said of one assignment, by the title that classes share. */
export const ASSIGNMENT_FIELD_KINDS = ["score", "status", "comment", "statement", "due"] as const;
export type AssignmentFieldKind = (typeof ASSIGNMENT_FIELD_KINDS)[number];

/** A field of one assignment; a class without the assignment has no value. */
export function assignmentField(id: string, kind: AssignmentFieldKind, title: string): Field {
  switch (kind) {
    case "score":
      return {
        id,
        group: "Work",
        label: `Score on ${title}`,
        about: "The score of this assignment, or how it stands",
        kind: "points",
        value: (context) => {
          const found = assignmentOf(context, title);
          if (!found) return undefined;
          const points = found.score?.points;
          if (points === undefined || isMissing(found.score, found.assignment, context.schoolClass, context.today)) {
            return position(context, found);
          }
          return {
            kind: "points",
            points,
            possible: found.assignment.extraCredit ? 0 : found.assignment.pointsPossible,
          };
        },
      };
    case "status":
      return {
        id,
        group: "Work",
        label: `How ${title} stands`,
        about: "How this assignment stands: missing, late, excused, handed in",
        kind: "status",
        value: (context) => {
          const found = assignmentOf(context, title);
          if (!found) return undefined;
          return position(context, found) ?? (found.score && { kind: "status", status: "handed in" });
        },
      };
    case "comment":
      return textField(
        id,
        "Work",
        `Comment on ${title}`,
        "Your comment on this assignment",
        (context) => assignmentOf(context, title)?.score?.comment,
      );
    case "statement":
      return textField(
        id,
        "Work",
        `Statement on ${title}`,
        "The statement for the range of this assignment’s total",
        (context) => {
          const found = assignmentOf(context, title);
          return (
            found && totalStatement(context.index.world, found.assignment, found.score, context.schoolClass.decimals)
          );
        },
      );
    case "due":
      return {
        id,
        group: "Work",
        label: `Due date of ${title}`,
        about: "The day on which this assignment falls due",
        kind: "day",
        value: (context) => {
          const day = assignmentOf(context, title)?.assignment.dueDate;
          return day ? { kind: "day", day } : undefined;
        },
      };
  }
}

interface AssignmentWithScore {
  readonly assignment: Assignment;
  readonly score: Score | undefined;
}

/** The assignment of a letter's class with a title, and the student's score on it. */
export function assignmentOf(
  { gradebook, schoolClass, period, student }: LetterContext,
  title: string,
): AssignmentWithScore | undefined {
  const assignment = assignmentByTitle(gradebook, period, title);
  if (!assignment) return undefined;
  const score = gradebook.columns.get(assignment.id)?.scores[student.id];
  const inClass = whileInClass(score, assignment, schoolClass, student.id);
  // What was due while the student was elsewhere is not said of them at all.
  return inClass === NOT_IN_CLASS ? undefined : { assignment, score };
}

/** The letter grade that came without points, or how the assignment stands; none where it is simply scored, or blank. */
function position(
  { schoolClass, today }: LetterContext,
  { assignment, score }: AssignmentWithScore,
): FieldValue | undefined {
  if (score?.gradeLabel) return { kind: "text", text: score.gradeLabel };
  const { status } = shownScore(score, assignment, schoolClass, today);
  return status === "" ? undefined : { kind: "status", status };
}
