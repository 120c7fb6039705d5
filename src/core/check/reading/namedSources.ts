import { liveBlocks } from "../../letter/blockKinds";
import { criterionKey } from "../../letter/fields/criterionField";
import { sourceOf } from "../../letter/fields/fieldsFor";
import type { SelectionPart } from "../../model/condition";
import { conditionalTextsOf, inlineNodes } from "../../model/letterBody";
import type { Note } from "../../model/note";

/** Something of the gradebook that a note speaks of by its name, and by what. */
export interface SourceUse {
  readonly kind: "category" | "statement" | "own" | "assignment" | "criterion" | "checklist";
  readonly name: string;
  readonly by: "condition" | "passage" | "field" | "block" | "report";
  /** The field that places it; for blocks one that would. */
  readonly field: string;
  readonly place: "subject" | "body" | undefined;
  /** Of words that are not the note’s own. */
  readonly language?: string;
}

/**
 * Everything that a note names: in its conditions, conditional texts, fields and blocks, in all its languages, and in the reports
 * that go along.
 */
export function sourcesOf(note: Pick<Note, "selection" | "subject" | "body" | "variants" | "reports">): SourceUse[] {
  const conditions = note.selection.conditions.flatMap((part) => ofPart(part, "condition"));
  const all = [note, ...note.variants];
  const reports = (note.reports ?? []).flatMap(({ assignment: name }): SourceUse[] =>
    name ? [{ kind: "assignment", name, by: "report", field: `assignment.score.${name}`, place: undefined }] : [],
  );
  return [
    ...conditions,
    ...reports,
    ...all.flatMap((words): SourceUse[] => {
      const language = words === note ? {} : { language: (words as { language: string }).language };
      const fields = (["subject", "body"] as const).flatMap((place) =>
        [...inlineNodes(words[place])].flatMap((node): SourceUse[] => {
          const source = node.type === "field" ? sourceOf(node.attrs.field) : undefined;
          return source && node.type === "field"
            ? [{ kind: source.kind, name: source.name, by: "field", field: node.attrs.field, place, ...language }]
            : [];
        }),
      );
      const blocks = liveBlocks(words.body).flatMap((block) => {
        const titles =
          block.type === "missingWork"
            ? (block.attrs.assignments ?? [])
            : block.type === "assignmentScore"
              ? [block.attrs.assignment]
              : [];
        return titles.map(
          (name): SourceUse => ({
            kind: "assignment",
            name,
            by: "block",
            field: `assignment.score.${name}`,
            place: "body",
            ...language,
          }),
        );
      });
      const passages = conditionalTextsOf(words.body).flatMap(({ attrs }) =>
        attrs.conditions.flatMap((part) => ofPart(part, "passage").map((use) => ({ ...use, ...language }))),
      );
      return [...fields, ...blocks, ...passages];
    }),
  ];
}

function ofPart(part: SelectionPart, by: "condition" | "passage"): SourceUse[] {
  const place = by === "passage" ? ("body" as const) : undefined;
  switch (part.kind) {
    case "group":
      return part.conditions.flatMap((one) => ofPart(one, by));
    case "category":
      return [{ kind: "category", name: part.category, by, field: `category.${part.category}`, place }];
    case "assignment":
    case "assignment status":
    case "marked":
      return [{ kind: "assignment", name: part.assignment, by, field: `assignment.score.${part.assignment}`, place }];
    case "criterion":
      return [{ kind: "criterion", name: part.assignment, by, field: `criterion.level.${criterionKey(part)}`, place }];
    case "own column":
      return [{ kind: "own", name: part.column, by, field: `own.${part.column}`, place }];
    case "checklist":
      return [{ kind: "checklist", name: part.checklist, by, field: "", place }];
    default:
      return [];
  }
}

/** Whether it is asked for by a condition, and not written. */
export function isAsked({ by }: SourceUse): boolean {
  return by === "condition" || by === "passage";
}
