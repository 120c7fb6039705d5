import type { MissingPiece } from "../figures/missingWork";
import { formatPercent } from "../figures/rounding";
import { formatDay } from "../model/day";
import { counted } from "../words";
import type { LetterContext } from "./letterContext";
import type { BlockNode } from "./letterDocument";

/** What a block of a letter holds for one student, before it is drawn as HTML, as text or on the screen. */
export type BlockModel =
  | { kind: "table"; head: readonly string[]; rows: readonly (readonly string[])[] }
  | { kind: "list"; items: readonly string[] }
  | { kind: "sentence"; text: string };

export type LiveBlockNode = Extract<BlockNode, { type: "averagesTable" | "missingWork" }>;

/** The figures of a block for the student of a letter. */
export function blockModel(block: LiveBlockNode, context: LetterContext): BlockModel {
  return block.type === "averagesTable" ? averagesTable(context) : missingWorkList(block.attrs.whenNothing, context);
}

function averagesTable({ schoolClass, figures }: LetterContext): BlockModel {
  const text = (average: { shown: number } | undefined) =>
    average ? formatPercent(average.shown, schoolClass.decimals) : "no scores yet";
  return {
    kind: "table",
    head: ["Category", "Average"],
    rows: [
      ...schoolClass.categories.map((category, place) => [category.name, text(figures.categoryAverages[place])]),
      ["Overall", text(figures.overall)],
    ],
  };
}

function missingWorkList(whenNothing: string, { figures }: LetterContext): BlockModel {
  if (figures.missing.length === 0) return { kind: "sentence", text: whenNothing };
  return { kind: "list", items: figures.missing.map(missingPieceWords) };
}

/** "Lab 4 (Labs, due 12 November 2026, 20 points)". */
export function missingPieceWords({ assignment, categoryName }: MissingPiece): string {
  const details = [
    categoryName,
    assignment.dueDate ? `due ${formatDay(assignment.dueDate)}` : "",
    assignment.pointsPossible > 0 ? counted(assignment.pointsPossible, "point") : "",
  ].filter(Boolean);
  return details.length > 0 ? `${assignment.title} (${details.join(", ")})` : assignment.title;
}
