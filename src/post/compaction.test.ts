import { readFile } from "node:fs/promises";
import path from "node:path";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { isFinal, type LetterState, letterStateSchema, mayMove } from "@/core/delivery/letterState";
import { isLetterEvent, type PostEvent, postEventSchema } from "@/core/delivery/postEvent";
import { compactFamilies } from "@/core/families/compactFamilies";
import type { FamilyEvent } from "@/core/families/familyEvent";
import { wishChange } from "@/core/families/wishChange";
import { sampleGuardian } from "@/core/testing/sampleClass";
import { compactLetters } from "./compactLetters";
import { Journal } from "./disk/journal";
import { LetterMemories } from "./letterMemories";
import { folder, freshFolders, handOver, opened, openRoom, until } from "./testing";

freshFolders();

/** A history that could be: every letter moves as letters may, with pauses and replies in between. */
const histories = fc.array(fc.tuple(fc.nat(5), fc.nat(20)), { maxLength: 60 }).map((steps) => {
  const states = new Map<string, LetterState>();
  return steps.flatMap(([which, choice], place): PostEvent[] => {
    const [seq, at, roundId] = [2 * place + 1, 1_000 + place, `r${which % 2}`];
    if (choice === 0) return [{ seq, at, roundId, paused: which > 2 }];
    if (choice === 1)
      return [{ seq, at, replyTo: `l${which}`, messageName: `${place}`.padStart(40, "a"), automatic: false }];
    const letterId = `l${which}`;
    const next = letterStateSchema.options.filter((state) => mayMove(states.get(letterId) ?? "prepared", state));
    const state = next[choice % next.length];
    if (!state) return [];
    const isNew = !states.has(letterId);
    states.set(letterId, state);
    return [
      { seq, at, letterId, roundId, state, ...(isNew && { sha256: `hash-${which}` }), serverAnswer: `${choice}` },
    ];
  });
});

function memoryOf(events: readonly PostEvent[]) {
  const days: number[] = [];
  const letters = new LetterMemories(
    () => 0,
    (at) => days.push(at),
  );
  for (const event of events) if (isLetterEvent(event)) letters.remember(event);
  return {
    days,
    letters: [...letters.all()]
      .map(([id, memory]) => (isFinal(memory.state) ? [id, memory.state, memory.sha256, memory.roundId] : [id, memory]))
      .sort(),
  };
}

describe("the post room’s journal", () => {
  test("written anew rebuilds the same memory, and tells each browser the same end", () => {
    fc.assert(
      fc.property(histories, fc.nat(120), (events, place) => {
        const kept = compactLetters(events);
        expect(memoryOf(kept)).toEqual(memoryOf(events));
        expect(compactLetters(kept)).toEqual(kept);
        // A browser that has read up to a place ends with the same letters, whichever journal it reads on in.
        const last = (from: readonly PostEvent[]) =>
          new Map(
            from
              .filter(({ seq }) => seq > place)
              .flatMap((one) => (isLetterEvent(one) ? [[one.letterId, one.state]] : [])),
          );
        expect(last(kept)).toEqual(last(events));
      }),
    );
  });

  test("is written anew by a start when most of it is over, under the same name and with its numbers", async () => {
    let room = await openRoom();
    const ids = Array.from({ length: 80 }, (_, place) => `letter-${place}`);
    await room.handOver(handOver(ids.slice(0, 40)));
    await room.handOver(handOver(ids.slice(40)));
    await until(room, "accepted");
    const before = { id: room.journalId, last: room.eventsAfter(0).at(-1)?.seq };
    await opened.pop()?.close();
    room = await openRoom();
    expect({ id: room.journalId, last: room.eventsAfter(0).at(-1)?.seq }).toEqual(before);
    expect(room.eventsAfter(0)).toHaveLength(80);
    expect((await readFile(path.join(folder, "journal.ndjson"), "utf8")).trim().split("\n")).toHaveLength(81);
    // A letter of before is known with its words.
    expect(await room.handOver(handOver(ids.slice(0, 40)))).toEqual({ taken: 0, known: 40 });
    await room.handOver(handOver(["new"]));
    expect(room.eventsAfter(before.last ?? 0).length).toBeGreaterThan(0);
  });

  test("is written anew while the room runs, once nothing waits", async () => {
    const room = await openRoom({ compactAfter: 60 });
    const ids = Array.from({ length: 40 }, (_, place) => `letter-${place}`);
    await room.handOver(handOver(ids));
    await until(room, "accepted");
    await expect.poll(() => room.eventsAfter(0)).toHaveLength(40);
    await room.handOver(handOver(["more"], 0, "another"));
    await until(room, "accepted");
    expect(await room.handOver(handOver(ids))).toEqual({ taken: 0, known: 40 });
  });

  test("loses nothing that is written while it is written anew, and no number is given twice", async () => {
    const file = path.join(folder, "journal.ndjson");
    let journal = await Journal.open(file, postEventSchema);
    const pause = (roundId: string) => ({ at: 1, roundId, paused: true });
    const work = Array.from({ length: 30 }, (_, place) =>
      place % 5 === 4 ? journal.compact((events) => events.slice(-2)) : journal.append([pause(`r${place}`)]),
    );
    await Promise.all(work);
    await journal.append([pause("last")]);
    await journal.close();
    await expect(journal.append([pause("late")])).rejects.toThrow("closed");
    journal = await Journal.open(file, postEventSchema);
    opened.push(journal);
    expect(journal.since(0).at(-1)).toMatchObject({ seq: 25, roundId: "last" });
    await journal.compact(() => []);
    await journal.append([pause("after")]);
    expect(journal.since(0)).toEqual([{ seq: 26, ...pause("after") }]);
  });
});

test("of what families said, a browser that reads on anywhere hears the same end", () => {
  const wish = fc.record(
    {
      confirmation: fc.constantFrom("confirmed" as const, "declined" as const, "stopped" as const),
      frequency: fc.constantFrom("daily" as const, "weekly" as const),
      language: fc.constantFrom("pl", "ar"),
    },
    { requiredKeys: [] },
  );
  const said = fc.array(fc.tuple(fc.constantFrom("ewa", "jan"), wish), { maxLength: 20 });
  const guardians = new Map(["ewa", "jan"].map((id) => [id, sampleGuardian({ id })]));
  fc.assert(
    fc.property(said, fc.nat(20), (list, place) => {
      const events = list.map(
        ([guardianId, one], at): FamilyEvent => ({ kind: "wish", seq: at + 1, at, guardianId, wish: one }),
      );
      const kept = compactFamilies(events, () => false);
      const after = (from: readonly FamilyEvent[]) =>
        wishChange(
          from.filter(({ seq }) => seq > place),
          { guardians },
        );
      expect(after(kept)).toEqual(after(events));
      expect(kept.length).toBeLessThanOrEqual(6);
    }),
  );
});
