import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type Change, updating } from "../change/change";
import { sourcesOf } from "../check/reading/namedSources";
import type { Condition } from "../model/condition";
import type { BlockNode, InlineNode } from "../model/letterBody";
import type { Note } from "../model/note";
import { titleKey } from "../model/titleKey";
import { type World, type WorldRecords, worldOf } from "../model/world";
import { startNote } from "../starters/startNote";
import { sampleAssignment, sampleClass, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { type Naming, renamedIn, renamingOf, withNamesCarried } from "./carryRenames";
import { criterionKey } from "./fields/criterionField";

const RUBRIC = [
  { id: "c1", name: "Clarity", levels: [], most: 4 },
  { id: "c2", name: "Sources", levels: [], most: 4 },
];

/** Two classes that share the same work, with everything that can be named. */
function school(): WorldRecords {
  const world = sampleWorld({ students: [sampleStudent()] });
  const quiz = (id: string, classId: string, title: string, order: number) =>
    sampleAssignment({ id, classId, title, categoryId: "quizzes", order, rubric: RUBRIC });
  return {
    ...world,
    classes: [sampleClass(), sampleClass({ id: "second", block: "Block 2" })],
    assignments: [
      quiz("q1", "class", "Quiz 1", 1),
      quiz("q2", "class", "Quiz 2", 2),
      quiz("r1", "second", "Quiz 1", 1),
      quiz("r2", "second", "Quiz 2", 2),
    ],
    ownColumns: [{ id: "o", name: "House", classId: "all", kind: "text", values: {} } as never],
    checklists: [{ id: "l", name: "Trip form", classId: "all", marks: {} }],
    statements: [{ id: "s", name: "Tides", kind: "average", ranges: [] } as never],
  };
}

const field = (id: string): InlineNode => ({
  type: "field",
  attrs: { field: id, fallback: "", format: "", upperFirst: false },
});
const CONDITIONS: readonly Condition[] = [
  { kind: "category", category: "Quizzes", comparison: "below", percent: 70 },
  { kind: "any assignment", category: "Quizzes", comparison: "at most", percent: 70, withinDays: 7 },
  { kind: "assignment", assignment: "Quiz 2", comparison: "below", value: 60, unit: "percent" },
  { kind: "assignment status", assignment: "Quiz 2", status: "not handed in" },
  { kind: "marked", assignment: "quiz  2", state: "marked" },
  { kind: "criterion", assignment: "Quiz 2", criterion: "Clarity", comparison: "below", value: "3" },
  { kind: "own column", column: "House", comparison: "is", value: "North" },
  { kind: "checklist", checklist: "Trip form", mark: "done" },
];
const FIELDS = [
  "assignment.score.Quiz 2",
  "assignment.title.Quiz 1",
  "category.Quizzes",
  "own.House",
  "statement.Tides",
  `criterion.level.${criterionKey({ assignment: "Quiz 2", criterion: "Clarity" })}`,
  "student.firstName",
];
const BLOCKS: readonly BlockNode[] = [
  { type: "missingWork", attrs: { whenNothing: "", assignments: ["Quiz 1", "Quiz 2"] } } as BlockNode,
  { type: "assignmentScore", attrs: { assignment: "Quiz 2", whenNothing: "" } } as BlockNode,
  { type: "averagesTable", attrs: { leftOut: ["Quizzes"], withOverall: true } },
];

/** A note that names everything, in its conditions, its words and another language. */
function noteOf(part: Partial<Note> = {}): Note {
  const note = startNote("progress", { id: "n", now: 0, period: "winter" });
  const body = {
    type: "doc" as const,
    content: [
      { type: "paragraph" as const, content: FIELDS.map(field) },
      ...BLOCKS,
      {
        type: "passage" as const,
        attrs: { match: "all" as const, conditions: [...CONDITIONS] },
        content: [
          { type: "passageThen" as const, content: [{ type: "paragraph" as const, content: [field("own.House")] }] },
          { type: "passageOtherwise" as const, content: [{ type: "paragraph" as const }] },
        ],
      } as BlockNode,
    ],
  };
  return {
    ...note,
    selection: {
      ...note.selection,
      conditions: [...CONDITIONS, { kind: "group", match: "any", conditions: [...CONDITIONS] }],
    },
    body,
    variants: [{ language: "fr", subject: note.subject, body }],
    reports: [{ design: "feedback", paper: "a4", assignment: "Quiz 2" }],
    ...part,
  };
}

const NOTHING = { templates: [], keptSelections: [] };
const whole = (change: Change, world: World, naming: Naming): Change => {
  const renaming = renamingOf(change, world);
  if (!renaming) throw new Error("The change gives no names.");
  return withNamesCarried(change, renaming, naming);
};
const carried = (change: Change, world: World, note: Note): Note =>
  whole(change, world, { ...NOTHING, notes: [note] }).notes?.updated.n?.[1] ?? note;
const retitled = (world: World, titles: Readonly<Record<string, string>>): Change => ({
  assignments: {
    ...{ added: {}, removed: {} },
    updated: Object.fromEntries(
      Object.entries(titles).map(([id, title]) => {
        const before = world.assignments.get(id);
        if (!before) throw new Error(`There is no ${id}.`);
        return [id, [before, { ...before, title }]];
      }),
    ),
  },
});

describe("what is called otherwise from now on", () => {
  const world = worldOf(school());

  test("an assignment goes on under its new title wherever it was named: conditions, fields, blocks, reports, other languages", () => {
    const after = carried(retitled(world, { q2: "Tide quiz", r2: "Tide quiz" }), world, noteOf());
    expect(JSON.stringify(after)).not.toMatch(/quiz +2/i);
    expect(JSON.stringify(after).match(/Tide quiz/g)?.length).toBe(JSON.stringify(noteOf()).match(/quiz +2/gi)?.length);
  });

  test("categories, criteria, extra columns, checklists and statements do so as well", () => {
    const { classes, assignments, ownColumns, checklists, statements } = school();
    const changes: [Change, string, string][] = [
      [
        {
          classes: {
            ...{ added: {}, removed: {} },
            updated: Object.fromEntries(
              classes.map((one) => [
                one.id,
                [
                  one,
                  {
                    ...one,
                    categories: one.categories.map((each) =>
                      each.id === "quizzes" ? { ...each, name: "Tests" } : each,
                    ),
                  },
                ],
              ]),
            ),
          },
        },
        "Quizzes",
        "Tests",
      ],
      [
        {
          assignments: {
            ...{ added: {}, removed: {} },
            updated: Object.fromEntries(
              assignments.map((one) => [
                one.id,
                [one, { ...one, rubric: RUBRIC.map((each) => (each.id === "c1" ? { ...each, name: "Order" } : each)) }],
              ]),
            ),
          },
        },
        "Clarity",
        "Order",
      ],
      ...ownColumns.map((one): [Change, string, string] => [
        updating("ownColumns", one, { ...one, name: "Team" }),
        "House",
        "Team",
      ]),
      ...checklists.map((one): [Change, string, string] => [
        updating("checklists", one, { ...one, name: "Slip" }),
        "Trip form",
        "Slip",
      ]),
      ...statements.map((one): [Change, string, string] => [
        updating("statements", one, { ...one, name: "Waves" }),
        "Tides",
        "Waves",
      ]),
    ];
    for (const [change, from, to] of changes) {
      const after = JSON.stringify(carried(change, world, noteOf()));
      expect(after, from).not.toContain(from);
      expect(after, to).toContain(to);
    }
  });

  test("where another class of the note keeps the name, the note keeps it; a note to the other class alone goes on", () => {
    const change = retitled(world, { q2: "Tide quiz" });
    const selection = noteOf().selection;
    expect(carried(change, world, noteOf())).toEqual(noteOf());
    const toFirst = noteOf({ selection: { ...selection, classIds: ["class"] } });
    expect(JSON.stringify(carried(change, world, toFirst))).not.toMatch(/quiz +2/i);
    const toSecond = noteOf({ selection: { ...selection, classIds: ["second"] } });
    expect(carried(change, world, toSecond)).toEqual(toSecond);
  });

  test("work of another term is another: its title keeps nothing back, and a note about that term keeps it", () => {
    const records = school();
    const old = ["q2", "r2"].flatMap((id) => {
      const known = records.assignments.find((one) => one.id === id);
      return known ? [{ ...known, id: `old-${id}`, termId: "autumn" }] : [];
    });
    const both = worldOf({ ...records, assignments: [...records.assignments, ...old] });
    const change = retitled(both, { q2: "Tide quiz", r2: "Tide quiz" });
    expect(JSON.stringify(carried(change, both, noteOf()))).not.toMatch(/quiz +2/i);
    const ofAutumn = noteOf({ selection: { ...noteOf().selection, period: "autumn" } });
    expect(carried(change, both, ofAutumn)).toEqual(ofAutumn);
  });

  test("titles that are exchanged stay with their work", () => {
    const change = retitled(world, { q1: "Quiz 2", r1: "Quiz 2", q2: "Quiz 1", r2: "Quiz 1" });
    const before = sourcesOf(noteOf()).map(({ name }) => titleKey(name));
    const after = sourcesOf(carried(change, world, noteOf())).map(({ name }) => titleKey(name));
    const other: Record<string, string> = { "quiz 1": "quiz 2", "quiz 2": "quiz 1" };
    expect(after).toEqual(before.map((name) => other[name] ?? name));
  });

  test("what the same change says of a note comes first, and a note that it deletes stays deleted", () => {
    const change = retitled(world, { q2: "Tide quiz", r2: "Tide quiz" });
    const named = { ...noteOf(), name: "Now" };
    const both = whole({ ...change, ...updating("notes", noteOf(), named) }, world, {
      ...NOTHING,
      notes: [noteOf()],
    });
    expect(both.notes?.updated.n?.[0]).toEqual(noteOf());
    expect(both.notes?.updated.n?.[1]).toMatchObject({ name: "Now", reports: [{ assignment: "Tide quiz" }] });
    const gone = { ...change, notes: { added: {}, updated: {}, removed: { n: noteOf() } } };
    expect(whole(gone, world, { ...NOTHING, notes: [noteOf()] }).notes?.updated).toEqual({});
  });

  test("whatever the names are, every use of the old one and no other is the new one, and back again it is the same note", () => {
    const name = fc.string({ minLength: 1, maxLength: 12, unit: "grapheme" }).filter((one) => titleKey(one) !== "");
    fc.assert(
      fc.property(name, name, (from, to) => {
        fc.pre(titleKey(from) !== titleKey(to));
        const there = [{ kind: "assignment" as const, from: "Quiz 2", to: from, classId: "all" }];
        const mine = renamedIn(noteOf(), there);
        const onward = [{ kind: "assignment" as const, from, to, classId: "all" }];
        const moved = renamedIn(mine, onward);
        const expected = sourcesOf(mine).map((use) =>
          (use.kind === "assignment" || use.kind === "criterion") && titleKey(use.name) === titleKey(from)
            ? titleKey(to)
            : titleKey(use.name),
        );
        expect(sourcesOf(moved).map((use) => titleKey(use.name))).toEqual(expected);
        if (titleKey(to) !== "quiz 1" && titleKey(from) !== "quiz 1")
          expect(renamedIn(moved, [{ kind: "assignment" as const, from: to, to: from, classId: "all" }])).toEqual(mine);
      }),
      { numRuns: 200 },
    );
  });
});
