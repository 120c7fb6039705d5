import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { enclosedBytes, enclosureSchema, enclosureWords, sizeWords } from "../model/enclosure";
import { DEFAULT_SETTINGS } from "../model/settings";
import { hideAddresses } from "./hideAddresses";
import { letterAfter } from "./letterAfter";
import { isFinal, type LetterState, letterStateSchema, mayMove, mayWithdraw } from "./letterState";
import { nextTry } from "./nextTry";
import { handOverParts, MAX_LETTER_CHARACTERS, MAX_LETTERS_PER_HANDOVER } from "./postRequests";
import { senderOf } from "./preparedRound";
import type { Letter, Round } from "./round";
import { roundsInARow, talliesTogether } from "./roundsInARow";
import { tallySentence, tallyStates } from "./tally";

const LEGAL: Record<LetterState, LetterState[]> = {
  prepared: ["handed", "held", "withdrawn", "refused", "gathered"],
  handed: ["leaving", "held", "withdrawn", "uncertain"],
  held: ["leaving", "held", "withdrawn", "uncertain"],
  leaving: ["handed", "accepted", "deferred", "refused", "uncertain"],
  accepted: ["returned"],
  deferred: ["leaving", "held", "withdrawn", "refused", "uncertain"],
  refused: [],
  returned: [],
  withdrawn: [],
  uncertain: ["returned"],
  printed: [],
  gathered: [],
};

describe("the states of a letter", () => {
  const states = letterStateSchema.options;
  test.each(states.flatMap((from) => states.map((to) => ({ from, to, legal: LEGAL[from].includes(to) }))))(
    "$from to $to is legal: $legal",
    ({ from, to, legal }) => {
      expect(mayMove(from, to)).toBe(legal);
    },
  );

  test("the text may go once nothing is left to do; only what has not left can be taken back", () => {
    expect(states.filter(isFinal)).toEqual([
      "accepted",
      "refused",
      "returned",
      "withdrawn",
      "uncertain",
      "printed",
      "gathered",
    ]);
    expect(states.filter(mayWithdraw)).toEqual(["prepared", "handed", "held", "deferred"]);
  });
});

test("letters are handed over in their order, as many at a time as fit into a request, none left out", () => {
  const size = fc.oneof(fc.nat(500), fc.nat(MAX_LETTER_CHARACTERS));
  fc.assert(
    fc.property(fc.array(fc.record({ html: size, text: size }), { maxLength: 130 }), (sizes) => {
      const letters = sizes.map(({ html, text }) => ({ html: "x".repeat(html), text: "y".repeat(text) }));
      const parts = [...handOverParts(letters)];
      expect(parts.flat()).toEqual(letters);
      const charactersOf = (part: typeof letters) =>
        part.reduce((sum, one) => sum + one.html.length + one.text.length, 0);
      for (const [place, part] of parts.entries()) {
        expect(part.length).toBeGreaterThan(0);
        expect(part.length).toBeLessThanOrEqual(MAX_LETTERS_PER_HANDOVER);
        expect(charactersOf(part)).toBeLessThanOrEqual(4_000_000);
        // The next letter found no room.
        const next = parts[place + 1]?.slice(0, 1);
        if (next) expect(part.length === 50 || charactersOf([...part, ...next]) > 4_000_000).toBe(true);
      }
    }),
    { numRuns: 30 },
  );
});

test("a deferred letter is tried after 1, 5, 15 and 60 minutes, then hourly for 24 hours", () => {
  const minutes: number[] = [];
  let at = 0;
  for (let tries = 1; ; tries += 1) {
    const next = nextTry(tries, 0, at);
    if (next === undefined) break;
    minutes.push((next - at) / 60_000);
    at = next;
  }
  expect(minutes.slice(0, 6)).toEqual([1, 5, 15, 60, 60, 60]);
  expect(at).toBeLessThanOrEqual(24 * 3_600_000);
  expect(at).toBeGreaterThan(23 * 3_600_000);
});

test("an event brings the record up to date once; one that was already taken in changes nothing", () => {
  const recipient = { kind: "guardian", id: "ewa", name: "Ewa", address: "Ewa@harbourmail.example" } as const;
  const letter = { id: "a", recipient, state: "prepared", stateAt: 5, seq: 0, serverAnswer: "" } as Letter;
  const accepted = letterAfter(letter, {
    seq: 4,
    at: 9,
    letterId: "a",
    roundId: "r",
    state: "accepted",
    serverAnswer: hideAddresses("a", "250 ok for <ewa@harbourmail.example>, queued as <1@relay.example>"),
  });
  expect(accepted).toMatchObject({ state: "accepted", stateAt: 9, seq: 4 });
  // Its own address comes back from the sign that stood for it; others stay out.
  expect(accepted.serverAnswer).toBe("250 ok for <Ewa@harbourmail.example>, queued as <…>");
  expect(letterAfter(accepted, { seq: 3, at: 8, letterId: "a", roundId: "r", state: "leaving" })).toBe(accepted);
});

test("addresses in what a server says are hidden as a pattern for the whole would, in words of any length", () => {
  const pattern = /[^\s<>()[\]:;,"'‹›@]+@[\p{L}\p{N}-]+(?:\.[\p{L}\p{N}-]+)*/gu;
  const shown = (words: string) => words.replace(pattern, "‹›");
  const hidden = (words: string) => hideAddresses("a", words).replace(/‹[a-z0-9]{8}›/g, "‹›");
  const piece = fc.constantFrom("a", "b", "@", "@@", ".", "-", " ", "<", ">", "ü", "x.example", "550 ", "\n", "‹", "9");
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 30 }), (pieces) => {
      expect(hidden(pieces.join(""))).toBe(shown(pieces.join("")));
    }),
    { numRuns: 2_000 },
  );
  const long = "a".repeat(2_000_000);
  expect(hideAddresses("a", `@ ${long}`)).toBe(`@ ${long}`);
  const knotted = `@${"@a".repeat(1_000)}`;
  expect(hidden(knotted)).toBe(shown(knotted));
});

test("a round's states are told in words", () => {
  const tally = tallyStates([
    { state: "accepted" },
    { state: "accepted" },
    { state: "leaving" },
    { state: "prepared" },
    { state: "refused" },
  ]);
  expect(tallySentence(tally)).toBe("2 delivered, 2 on the way, 1 refused");
  expect(tallySentence({})).toBe("0 letters");
});

test("a note’s own sender comes before the one of the settings, and that before the teacher", () => {
  const settings = { ...DEFAULT_SETTINGS, teacherName: "Ilse Maronde", teacherAddress: "ilse@sallowbay.example" };
  expect(senderOf(settings)).toEqual({ from: { name: "Ilse Maronde", address: "ilse@sallowbay.example" } });
  const office = { ...settings, senderName: "Science at Sallow Bay", replyTo: "office@sallowbay.example" };
  expect(senderOf(office)).toEqual({
    from: { name: "Science at Sallow Bay", address: "ilse@sallowbay.example" },
    replyTo: "office@sallowbay.example",
  });
  expect(senderOf(office, { name: "I. M.", replyTo: "" })).toMatchObject({
    from: { name: "I. M." },
    replyTo: "office@sallowbay.example",
  });
});

test("an enclosure is named with its size, and nothing in it can name another place", () => {
  const file = { sha256: "a".repeat(64), name: "tides.pdf", type: "application/pdf", bytes: 120_400 };
  expect(enclosureSchema.parse(file)).toEqual(file);
  expect([1, 999, 120_400, 999_999, 1_000_000, 4_960_000].map(sizeWords)).toEqual([
    "1 kB",
    "1 kB",
    "120 kB",
    "1.0 MB",
    "1.0 MB",
    "5.0 MB",
  ]);
  expect(enclosureWords(file)).toBe("tides.pdf (120 kB)");
  expect(enclosedBytes([file, { ...file, bytes: 1 }])).toBe(120_401);
  const bad = [
    { name: "../secret" },
    { name: "a\\b" },
    { name: "a\r\nBcc: x" },
    { name: "" },
    { sha256: "A".repeat(64) },
    { sha256: `../${"a".repeat(61)}` },
    { type: "text/html\r\nX: 1" },
    { bytes: 5_000_001 },
    { bytes: 0 },
  ];
  for (const part of bad)
    expect(enclosureSchema.safeParse({ ...file, ...part }).success, JSON.stringify(part)).toBe(false);
});

test("rounds of one note that follow each other stand together, none is lost and none out of its order", () => {
  const made = fc.record({ noteId: fc.constantFrom("a", "b"), createdAt: fc.integer({ min: 0, max: 24 }) });
  fc.assert(
    fc.property(fc.array(made), (some) => {
      const hours = some.sort((a, b) => b.createdAt - a.createdAt);
      const rounds = hours.map(
        (one, place) => ({ ...one, id: String(place), createdAt: one.createdAt * 3_600_000 }) as Round,
      );
      const groups = roundsInARow(rounds);
      expect(groups.flat()).toEqual(rounds);
      for (const [place, group] of groups.entries()) {
        expect(new Set(group.map(({ noteId }) => noteId)).size).toBe(1);
        const next = groups[place + 1]?.[0];
        const last = group.at(-1);
        if (next && last && next.noteId === last.noteId)
          expect(last.createdAt - next.createdAt).toBeGreaterThan(3 * 3_600_000);
      }
    }),
  );
  expect(talliesTogether([{ accepted: 1 }, undefined, { accepted: 2, refused: 1 }])).toEqual({
    accepted: 3,
    refused: 1,
  });
});
