import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { HandOver } from "@/core/delivery/postRequests";
import {
  closeLast,
  eventOfLetter,
  eventsOf,
  letter,
  newFolders,
  opened,
  openFamilies,
  openRoom,
  roomInMemory,
  statesOf,
  until,
  untilTrue,
} from "../testing";
import type { Outcome } from "./outcomeOf";
import type { PostRoom } from "./postRoom";
import type { Transport } from "./transport";

const HOUR = 3_600_000;
const START = Date.parse("2027-01-11T08:00:00Z");
const MINE = "browser-1";

newFolders();

const scheduled = (ids: string[], leavesAt: number, part: Partial<HandOver> = {}): HandOver => ({
  ...{ roundId: "run", leavesAt, laidBy: MINE, letters: ids.map((id) => letter(id, { subject: `Letter ${id}` })) },
  ...part,
});

/** A post room whose clock stands where it is told; it notes what left. */
function world(outcomes: Outcome[] = []) {
  const clock = { at: START };
  const sent: { id: string; at: number }[] = [];
  const transport: Transport = {
    send: async ({ id }) => {
      sent.push({ id, at: clock.at });
      return outcomes.shift() ?? { kind: "accepted", serverAnswer: "250 ok" };
    },
    close: () => undefined,
  };
  const open = () => openRoom({ transport, now: () => clock.at, graceMs: 0 });
  const step = (room: PostRoom, ms: number) => {
    clock.at += ms;
    room.lookAgain();
  };
  return { clock, sent, open, step };
}

describe("scheduled letters", () => {
  test("do not leave while they are outdated, over a restart too, and leave once they are rebuilt", async () => {
    const { sent, open, step } = world();
    let room = await open();
    await room.handOver(scheduled(["a", "b"], START + HOUR));
    await room.outdate({ laidBy: MINE, rounds: [{ roundId: "run", change: 3 }] });
    step(room, 2 * HOUR);
    await closeLast();
    room = await open();
    await room.handOver(scheduled(["a2"], START + HOUR, { staged: true }));
    expect(sent).toEqual([]);
    // Made after an earlier change than the last: it still waits.
    await room.replace({ laidBy: MINE, roundId: "run", change: 2, old: [{ id: "a", by: "a2" }], added: [] });
    step(room, 1);
    expect(sent).toEqual([]);
    await room.replace({ laidBy: MINE, roundId: "run", change: 3, old: [], added: [] });
    await untilTrue(room, ({ a2, b }) => a2 === "accepted" && b === "accepted");
    expect(sent.map(({ id }) => id).sort()).toEqual(["a2", "b"]);
    expect((await statesOf(room)).a).toBe("withdrawn");
  });

  test("leave once they are rebuilt, also where word of the change comes twice, at the same moment and late", async () => {
    const { open, step } = world();
    const room = await open();
    await room.handOver(scheduled(["a"], START + HOUR));
    const outdated = { laidBy: MINE, rounds: [{ roundId: "run", change: 3 }] };
    const rebuilt = { laidBy: MINE, roundId: "run", change: 3, old: [], added: [] };
    await Promise.all([room.outdate(outdated), room.replace(rebuilt)]);
    await room.outdate(outdated);
    step(room, 2 * HOUR);
    await untilTrue(room, ({ a }) => a === "accepted");
  });

  test("what is staged and never put in place is gone with the next start", async () => {
    const { sent, open, step } = world();
    let room = await open();
    await room.handOver(scheduled(["a"], START + HOUR));
    await room.handOver(scheduled(["a2"], START + HOUR, { staged: true }));
    await closeLast();
    room = await open();
    await expect(
      room.replace({ laidBy: MINE, roundId: "run", change: 1, old: [{ id: "a", by: "a2" }], added: [] }),
    ).rejects.toThrow(/not here any more/);
    step(room, HOUR);
    await until(room, "accepted");
    expect(sent.map(({ id }) => id)).toEqual(["a"]);
  });

  test("what left already is not replaced, and asking twice changes nothing", async () => {
    const { sent, open, step } = world();
    const room = await open();
    await room.handOver(scheduled(["a"], START));
    await until(room, "accepted");
    await room.handOver(scheduled(["a2"], START, { staged: true }));
    const wanted = { laidBy: MINE, roundId: "run", change: 1, old: [{ id: "a", by: "a2" }], added: [] };
    expect(await room.replace(wanted)).toEqual({ kept: ["a"], notTaken: ["a2"] });
    await room.handOver(scheduled(["c"], START + HOUR));
    await room.handOver(scheduled(["c2"], START + HOUR, { staged: true }));
    const again = { laidBy: MINE, roundId: "run", change: 2, old: [{ id: "c", by: "c2" }], added: [] };
    expect(await room.replace(again)).toEqual({ kept: [], notTaken: [] });
    expect(await room.replace(again)).toEqual({ kept: [], notTaken: [] });
    // Also where some of it could not come, and is not here any more.
    expect(await room.replace(wanted)).toEqual({ kept: ["a"], notTaken: ["a2"] });
    step(room, HOUR);
    await untilTrue(room, ({ c2 }) => c2 === "accepted");
    expect(sent.map(({ id }) => id)).toEqual(["a", "c2"]);
  });

  test("another browser neither holds them back nor replaces them", async () => {
    const { open } = world();
    const room = await open();
    await room.handOver(scheduled(["a"], START + HOUR));
    const other = "browser-2";
    await expect(room.outdate({ laidBy: other, rounds: [{ roundId: "run", change: 1 }] })).rejects.toThrow(/Another/);
    await expect(
      room.replace({ laidBy: other, roundId: "run", change: 1, old: [{ id: "a" }], added: [] }),
    ).rejects.toThrow(/Another/);
    await expect(room.handOver(scheduled(["b"], START, { laidBy: other }))).rejects.toThrow(/Another/);
  });

  test("come too late after twelve hours without a server, or once what they say is old", async () => {
    const { sent, open, step, clock } = world();
    let room = await open();
    await room.handOver(scheduled(["late"], START + HOUR, { startBy: START + 13 * HOUR }));
    await room.handOver(scheduled(["old"], START + HOUR, { roundId: "two", notAfter: START + 2 * HOUR }));
    await room.handOver(scheduled(["paused"], START + HOUR, { roundId: "three", startBy: START + 13 * HOUR }));
    await room.pause("three", true);
    await closeLast();
    clock.at = START + 14 * HOUR;
    room = await open();
    step(room, 0);
    await untilTrue(room, ({ late, old }) => late === "withdrawn" && old === "withdrawn");
    // A pause is the teacher's own: her word counts, not the hour.
    await room.pause("three", false);
    await untilTrue(room, ({ paused }) => paused === "accepted");
    expect(sent.map(({ id }) => id)).toEqual(["paused"]);
  });

  test("a day's limit holds them after their hour, and they still go", async () => {
    const { clock, sent } = world();
    const limited = await openRoom({
      transport: {
        send: async ({ id }) => {
          sent.push({ id, at: clock.at });
          return { kind: "accepted", serverAnswer: "250" };
        },
        close: () => undefined,
      },
      now: () => clock.at,
      graceMs: 0,
      limits: { dailyLimit: 1 },
    });
    await limited.handOver(scheduled(["a", "b"], START + HOUR, { startBy: START + 13 * HOUR }));
    clock.at = START + HOUR;
    limited.lookAgain();
    const isHeldOver = async () => ((await eventOfLetter(limited, "b"))?.nextAt ?? 0) > START + HOUR;
    await expect.poll(isHeldOver).toBe(true);
    clock.at = START + 25 * HOUR;
    limited.lookAgain();
    await untilTrue(limited, ({ b }) => b === "accepted");
  });
});

describe("nothing leaves", () => {
  test("holds whatever is due, over a restart, until it is turned off; what waited for long asks first", async () => {
    const { sent, open, step } = world();
    let room = await open();
    await room.setNothingLeaves(true);
    await room.handOver(scheduled(["soon"], START));
    await room.handOver(scheduled(["long"], START - 20 * HOUR, { roundId: "two" }));
    await closeLast();
    room = await open();
    step(room, HOUR);
    expect((await room.status()).nothingLeaves).toBe(true);
    expect(sent).toEqual([]);
    await room.setNothingLeaves(false);
    await untilTrue(room, ({ soon }) => soon === "accepted");
    expect((await statesOf(room)).long).toBe("handed");
    await room.pause("two", false);
    await untilTrue(room, ({ long }) => long === "accepted");
  });
});

describe("a letter that only informs", () => {
  test("waits for the digest where its reader wished one after it was made", async () => {
    const room = await openRoom();
    const families = await openFamilies();
    await families.wish(families.token("g"), { frequency: "weekly" });
    const request = scheduled([], Date.now(), { gatheredFor: ["weekly"] });
    await room.handOver({
      ...request,
      letters: [letter("mine", { guardianId: "g" }), letter("other", { guardianId: "h" })],
    });
    await untilTrue(room, ({ mine, other }) => mine === "withdrawn" && other === "accepted");
    expect(await eventsOf(room)).toContainEqual(expect.objectContaining({ letterId: "mine", gather: true }));
  });
});

type Step =
  | { readonly do: "change"; readonly reaches: boolean }
  | { readonly do: "rebuild"; readonly commits: boolean }
  | { readonly do: "restart" }
  | { readonly do: "pass"; readonly hours: number }
  | { readonly do: "switch" };

const stepArbitrary: fc.Arbitrary<Step> = fc.oneof(
  fc.record({ do: fc.constant("change" as const), reaches: fc.boolean() }),
  fc.record({ do: fc.constant("rebuild" as const), commits: fc.boolean() }),
  fc.constant({ do: "restart" as const }),
  fc.record({ do: fc.constant("pass" as const), hours: fc.integer({ min: 0, max: 3 }) }),
  fc.constant({ do: "switch" as const }),
);

test("whatever happens around it, a run leaves once to each and says what is true when it leaves", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(stepArbitrary, { minLength: 3, maxLength: 14 }), async (steps) => {
      // What is true rises with each change; the browser tells of it before it is made.
      let truth = 0;
      let made = 0;
      const sent = new Set<string>();
      // By letter: the last change that was told before it first began to leave. What began then may be there already, and stays.
      let told = 0;
      const began = new Map<string, number>();
      const clock = { at: START };
      const transport: Transport = {
        send: async ({ id }) => {
          // A start may try again what was leaving: the practice post drops a message that it has.
          if (!sent.has(id)) began.set(id, told);
          sent.add(id);
          return { kind: "accepted", serverAnswer: "250 ok" };
        },
        close: () => undefined,
      };
      const inMemory = await roomInMemory();
      const open = () => openRoom({ room: inMemory, transport, now: () => clock.at, graceMs: 0 });
      let room = await open();
      const closing = () => opened.pop()?.close();
      const at = START + 4 * HOUR;
      const keys = ["x", "y", "z"];
      const idOf = (key: string, version: number) => `${key}-${version}`;
      const isStill = async () => (await room.status()).nothingLeaves === true;
      await room.handOver(
        scheduled(
          keys.map((key) => idOf(key, 0)),
          at,
        ),
      );
      const rebuildSome = async (commits: boolean) => {
        if (made === truth) return;
        const left = keys.filter((key) => ![...sent].some((id) => id.startsWith(`${key}-`)));
        const ids = left.map((key) => idOf(key, truth));
        if (ids.length > 0) await room.handOver(scheduled(ids, at, { staged: true }));
        if (!commits) return;
        const old = left.map((key) => ({ id: idOf(key, made), by: idOf(key, truth) }));
        await room.replace({ laidBy: MINE, roundId: "run", change: truth, old, added: [] });
        made = truth;
      };
      for (const one of steps) {
        if (one.do === "change") {
          await room.outdate({ laidBy: MINE, rounds: [{ roundId: "run", change: truth + 1 }] });
          truth += 1;
          told = truth;
        } else if (one.do === "rebuild") await rebuildSome(one.commits);
        else if (one.do === "restart") {
          await closing();
          room = await open();
        } else if (one.do === "switch") await room.setNothingLeaves(!(await isStill()));
        else {
          clock.at += one.hours * HOUR;
          room.lookAgain();
        }
      }
      if (await isStill()) await room.setNothingLeaves(false);
      await rebuildSome(true);
      await room.pause("run", false);
      clock.at = Math.max(clock.at, at);
      room.lookAgain();
      await untilTrue(room, (states) => keys.every((key) => statesHold(states, key)));
      await closing();
      expect([...sent].filter((id) => !keys.some((key) => id === idOf(key, began.get(id) ?? -1)))).toEqual([]);
      expect([...sent].map((id) => id.split("-")[0]).sort()).toEqual(keys);
    }),
    { numRuns: 40 },
  );
});

/** Whether one letter of a key left and none of it waits. */
function statesHold(states: Record<string, string>, key: string): boolean {
  const own = Object.entries(states).filter(([id]) => id.startsWith(`${key}-`));
  return (
    own.some(([, state]) => state === "accepted") &&
    own.every(([, state]) => state === "accepted" || state === "withdrawn")
  );
}
