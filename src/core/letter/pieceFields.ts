import { isMissing } from "../figures/countingScore";
import { pieceByTitle } from "../figures/pieceByTitle";
import { shownScore } from "../figures/shownScore";
import type { Assignment } from "../model/assignment";
import type { Score } from "../model/score";
import { type Field, textField } from "./field";
import type { FieldValue } from "./fieldValue";
import type { LetterContext } from "./letterContext";

/** What can be said of one piece of work, by the title that classes share. */
export const PIECE_FIELD_KINDS = ["score", "status", "comment", "due"] as const;
export type PieceFieldKind = (typeof PIECE_FIELD_KINDS)[number];

/** A field of one piece of work; a class without the piece has no value. */
export function pieceField(id: string, kind: PieceFieldKind, title: string): Field {
  switch (kind) {
    case "score":
      return {
        id,
        group: "Work",
        label: `Score on ${title}`,
        kind: "points",
        value: (context) => {
          const piece = pieceOf(context, title);
          if (!piece) return undefined;
          const points = piece.score?.points;
          if (points === undefined || isMissing(piece.score, piece.assignment, context.schoolClass, context.today)) {
            return standing(context, piece);
          }
          return {
            kind: "points",
            points,
            possible: piece.assignment.extraCredit ? 0 : piece.assignment.pointsPossible,
          };
        },
      };
    case "status":
      return {
        id,
        group: "Work",
        label: `How ${title} stands`,
        kind: "status",
        value: (context) => {
          const piece = pieceOf(context, title);
          if (!piece) return undefined;
          return standing(context, piece) ?? (piece.score && { kind: "status", status: "handed in" });
        },
      };
    case "comment":
      return textField(id, "Work", `Comment on ${title}`, (context) => pieceOf(context, title)?.score?.comment);
    case "due":
      return {
        id,
        group: "Work",
        label: `Due date of ${title}`,
        kind: "day",
        value: (context) => {
          const day = pieceOf(context, title)?.assignment.dueDate;
          return day ? { kind: "day", day } : undefined;
        },
      };
  }
}

interface Piece {
  readonly assignment: Assignment;
  readonly score: Score | undefined;
}

/** The piece of a letter's class with a title, and the student's score on it. */
export function pieceOf({ gradebook, period, student }: LetterContext, title: string): Piece | undefined {
  const assignment = pieceByTitle(gradebook, period, title);
  return assignment && { assignment, score: gradebook.columns.get(assignment.id)?.scores[student.id] };
}

/** The letter grade that came without points, or how the piece stands; none where it is simply scored, or blank. */
function standing({ schoolClass, today }: LetterContext, { assignment, score }: Piece): FieldValue | undefined {
  if (score?.letter) return { kind: "text", text: score.letter };
  const { status } = shownScore(score, assignment, schoolClass, today);
  return status === "" ? undefined : { kind: "status", status };
}
