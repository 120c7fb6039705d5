import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { editScores } from "../gradebook/scoreEdit";
import { isAnnouncement } from "../letter/isAnnouncement";
import { instantOf } from "../model/day";
import { emptyWorldRecords, worldOf } from "../model/world";
import { wordsOfPaper } from "../report/paperWords";
import { startNote } from "../starters/startNote";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "../testing/sampleClass";
import { balance } from "./balance";
import { cameIn } from "./cameIn";
import type { LetterState } from "./letterState";
import { durationWords, planWords, pushedWords } from "./planWords";
import { MAX_LETTER_CHARACTERS } from "./postRequests";
import type { Round, WholeLetter } from "./round";
import { roundPaper } from "./roundPaper";
import { roundReport } from "./roundReport";
import { canGoAgain, mendedAddresses, sendAgain } from "./sendAgain";
import { summaryLetter } from "./summaryLetter";
import { togetherDrafts } from "./togetherDrafts";

const TODAY = "2026-11-24";
const NOON = instantOf(TODAY, 12);
const DAY = 86_400_000;

const round: Round = {
  id: "r",
  noteId: "n",
  noteName: "Missing work",
  noteKind: "concern",
  sentence: "Students who miss work",
  summary: "1 letter",
  acceptedCautions: ["late evening"],
  from: { name: "Ilse Maronde", address: "ilse@sallowbay.example" },
  createdAt: NOON,
  leavesAt: NOON,
  letterCount: 1,
};
const letter = (part: Partial<WholeLetter> = {}): WholeLetter => ({
  id: "l",
  roundId: "r",
  noteId: "n",
  studentId: "student",
  studentName: "Ana Wójcik",
  classId: "class",
  className: "Earth Systems 9",
  recipient: { kind: "guardian", id: "guardian", name: "Ewa Wójcik", address: "old@harbourmail.example" },
  reason: "=misses 2",
  subject: "Missing work",
  html: "<!doctype html><body><p>page</p></body>",
  text: "text\n",
  state: "refused",
  stateAt: NOON,
  seq: 9,
  serverAnswer: "550 no",
  ...part,
});

describe("sending again", () => {
  test.each<[LetterState, boolean]>([
    ["refused", true],
    ["returned", true],
    ["uncertain", true],
    ["withdrawn", true],
    ["accepted", false],
    ["deferred", false],
    ["handed", false],
  ])("a letter that is %s can go again: %s", (state, can) => {
    expect(canGoAgain(letter({ state }))).toBe(can);
    expect(canGoAgain(letter({ state, sentAgain: true }))).toBe(false);
  });

  test("makes letters of their own with the same words, to the mended address, which the family keeps first", () => {
    const again = [{ letter: letter({ nextAt: 5 }), address: "new@harbourmail.example" }];
    let ids = 0;
    const next = sendAgain(round, again, { leavesAt: NOON + 1, now: NOON, newId: () => `id-${ids++}` });
    expect(next.round).toMatchObject({ noteId: "n", noteKind: "concern", letterCount: 1, leavesAt: NOON + 1 });
    const [sent] = next.letters;
    expect(sent).toMatchObject({ html: letter().html, text: "text\n", state: "prepared", seq: 0, serverAnswer: "" });
    expect(sent).not.toHaveProperty("nextAt");
    expect(sent?.id).not.toBe("l");
    expect(sent?.recipient.address).toBe("new@harbourmail.example");
    const guardian = sampleGuardian({ addresses: ["old@harbourmail.example", "other@harbourmail.example"] });
    const world = worldOf(sampleWorld({ guardians: [guardian] }));
    expect(mendedAddresses(again, world).guardians?.updated.guardian?.[1].addresses).toEqual([
      "new@harbourmail.example",
      "other@harbourmail.example",
    ]);
    const same = [{ letter: letter(), address: "old@harbourmail.example" }];
    expect(mendedAddresses(same, world).guardians?.updated).toEqual({});
  });
});

test("the teacher's copy names every letter and carries a sample; a report is a table that no spreadsheet runs", () => {
  const copy = summaryLetter("Missing work", "Students who miss <work>", [letter(), letter()], letter());
  expect(copy.subject).toBe("Sent: Missing work, 2 letters");
  expect(copy.text.match(/^- Ewa Wójcik, old@harbourmail\.example, about Ana Wójcik: =misses 2$/gm)).toHaveLength(2);
  expect(copy.html).toContain("Students who miss &lt;work&gt;.");
  expect(copy.html).toContain("<p>page</p>");
  expect(copy.html.match(/<body/g)).toHaveLength(1);
  // A copy that could not be sent would hold up the round it is about.
  const many = Array.from({ length: 4000 }, () => letter());
  const large = summaryLetter("All", "Everybody", many, letter({ html: `<body>${"x".repeat(499_000)}</body>` }));
  expect(Math.max(large.html.length, large.text.length)).toBeLessThan(MAX_LETTER_CHARACTERS);
  const named = large.text.match(/^- Ewa/gm)?.length ?? 0;
  expect(named).toBeGreaterThan(500);
  for (const words of [`and ${(4000 - named).toLocaleString("en-GB")} more, whom the record has`, "It is too large"])
    for (const form of [large.html, large.text]) expect(form).toContain(words);
  const rows = roundReport(round, [letter()]);
  expect(rows[1]).toEqual(expect.arrayContaining(["Ewa Wójcik", "refused", "550 no", "=misses 2"]));
  expect(rows.at(-1)).toEqual(["Seen before sending", "late evening"]);
  const { paper } = roundPaper(worldOf(emptyWorldRecords()), round, [letter({ serverAnswer: "<b>550</b>" })]);
  const words = [...wordsOfPaper(paper)].join("\n");
  for (const one of ["Missing work", "late evening", "1 refused", "<b>550</b>", "old@harbourmail.example"])
    expect(words).toContain(one);
});

test("who has heard is counted once each, whatever was written when; only concern is told", () => {
  const students = ["a", "b", "c"].map((id) => sampleStudent({ id, studentNumber: id }));
  const written = fc.record({
    studentId: fc.constantFrom("a", "b", "c"),
    kind: fc.constantFrom("praise" as const, "concern" as const, "information" as const),
    daysAgo: fc.integer({ min: 0, max: 40 }),
  });
  fc.assert(
    fc.property(fc.array(written), (all) => {
      const index = new FiguresIndex(worldOf(sampleWorld({ students })), TODAY);
      index.hear(
        all.map(({ daysAgo, ...one }) => ({
          ...one,
          roundId: "r",
          noteId: "n",
          recipientIds: [],
          at: NOON - daysAgo * DAY,
        })),
      );
      const { bands, onlyConcern } = balance(index);
      expect(bands.flatMap(({ studentIds }) => studentIds).sort()).toEqual(["a", "b", "c"]);
      for (const { id } of students) {
        const own = all.filter(({ studentId }) => studentId === id);
        const least = Math.min(...own.map(({ daysAgo }) => daysAgo));
        const band = own.length === 0 ? 3 : least <= 7 ? 0 : least <= 21 ? 1 : 2;
        expect(bands[band]?.studentIds).toContain(id);
        expect(onlyConcern.includes(id)).toBe(own.length > 0 && own.every(({ kind }) => kind === "concern"));
      }
    }),
  );
});

test("what came in after a round is what was missing then and is not a week later; what came later does not count", () => {
  const titles = ["first", "second", "third"];
  const work = titles.map((id, order) => ({
    assignment: sampleAssignment({ id, title: id, order, dueDate: "2026-11-02" }),
    scores: { student: { status: "missing" as const } },
  }));
  const index = new FiguresIndex(worldOf(sampleWorld({ work })), TODAY);
  const sentAt = NOON - 10 * DAY;
  const handIn = (assignmentId: string, at: number) =>
    index.apply(
      editScores([{ assignmentId, studentId: "student", score: { status: "scored", points: 9 } }], index.world),
      at,
    );
  handIn("first", sentAt + 2 * DAY);
  handIn("second", sentAt + 9 * DAY);
  const about = [{ studentId: "student", classId: "class" }];
  expect(cameIn(index, [...about, ...about], sentAt, NOON)).toEqual({ missing: 3, cameIn: 1, days: 7, isOver: true });
  expect(cameIn(index, about, NOON - 2 * DAY, NOON)).toEqual({ missing: 2, cameIn: 1, days: 7, isOver: false });
  expect(cameIn(index, [{ studentId: "student", classId: "gone" }], sentAt, NOON).missing).toBe(0);
});

test("letters with the same words go together, an address once, everybody remembered; a note that says something of each can't", () => {
  const drafts = Array.from({ length: 230 }, (_, place) =>
    letter({
      studentId: `s${place}`,
      recipient: {
        kind: "guardian",
        id: `g${place}`,
        name: `G ${place}`,
        address: `F${Math.floor(place / 2)}@x.example`,
      },
    }),
  );
  const groups = togetherDrafts(drafts);
  expect(groups.map(({ together = [] }) => together.length)).toEqual([200, 30]);
  expect(groups.map(({ recipient }) => recipient)).toMatchObject([
    { kind: "group", name: "100 addresses", address: "" },
    { kind: "group", name: "15 addresses", address: "" },
  ]);
  expect(groups.flatMap(({ together = [] }) => together.map(({ studentId }) => studentId)).sort()).toEqual(
    drafts.map(({ studentId }) => studentId).sort(),
  );
  const about = { id: "n", now: 0, period: "winter" };
  expect(isAnnouncement(startNote("empty", about))).toBe(true);
  for (const starter of ["progress", "missing work", "welcome"] as const) {
    expect(isAnnouncement(startNote(starter, about))).toBe(false);
  }
});

test("when letters leave and how long they take is said as a person would", () => {
  const from = new Date(2026, 10, 24, 16, 5).getTime();
  const next = new Date(2026, 10, 25, 7).getTime();
  expect(planWords({ days: [{ from, letters: 1 }], pushed: [] }, undefined)).toBe(
    "1 letter leaves on Tuesday 24 November from 16:05.",
  );
  expect(
    planWords(
      {
        days: [
          { from, letters: 100 },
          { from: next, letters: 72 },
        ],
        pushed: [],
      },
      100,
    ),
  ).toBe(
    "100 letters leave on Tuesday 24 November from 16:05 and 72 on Wednesday 25 November from 07:00: the post takes 100 a day.",
  );
  const pushed = [
    { from, letters: 14 },
    { from: next, letters: 1 },
  ];
  expect(pushedWords({ days: [], pushed }, (at) => (at === from ? "Missing work" : undefined))).toBe(
    "14 letters of “Missing work” due on Tuesday 24 November from 16:05 and 1 due on Wednesday 25 November from 07:00 would leave on a later day because of these.",
  );
  expect([200, 61_000, 7_200_000].map(durationWords)).toEqual(["about 1 second", "about 1 minute", "about 2 hours"]);
});
