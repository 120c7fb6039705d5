import * as z from "zod";
import { sameData } from "../change/change";
import { readJson } from "../formats/readJson";
import { type BankComment, bankCommentSchema } from "../model/bankComment";
import type { SelectionPart } from "../model/condition";
import { noteOfToday } from "../model/formerNames";
import { type PageDesign, pageDesignSchema } from "../model/pageDesign";
import { type Rubric, rubricSchema } from "../model/rubric";
import { classLabel } from "../model/schoolClass";
import { selectionSchema } from "../model/selection";
import { type NoteWords, noteWordsSchema } from "../model/template";
import type { World } from "../model/world";

const FORMAT = "vine-note templates and selections";

/** Templates and selections as a file: classes, terms and students go with their names, since another gradebook names them otherwise. */
const keptFileSchema = z.object({
  format: z.literal(FORMAT),
  version: z.literal(2),
  templates: z.array(noteWordsSchema),
  selections: z.array(z.object({ name: z.string().min(1), selection: selectionSchema })),
  /** The designs of reports of one's own; files of before there were any have none. */
  designs: z.array(pageDesignSchema).default([]),
  /** What is marked with: rubrics, and the sentences of the comment bank. */
  rubrics: z.array(rubricSchema).default([]),
  bankComments: z.array(bankCommentSchema).default([]),
  names: z.object({
    classes: z.record(z.string(), z.string()),
    terms: z.record(z.string(), z.string()),
    students: z.record(z.string(), z.string()),
  }),
});
type KeptFile = z.infer<typeof keptFileSchema>;
type Named = KeptFile["selections"][number];
type Names = Pick<World, "classes" | "terms" | "students" | "pageDesigns" | "rubrics" | "bankComments">;

/** The text (JSON) of a file with some templates and selections. */
export function writeKept(templates: readonly NoteWords[], selections: readonly Named[], world: Names): string {
  const studentIds = [
    ...selections.flatMap(({ selection }) => studentIdsOf(selection)),
    ...templates.flatMap((one) => studentIdsOf({ ...one, addedStudentIds: [], leftOutStudentIds: [] })),
  ];
  const file: KeptFile = {
    format: FORMAT,
    version: 2,
    templates: templates.map((one) => noteWordsSchema.parse(one)),
    selections: selections.map(({ name, selection }) => ({ name, selection })),
    designs: [...world.pageDesigns.values()],
    // A statement is the gradebook’s own.
    rubrics: [...world.rubrics.values()].map(({ statementId: _statementId, ...rubric }) => rubric),
    bankComments: [...world.bankComments.values()],
    names: {
      classes: Object.fromEntries([...world.classes].map(([id, one]) => [id, classLabel(one)])),
      terms: Object.fromEntries([...world.terms].map(([id, { name }]) => [id, name])),
      // Only those who are named in a selection: the file is no list of students.
      students: Object.fromEntries(studentIds.map((id) => [id, world.students.get(id)?.studentNumber ?? ""])),
    },
  };
  return `${JSON.stringify(file, undefined, 2)}\n`;
}

export type ReadKept =
  | {
      readonly ok: true;
      readonly templates: readonly NoteWords[];
      readonly selections: readonly Named[];
      /** Those that are not here yet, just so. */
      readonly designs: readonly PageDesign[];
      readonly rubrics: readonly Rubric[];
      readonly bankComments: readonly BankComment[];
      readonly notThere: readonly string[];
    }
  | { readonly ok: false; readonly problem: string };

/**
 * Templates and selections from the text of a file, for this gradebook: classes and terms are found by name, students by number.
 * What is not found is told, and stays in the sentence as not there: a selection never widens by itself. A design that is
 * another one here gets an id of its own from `newId`.
 */
export function readKept(text: string, world: Names, newId: () => string): ReadKept {
  const file = keptFileSchema.safeParse(ofToday(readJson(text))).data;
  if (!file) {
    return {
      ok: false,
      problem: "This is no file of templates and selections, or a newer version wrote it. Nothing was changed.",
    };
  }
  const notThere = new Set<string>();
  const found = (id: string, name: string | undefined, known: ReadonlyMap<string, string>, word: string) => {
    const here = name === undefined ? undefined : known.get(name);
    if (here === undefined) notThere.add(name ? `${word} ${name}` : word);
    return here ?? id;
  };
  const classes = new Map([...world.classes].map(([id, one]) => [classLabel(one), id]));
  const terms = new Map([...world.terms].map(([id, { name }]) => [name, id]));
  const students = new Map(
    [...world.students].flatMap(([id, one]) => (one.studentNumber ? [[one.studentNumber, id]] : [])),
  );
  const classHere = (id: string) => found(id, file.names.classes[id], classes, "class");
  const studentHere = (id: string) => found(id, file.names.students[id], students, "student number");
  const partHere = (part: SelectionPart): SelectionPart => {
    const here = <Part extends SelectionPart>(one: Part): Part =>
      one.kind === "chosen" ? { ...one, studentIds: one.studentIds.map(studentHere) } : one;
    return part.kind === "group" ? { ...part, conditions: part.conditions.map(here) } : here(part);
  };
  const designs = file.designs.flatMap((design) => {
    const here = world.pageDesigns.get(design.id);
    if (!here) return [{ from: design.id, design }];
    return sameData({ ...here, changedAt: 0 }, { ...design, changedAt: 0 })
      ? []
      : [{ from: design.id, design: { ...design, id: newId() } }];
  });
  const designHere = (id: string) => designs.find(({ from }) => from === id)?.design.id ?? id;
  const templates = file.templates.map(({ reports, ...one }) => ({
    ...one,
    conditions: one.conditions.map(partHere),
    ...(reports && { reports: reports.map((choice) => ({ ...choice, design: designHere(choice.design) })) }),
  }));
  const selections = file.selections.map(({ name, selection }) => ({
    name,
    selection: {
      ...selection,
      classIds: selection.classIds === "all" ? ("all" as const) : selection.classIds.map(classHere),
      period:
        file.names.terms[selection.period] === undefined
          ? selection.period
          : found(selection.period, file.names.terms[selection.period], terms, "term"),
      conditions: selection.conditions.map(partHere),
      addedStudentIds: selection.addedStudentIds.map(studentHere),
      leftOutStudentIds: selection.leftOutStudentIds.map(studentHere),
    },
  }));
  return {
    ok: true,
    templates,
    selections,
    designs: designs.map(({ design }) => design),
    rubrics: newHere(file.rubrics, world.rubrics, ({ statementId: _statementId, ...rubric }) => rubric, newId),
    bankComments: newHere(file.bankComments, world.bankComments, (one) => one, newId),
    notThere: [...notThere],
  };
}

/** Records that are not here yet, just so; one that is another one here gets an id of its own. `bare` is what is compared. */
function newHere<Row extends { readonly id: string }>(
  rows: readonly Row[],
  known: ReadonlyMap<string, Row>,
  bare: (row: Row) => unknown,
  newId: () => string,
): Row[] {
  return rows.flatMap((row) => {
    const here = known.get(row.id);
    if (!here) return [row];
    return sameData(bare(here), bare(row)) ? [] : [{ ...row, id: newId() }];
  });
}

function studentIdsOf({
  conditions,
  addedStudentIds,
  leftOutStudentIds,
}: Pick<Named["selection"], "conditions" | "addedStudentIds" | "leftOutStudentIds">): string[] {
  const chosen = conditions
    .flatMap((part) => (part.kind === "group" ? part.conditions : part))
    .flatMap((part) => (part.kind === "chosen" ? part.studentIds : []));
  return [...chosen, ...addedStudentIds, ...leftOutStudentIds];
}

/** Files of version 1 had some other names. */
function ofToday(file: unknown): unknown {
  const { version, templates, selections } = (file ?? {}) as Record<string, unknown>;
  if (version !== 1 || !Array.isArray(templates) || !Array.isArray(selections)) return file;
  return {
    ...(file as object),
    version: 2,
    templates: templates.map(noteOfToday),
    selections: selections.map(noteOfToday),
  };
}
