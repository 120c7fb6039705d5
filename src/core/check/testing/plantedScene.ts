import { FiguresIndex } from "../../figures/figuresIndex";
import type { Condition } from "../../model/condition";
import { addDays, instantOf } from "../../model/day";
import type { BlockNode, InlineNode, Mark, PlainBlockNode } from "../../model/letterBody";
import type { Note } from "../../model/note";
import type { NoteKind, WrittenAbout } from "../../model/noteKind";
import type { PageDesign } from "../../model/pageDesign";
import type { PastScores } from "../../model/pastScores";
import type { Score } from "../../model/score";
import { type WorldRecords, worldOf } from "../../model/world";
import { emptyDesign } from "../../report/readyMadeDesigns";
import { planNote } from "../../selection/planNote";
import { startNote } from "../../starters/startNote";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "../../testing/sampleClass";
import { checkNote } from "../checkNote";
import type { FindingCode } from "../findingKinds";

/** Everything that a check looks at; a fault is planted in a fresh copy of a clean one. */
export interface Scene {
  records: WorldRecords;
  note: Note;
  written: WrittenAbout[];
  past: PastScores[];
  now: number;
}

export const TODAY = "2026-11-24";
/** Six students of four families: Ana and Bo are sister and brother, Rose has a name that is a word as well. */
export const PEOPLE = [
  ["Ana", "Wójcik", "wojcik"],
  ["Bo", "Wójcik", "wojcik"],
  ["Célestin", "Ode", "ode"],
  ["Rose", "Hallam", "hallam"],
  ["Dmitri", "Voss", "voss"],
  ["عمر", "الخطيب", "khatib"],
] as const;
const TITLES = ["Salinity lab", "Wave tank lab", "Tide table"];

export function cleanScene(): Scene {
  const students = PEOPLE.map(([givenName, familyName, family], place) =>
    sampleStudent({
      id: givenName,
      studentNumber: String(place),
      givenName,
      familyName,
      guardians: [{ guardianId: family, relation: "mother" }],
    }),
  );
  const guardians = [...new Set(PEOPLE.map(([, familyName, family]) => `${family}|${familyName}`))].map((both) => {
    const [id = "", familyName = ""] = both.split("|");
    return sampleGuardian({ id, givenName: "Ewa", familyName, addresses: [`${id}@harbourmail.example`] });
  });
  const scores = (missing: readonly string[]): Record<string, Score> =>
    Object.fromEntries(
      students.map(({ id }, place): [string, Score] => [
        id,
        missing.includes(id) ? { status: "missing" } : { status: "scored", points: 12 + place },
      ]),
    );
  const work = TITLES.map((title, place) => ({
    assignment: sampleAssignment({ id: title, title, order: place, dueDate: addDays(TODAY, -9 + place) }),
    scores: scores(place === 0 ? [] : ["Bo", "Dmitri"]),
  }));
  const note = startNote("progress", { id: "note", now: instantOf(TODAY, 12), period: "winter" });
  return {
    records: sampleWorld({ students, guardians, work }),
    note,
    written: [],
    past: [{ at: instantOf(addDays(TODAY, -1), 9), columns: {}, averages: {} }],
    now: instantOf(TODAY, 12),
  };
}

export function check({ records, note, written, past, now }: Scene) {
  const index = new FiguresIndex(worldOf(records), TODAY, past);
  index.hear(written);
  return checkNote(index, note, planNote(index, note), now);
}

export const text = (words: string, marks?: Mark[]): InlineNode => ({
  type: "text",
  text: words,
  ...(marks && { marks }),
});
export const field = (id: string, format = ""): InlineNode => ({
  type: "field",
  attrs: { field: id, fallback: "", format, upperFirst: false },
});
export const paragraph = (...content: InlineNode[]): PlainBlockNode => ({ type: "paragraph", content });
export const passage = (on: PlainBlockNode, off: PlainBlockNode = paragraph()): BlockNode => ({
  type: "passage",
  attrs: { match: "all", conditions: [{ kind: "missing", atLeast: 1 }] },
  content: [
    { type: "passageThen", content: [on] },
    { type: "passageOtherwise", content: [off] },
  ],
});
const list = (...content: InlineNode[]): PlainBlockNode => ({
  type: "bulletList",
  content: [{ type: "listItem", content: [{ type: "paragraph", content }] }],
});

export type Fault = readonly [what: string, code: FindingCode, plant: (scene: Scene) => void];
/** Where words can stand. */
export const PLACES: Record<string, (scene: Scene, ...content: InlineNode[]) => void> = {
  subject: ({ note }, ...content) => {
    note.subject = { type: "doc", content: [{ type: "paragraph", content }] };
  },
  letter: ({ note }, ...content) => note.body.content.push(paragraph(...content)),
  heading: ({ note }, ...content) => note.body.content.push({ type: "heading", attrs: { level: 2 }, content }),
  list: ({ note }, ...content) => note.body.content.push(list(...content)),
  passage: ({ note }, ...content) => note.body.content.push(passage(paragraph(...content))),
  "other side of a passage": ({ note }, ...content) =>
    note.body.content.push(passage(paragraph(), paragraph(...content))),
};
/** A fault of words, planted in some of the places. */
export const inPlaces = (
  code: FindingCode,
  what: string,
  content: InlineNode[],
  places: readonly string[] = ["subject", "letter"],
): Fault[] => places.map((place) => [`${what} in the ${place}`, code, (scene) => PLACES[place]?.(scene, ...content)]);
export const link = (href: string) => [text("here", [{ type: "link", attrs: { href } }])];
export const guardian = ({ records }: Scene, id: string) => {
  const found = records.guardians.find((one) => one.id === id);
  if (!found) throw new Error(`There is no guardian ${id}.`);
  return found;
};
export const student = ({ records }: Scene, id: string) => {
  const found = records.students.find((one) => one.id === id);
  if (!found) throw new Error(`There is no student ${id}.`);
  return found;
};
/** Encloses a report of a design of one's own with these blocks. */
export const enclosed = ({ records, note }: Scene, ...content: PageDesign["body"]["content"]) => {
  const design = emptyDesign("Sheet", { id: "own", now: 0 });
  records.pageDesigns = [{ ...design, body: { type: "doc", content } }];
  note.reports = [{ design: "own", paper: "a4" }];
};
export const only = (scene: Scene, ...conditions: Condition[]) => {
  scene.note.selection = { ...scene.note.selection, conditions };
};
export const sent = (studentId: string, daysAgo: number, kind: NoteKind, noteId: string): WrittenAbout => ({
  studentId,
  noteId,
  kind,
  at: instantOf(addDays(TODAY, -daysAgo), 15),
  roundId: "round",
  recipientIds: PEOPLE.flatMap(([givenName, , family]) => (givenName === studentId ? [family] : [])),
});

export const intoSpanish = (scene: Scene, body: Note["body"]) => {
  scene.note.variants = [{ language: "es", subject: scene.note.subject, body }];
};
