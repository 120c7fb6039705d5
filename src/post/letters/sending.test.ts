import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { nextDayOfSending, sendingPlan, startOfDay } from "@/core/delivery/sendingPlan";
import { readEnvironment } from "../environment";
import { Mailboxes } from "../practice/mailboxes";
import { PracticePost } from "../practice/practicePost";
import {
  closeLast,
  eventOfLetter,
  eventsOf,
  handOver,
  letter,
  newFolders,
  opened,
  openFamilies,
  openRoom,
  roomInMemory,
  scripted,
  statesOf,
  until,
  untilTrue,
} from "../testing";
import { claimNext } from "./claimNext";
import { settle } from "./settle";
import { smtpTransport, type Transport } from "./transport";

newFolders();

const NOON = new Date(2026, 10, 24, 12).getTime();
const SEVEN_NEXT_DAY = new Date(2026, 10, 25, 7).getTime();
const MINUTE = 60_000;

describe("what a mail server lets through", () => {
  test("goes beyond a day's limit the next morning, over a restart and over midnight", async () => {
    let clock = NOON;
    const { transport, sent } = scripted([{ kind: "refused", serverAnswer: "550 no" }]);
    const options = { transport, now: () => clock, limits: { dailyLimit: 3 } };
    const room = await openRoom(options);
    await room.handOver(handOver(["a", "b", "c", "d", "e", "f"]));
    // A refused one is not counted: the server did not take it.
    await until(room, "accepted", "refused", "held");
    expect(sent).toHaveLength(4);
    await expect.poll(() => room.status()).toMatchObject({ post: "practice", waiting: 2, dailyLimit: 3, leftToday: 3 });
    expect((await eventsOf(room)).filter((event) => "state" in event && event.state === "held")).toMatchObject([
      { letterId: "e", nextAt: SEVEN_NEXT_DAY },
      { letterId: "f", nextAt: SEVEN_NEXT_DAY },
    ]);
    await closeLast();
    clock += MINUTE;
    const again = await openRoom(options);
    await again.handOver(handOver(["g"]));
    await untilTrue(again, ({ g }) => g === "held");
    expect(sent).toHaveLength(4);
    await closeLast();
    clock = SEVEN_NEXT_DAY;
    const morning = await openRoom(options);
    await until(morning, "accepted", "refused");
    expect(new Set(sent).size).toBe(7);
    expect((await morning.status()).leftToday).toBe(3);
  });

  test("is never more than the limits, whatever comes when, and as much as they allow", async () => {
    const gap = fc.integer({ min: 0, max: 4 * 3_600_000 });
    const few = { daily: fc.integer({ min: 1, max: 5 }), minute: fc.integer({ min: 1, max: 3 }) };
    await fc.assert(
      fc.asyncProperty(fc.array(gap), few.daily, few.minute, async (gaps, dailyLimit, perMinute) => {
        const room = await roomInMemory();
        let now = NOON;
        const postRoom = await openRoom({ room, now: () => now, limits: { dailyLimit, perMinute } });
        await postRoom.rest(0);
        const left: number[] = [];
        for (const [place, one] of gaps.entries()) {
          now += one;
          await postRoom.handOver(handOver([`l${place}`], now, `r${place}`));
          const dayIsFree = left.filter((at) => startOfDay(at) === startOfDay(now)).length < dailyLimit;
          const minuteIsFree = left.filter((at) => at > now - MINUTE).length < perMinute;
          const claim = await claimNext(room, { dailyLimit, perMinute }, now);
          expect(claim.kind === "letter").toBe(dayIsFree && minuteIsFree);
          if (claim.kind !== "letter") {
            if (!dayIsFree) expect(claim.until).toBe(nextDayOfSending(now));
            continue;
          }
          const accepted = { kind: "accepted", serverAnswer: "250" } as const;
          await settle(room, claim.row.id, claim.letter, accepted, { post: "practice", now });
          left.push(now);
        }
      }),
      { numRuns: 40 },
    );
  });

  test("is planned day by day: letters that wait go first, and all of them leave", () => {
    const status = { dailyLimit: 100, leftToday: 20, waiting: 30 };
    expect(sendingPlan(172, NOON, status, NOON).days).toEqual([
      { from: NOON, letters: 50 },
      { from: SEVEN_NEXT_DAY, letters: 100 },
      { from: nextDayOfSending(SEVEN_NEXT_DAY), letters: 22 },
    ]);
    expect(sendingPlan(172, NOON, { leftToday: 0, waiting: 9 }, NOON).days).toEqual([{ from: NOON, letters: 172 }]);
    const positive = fc.integer({ min: 1, max: 60 });
    const lot = fc.tuple(fc.nat(72), fc.nat(40));
    fc.assert(
      fc.property(positive, positive, fc.nat(80), fc.array(lot), fc.nat(48), (letters, daily, gone, lots, hours) => {
        const due = lots.map(([hour, count]): [number, number] => [NOON + hour * 60 * MINUTE, count]);
        const leavesAt = NOON + hours * 60 * MINUTE;
        const asked = { dailyLimit: daily, leftToday: gone, waiting: 0, due };
        const plan = sendingPlan(letters, leavesAt, asked, NOON);
        // The same letter by letter, hour by hour: nobody reckons so, and everybody can follow it.
        const mine = { from: leavesAt, letters };
        const all = [...due.map(([from, count]) => ({ from, letters: count })), mine];
        const together = hourByHour(all, daily, gone);
        expect(plan.days.map(({ from, letters: count }) => [startOfDay(from), count])).toEqual([
          ...(together.at(-1) ?? []),
        ]);
        const without = hourByHour(all.slice(0, -1), daily, gone);
        const late = without.map((one, place) => {
          const behind = [...one.keys()].map((day) => goneBy(one, day) - goneBy(together[place], day));
          return Math.max(0, ...behind);
        });
        expect(plan.pushed).toEqual(
          due.flatMap(([from], place) => ((late[place] ?? 0) > 0 ? [{ from, letters: late[place] }] : [])),
        );
      }),
    );
  });

  test("a round by hand that fills a day pushes what was due on it, just as was foretold", async () => {
    let clock = NOON;
    const { transport, sent } = scripted();
    const room = await openRoom({ transport, now: () => clock, limits: { dailyLimit: 3 } });
    const fourNextDay = SEVEN_NEXT_DAY + 9 * 60 * MINUTE;
    await room.handOver(handOver(["x", "y"], fourNextDay, "later"));
    await untilTrue(room, ({ x, y }) => x === "held" && y === "held");
    const plan = sendingPlan(5, NOON, await room.status(), NOON);
    expect(plan).toEqual({
      days: [
        { from: NOON, letters: 3 },
        { from: SEVEN_NEXT_DAY, letters: 2 },
      ],
      pushed: [{ from: fourNextDay, letters: 1 }],
    });
    await room.handOver(handOver(["a", "b", "c", "d", "e"]));
    const at = async (moment: number, count: number) => {
      clock = moment;
      room.lookAgain();
      await expect.poll(() => sent.length).toBe(count);
    };
    await at(NOON, 3);
    await at(SEVEN_NEXT_DAY, 5);
    await at(fourNextDay, 6);
    await untilTrue(room, ({ x, y }) => x === "held" || y === "held");
    await at(nextDayOfSending(fourNextDay), 7);
  });
});

/** On which days how many of each lot leave, tried letter by letter, an hour at a time. */
function hourByHour(lots: readonly { from: number; letters: number }[], daily: number, gone: number) {
  const letters = lots.flatMap(({ from, letters: count }, place) =>
    Array.from({ length: count }, () => ({ place, at: from })),
  );
  const days: Map<number, number>[] = lots.map(() => new Map());
  const left = new Map([[startOfDay(NOON), gone]]);
  for (let now = NOON, open = letters; open.length > 0; now += 60 * MINUTE) {
    const day = startOfDay(now);
    const due = open.filter(({ at }) => at <= now).sort((a, b) => a.at - b.at || a.place - b.place);
    const going = new Set(due.slice(0, Math.max(0, daily - (left.get(day) ?? 0))));
    left.set(day, (left.get(day) ?? 0) + going.size);
    for (const { place } of going) days[place]?.set(day, (days[place].get(day) ?? 0) + 1);
    for (const one of due) one.at = nextDayOfSending(now);
    open = open.filter((one) => !going.has(one));
  }
  return days;
}

const goneBy = (days: ReadonlyMap<number, number> | undefined, end: number) =>
  [...(days ?? [])].reduce((sum, [day, letters]) => sum + (day <= end ? letters : 0), 0);

describe("a round that is paused", () => {
  test("lets nothing go, over a restart, until it goes on; one that is stopped meanwhile never leaves", async () => {
    const { transport, sent } = scripted();
    const room = await openRoom({ transport });
    await room.pause("round", true);
    await room.pause("stopped", true);
    await room.handOver(handOver(["a", "b"]));
    await room.handOver(handOver(["c"], 0, "stopped"));
    await room.handOver(handOver(["d"], 0, "other"));
    await untilTrue(room, ({ d }) => d === "accepted");
    await expect.poll(async () => (await room.status()).waiting).toBe(3);
    await closeLast();
    const again = await openRoom({ transport });
    expect(sent).toEqual(["d"]);
    expect(await again.withdraw("stopped")).toEqual({ withdrawn: 1 });
    await again.pause("stopped", false);
    await again.pause("round", false);
    await untilTrue(again, ({ a, b }) => a === "accepted" && b === "accepted");
    expect(sent.toSorted()).toEqual(["a", "b", "d"]);
    expect((await statesOf(again)).c).toBe("withdrawn");
  });
});

test("what was handed over for practice never leaves by a relay, whatever state it was in", async () => {
  const room = await openRoom({ transport: { send: () => new Promise(() => undefined), close: () => undefined } });
  await room.handOver(handOver(["leaving"]));
  await untilTrue(room, (states) => states.leaving === "leaving");
  await room.handOver(handOver(["held"], Date.now() + MINUTE));
  await closeLast();
  const { transport, sent } = scripted();
  const relay = await openRoom({ transport, post: "relay" });
  expect(await statesOf(relay)).toEqual({ leaving: "uncertain", held: "withdrawn" });
  await relay.handOver(handOver(["real"]));
  await untilTrue(relay, ({ real }) => real === "accepted");
  expect(sent).toEqual(["real"]);
});

test("a step that the state machine does not know is never written", async () => {
  const room = await openRoom();
  await room.handOver(handOver(["a"]));
  await until(room, "accepted");
  expect(await room.returned("a", "550 gone")).toBe(true);
  expect(await room.returned("a", "550 gone")).toBe(false);
  expect(await room.returned("nobody's", "550 gone")).toBe(false);
  expect(await room.withdraw("round")).toEqual({ withdrawn: 0 });
  await closeLast();
  expect(await statesOf(await openRoom())).toEqual({ a: "returned" });
});

test("a setting of the server that can't be meant is refused by its name", () => {
  expect(readEnvironment({ VINE_DAILY_LIMIT: "100", VINE_SMTP_URL: "" })).toMatchObject({
    VINE_DAILY_LIMIT: 100,
    VINE_DATA: ".vine",
  });
  for (const [name, value] of [
    ["VINE_DAILY_LIMIT", "none"],
    ["VINE_PER_MINUTE", "0"],
    ["VINE_SMTP_URL", "mail.school.example"],
    ["VINE_PUBLIC_URL", "here"],
  ] as const) {
    expect(() => readEnvironment({ [name]: value })).toThrow(name);
  }
});

test("a letter to many goes once to each, shows nobody's address, and is tried again for those alone who asked for it", async () => {
  const mailboxes = new Mailboxes(await roomInMemory());
  const practice = new PracticePost(mailboxes);
  opened.push(practice);
  const url = await practice.listen();
  let clock = NOON;
  const open = () => openRoom({ transport: smtpTransport(url), now: () => clock });
  const room = await open();
  const together = ["one@harbourmail.example", "two@gone.example", "three@grey.example", "four@tidepost.example"];
  await room.handOver({ roundId: "round", leavesAt: 0, letters: [letter("many", { together }), letter("single")] });
  await until(room, "deferred", "accepted");
  expect((await eventsOf(room)).find((event) => "state" in event && event.state === "deferred")).toMatchObject({
    serverAnswer: expect.stringMatching(/^Taken for 2; not for ‹\w{8}› \(550 .*; ‹\w{8}› \(451 /),
  });
  await closeLast();
  clock += 2 * MINUTE;
  const again = await open();
  await until(again, "accepted");
  expect((await eventsOf(again)).at(-1)).toMatchObject({
    state: "accepted",
    serverAnswer: expect.stringMatching(/^Taken for 3; not for ‹\w{8}›/),
  });
  for (const address of together) {
    const messages = await mailboxes.messages(address);
    expect(messages).toHaveLength(address.includes("gone") ? 0 : 1);
    for (const { name } of messages) {
      const raw = Buffer.from(await mailboxes.read(address, name)).toString();
      expect(raw).toMatch(/^To: "undisclosed-recipients":;\r?$/m);
      expect(raw).not.toMatch(/harbourmail|gone|grey|tidepost/);
    }
  }
  expect(JSON.stringify(await eventsOf(again))).not.toMatch(/@/);
  await closeLast();
  const { transport } = scripted([{ kind: "refused", serverAnswer: "554 no" }]);
  const refusing = await openRoom({ transport });
  await refusing.handOver({ roundId: "r2", leavesAt: 0, letters: [letter("none", { together })] });
  await untilTrue(refusing, ({ none }) => none === "refused");
});

test("an opt-out withdraws what waits for that guardian; later letters go by what was known then", async () => {
  const { transport, sent } = scripted();
  const room = await openRoom({ transport });
  const families = await openFamilies();
  const no = (guardianId: string) => families.wish(families.token(guardianId), { confirmation: "stopped" });
  const to = (id: string, guardianId: string) => letter(id, { guardianId });
  const later = Date.now() + 3_600_000;
  await room.handOver({ roundId: "later", leavesAt: later, letters: [to("a", "ewa"), to("b", "jan")] });
  await no("ewa");
  expect(await statesOf(room)).toEqual({ a: "withdrawn", b: "held" });
  expect(await eventOfLetter(room, "a")).toMatchObject({ serverAnswer: expect.stringContaining("No more letters") });
  const { logId, lastSeq: seq } = await room.room.row();
  // A browser that had not heard of it hands over all the same, and one that had does so on the teacher's word.
  await room.handOver({ roundId: "now", leavesAt: 0, letters: [to("c", "ewa"), to("d", "jan")] });
  const read = (journalId: string) => ({ leavesAt: 0, families: { journalId, seq } });
  await room.handOver({ roundId: "again", ...read(logId), letters: [to("e", "ewa")] });
  await room.handOver({ roundId: "x", ...read("another"), letters: [to("f", "ewa")] });
  await untilTrue(room, ({ c, d, e, f }) =>
    [c, d, e, f].every((state) => state === "withdrawn" || state === "accepted"),
  );
  expect(await statesOf(room)).toMatchObject({ c: "withdrawn", d: "accepted", e: "accepted", f: "withdrawn" });
  for (const id of ["a", "c", "f"]) expect(sent).not.toContain(id);
});

test("an opt-out that comes while a letter to the same person leaves lets no other one go after it", async () => {
  const families = await openFamilies();
  const sent: string[] = [];
  const transport: Transport = {
    send: async ({ id }) => {
      sent.push(id);
      await families.wish(families.token("jan"), { confirmation: "stopped" });
      return { kind: "try again", serverAnswer: "451 later" };
    },
    close: () => undefined,
  };
  const room = await openRoom({ transport, limits: { perMinute: 1 } });
  const to = (id: string) => letter(id, { guardianId: "jan" });
  await room.handOver({ roundId: "last", leavesAt: 0, letters: [to("g"), to("h")] });
  await untilTrue(room, ({ g, h }) => g === "deferred" && h === "withdrawn");
  expect(sent).toEqual(["g"]);
});

test("what comes back before it is written that it was taken is known all the same", async () => {
  const transport: Transport = {
    send: async () => {
      expect(await room.returned("a", "550 gone")).toBe(true);
      return { kind: "accepted", serverAnswer: "250 ok" };
    },
    close: () => undefined,
  };
  const room = await openRoom({ transport, post: "relay" });
  await room.handOver(handOver(["a"]));
  await until(room, "returned");
  expect(await eventOfLetter(room, "a")).toMatchObject({ state: "returned", serverAnswer: "550 gone" });
  expect((await room.status()).leftToday).toBe(1);
});
