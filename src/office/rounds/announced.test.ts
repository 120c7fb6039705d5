import "fake-indexeddb/auto";
import { afterAll, afterEach, beforeAll, describe, expect, test } from "vitest";
import { adding } from "@/core/change/change";
import { newsWords, type ScheduledRound } from "@/core/delivery/scheduledRound";
import type { Note } from "@/core/model/note";
import { startNote } from "@/core/starters/startNote";
import { openDatabase } from "@/store/openDatabase";
import { markOutdated, scheduledRounds } from "@/store/scheduledRounds";
import { turnPlan } from "../automatic/beginAutomaticNote";
import { sendRun, skipRun } from "../automatic/runWord";
import { CHANGING_LOCK } from "../changes/changingLock";
import type { Office } from "../office";
import { AutomaticWorld, changeSettings, commit, quizWorld, score, until } from "../testing/automaticWorld";
import { setFrozen } from "./announcedWord";
import { takeBack } from "./handOverPrepared";
import { sendOutbox } from "./outbox";
import { sendNote } from "./sendNote";

const HOUR = 3_600_000;
const NAMES = ["Ana", "Ben", "Cy"];
let world: AutomaticWorld;

beforeAll(async () => {
  world = await AutomaticWorld.begin(quizWorld(NAMES, 2), "2027-05-03T08:00:00Z", "announced");
});
afterAll(() => world.close());
afterEach(async () => {
  world.browser.isAnswered = () => true;
  world.browser.close();
  await openDatabase("announced").delete();
});

async function desk(): Promise<Office> {
  const office = await world.open();
  office.line.open();
  await changeSettings(office, { takeBackSeconds: 0 });
  await until(async () => office.line.state.get().status);
  return office;
}

/** How many letters have come to all mailboxes so far. */
async function come(): Promise<number> {
  return Object.values(await world.mailboxes()).flat().length;
}

/** Announces how things stand to those below 70 %, in some hours. */
async function announce(office: Office, hours: number, alsoNew = false): Promise<string> {
  const begun = startNote("below a threshold", { id: office.around.newId(), now: world.now(), period: "spring" });
  const note: Note = {
    ...begun,
    selection: { ...begun.selection, conditions: [{ kind: "overall", comparison: "below", percent: 70 }] },
  };
  await commit(office, adding("notes", [note]));
  const at = world.now() + hours * HOUR;
  const { findings } = await office.engine.check(note, at);
  const choices = { seenCautions: findings.map(({ id }) => id), at, copy: false, together: false, alsoNew };
  const sent = await sendNote(office, note, choices, "Notes");
  if (!sent.ok) throw new Error(sent.problem);
  await world.untilScheduled(office);
  return sent.roundId;
}

async function newsOf(office: Office, roundId: string): Promise<string> {
  const scheduled = await office.database.laidRounds.get(roundId);
  return scheduled?.news ? newsWords(scheduled.news) : "";
}

describe("a round announced for a time", () => {
  test("says what is true when it leaves: changed, fallen away and new ones are told, and new ones get none", async () => {
    const office = await desk();
    await score(office, "q1", { Ana: 50, Ben: 60, Cy: 90 });
    const before = await come();
    const roundId = await announce(office, 3);
    await score(office, "q2", { Ana: 60, Ben: 100, Cy: 20 });
    await world.untilScheduled(office);
    // Ana stands at 55 % now, Ben at 80, Cy at 55.
    expect(await newsOf(office, roundId)).toBe("1 letter changed, 1 fell away, 1 would come new");
    await world.pass(4 * HOUR);
    await until(async () => (await come()) === before + 1);
    const [letter] = (await world.mailboxes()).ana?.slice(-1) ?? [];
    expect(letter?.text).toContain("55");
  });

  test("goes to who comes new where she said so, and stays as it is where she froze it", async () => {
    const office = await desk();
    await score(office, "q1", { Ana: 50, Ben: 90, Cy: 90 });
    const open = await announce(office, 3, true);
    const frozen = await announce(office, 4);
    const scheduled = await office.database.laidRounds.get(frozen);
    if (scheduled) await setFrozen(office, scheduled, true);
    const before = await come();
    await score(office, "q2", { Ana: 70, Ben: 10 });
    await world.untilScheduled(office);
    expect(await newsOf(office, open)).toBe("1 letter changed");
    expect((await office.read.lettersOfRound(open)).map(({ studentName }) => studentName).sort()).toEqual([
      "Ana Reed",
      "Ben Reed",
    ]);
    await world.pass(5 * HOUR);
    await until(async () => (await come()) === before + 3);
    const texts = ((await world.mailboxes()).ana ?? []).slice(-2).map(({ text }) => /stands at (\d+)/.exec(text)?.[1]);
    expect(texts.sort()).toEqual(["50", "60"]);
  });
});

describe("word of a change that is long on its way to the post room", () => {
  test.each(["it is rebuilt meanwhile", "it is frozen meanwhile"])("holds no round back for ever: %s", async (what) => {
    const office = await desk();
    await score(office, "q1", { Ana: 50 });
    const before = await come();
    const roundId = await announce(office, 1);
    const scheduled = async () => (await scheduledRounds(office.database)).find(({ id }) => id === roundId);
    const { around, database } = office;
    let goOn: () => void = () => undefined;
    const mayGoOn = new Promise<void>((resolve) => {
      goOn = resolve;
    });
    let isAsked = false;
    const slow: typeof fetch = async (url, init) => {
      isAsked = true;
      await mayGoOn;
      return around.fetch(url, init);
    };
    await markOutdated(database, [roundId], false);
    const telling = sendOutbox({ database, around: { ...around, fetch: slow } }, "outdated");
    await until(async () => isAsked);
    if (what === "it is frozen meanwhile") await setFrozen(office, (await scheduled()) as ScheduledRound, true);
    office.plans.stir();
    await world.untilScheduled(office);
    goOn();
    await telling;
    await world.untilScheduled(office);
    await world.pass(HOUR + 30_000);
    await until(async () => (await come()) === before + 1);
  });

  test("a round that is frozen while its letters are being replaced leaves", async () => {
    const office = await desk();
    await score(office, "q1", { Ana: 50 });
    const before = await come();
    const roundId = await announce(office, 1);
    const scheduled = async () => (await scheduledRounds(office.database)).find(({ id }) => id === roundId);
    world.browser.isAnswered = (_method, url) => !url.endsWith("/api/post/replace");
    await score(office, "q2", { Ana: 20 });
    await until(async () => (await office.database.outbox.where({ kind: "replacement" }).count()) === 1);
    await score(office, "q2", { Ana: 10 });
    await setFrozen(office, (await scheduled()) as ScheduledRound, true);
    world.browser.isAnswered = () => true;
    await world.untilScheduled(office);
    await world.pass(HOUR + 30_000);
    await until(async () => (await come()) === before + 1);
  });
});

describe("a round that left in part, or was taken back", () => {
  test("brings nobody another letter: only what still waits is rebuilt", async () => {
    const office = await desk();
    const ben = office.world.guardians.get("gBen");
    if (!ben) throw new Error("Ben has a guardian.");
    // That mail server asks to come again once.
    const grey = { ...ben, addresses: ["benito@grey.example"] };
    await commit(office, { guardians: { added: {}, updated: { gBen: [ben, grey] }, removed: {} } });
    await score(office, "q1", { Ana: 50, Ben: 60 });
    const before = await come();
    const roundId = await announce(office, 1);
    await world.pass(HOUR + 30_000);
    await until(
      async () =>
        (await office.read.lettersOfRound(roundId))
          .map(({ state }) => state)
          .sort()
          .join() === "accepted,deferred",
    );
    await score(office, "q2", { Ana: 20, Ben: 40 });
    await world.untilScheduled(office);
    await world.pass(2 * 60_000);
    await until(async () => (await come()) === before + 2);
    await world.pass(HOUR);
    expect(await come()).toBe(before + 2);
    expect((await world.mailboxes()).benito?.at(-1)?.text).toContain("50");
    expect((await office.read.lettersOfRound(roundId)).map(({ state }) => state)).toEqual(["accepted", "accepted"]);
  });

  test.each(["this tab", "another tab"])("is not rebuilt on a change that is half made in %s", async (where) => {
    const office = await desk();
    const other = where === "this tab" ? office : await world.open();
    await score(office, "q1", { Ana: 50 });
    const before = await come();
    const roundId = await announce(office, 1);
    // The change stands still after what it touches was called outdated, before it is kept.
    let goOn: () => void = () => undefined;
    const mayGoOn = new Promise<void>((resolve) => {
      goOn = resolve;
    });
    const touch = other.plans.touch.bind(other.plans);
    other.plans.touch = async (what) => {
      const number = await touch(what);
      await mayGoOn;
      return number;
    };
    const scored = score(other, "q2", { Ana: 20 });
    await until(async () => (await office.database.laidRounds.get(roundId))?.state === "outdated");
    office.plans.wake();
    const isMade = async () => (await office.database.outbox.get(`replacement/${roundId}`)) !== undefined;
    await until(async () => world.browser.waited.has(CHANGING_LOCK) || (await isMade()));
    goOn();
    await scored;
    await world.untilScheduled(office);
    await world.pass(2 * HOUR);
    await until(async () => (await come()) === before + 1);
    expect((await world.mailboxes()).ana?.at(-1)?.text).toContain("35");
  });

  test("stays taken back, whatever comes in later", async () => {
    const office = await desk();
    await score(office, "q1", { Ana: 50, Ben: 60 });
    const before = await come();
    const roundId = await announce(office, 2, true);
    await takeBack(office, roundId);
    await score(office, "q2", { Ana: 20, Cy: 30 });
    await office.plans.atRest();
    await world.pass(5 * HOUR);
    expect(await come()).toBe(before);
    expect((await office.read.lettersOfRound(roundId)).every(({ state }) => state === "withdrawn")).toBe(true);
  });
});

describe("a plan", () => {
  test("that asks first lets nothing leave without a word; not this time is no word", async () => {
    const office = await desk();
    await score(office, "q1", { Ana: 50, Ben: 60, Cy: 90 });
    const before = await come();
    const times = { time: "16:00", zone: "UTC", rule: "FREQ=DAILY", schoolDaysOnly: false };
    await world.turnOn(office, "At most 70 % on a quiz", "asking", times, { asks: true, repeat: "each time" });
    for (const word of ["skip", "send"] as const) {
      await world.pass(24 * HOUR);
      office.line.wake();
      await until(async () => (await office.read.runsThatAsk()).length === 1);
      expect(await come()).toBe(before);
      const [run] = await office.read.runsThatAsk();
      if (!run) throw new Error("No run asks.");
      if (word === "skip") await skipRun(office, run);
      else expect(await sendRun(office, run)).toMatchObject({ ok: true });
      expect(await office.read.runsThatAsk()).toEqual([]);
      // It is over: a second word does nothing.
      if (word === "skip") expect(await sendRun(office, run)).toMatchObject({ ok: false });
    }
    await until(async () => (await come()) === before + 2);
    await world.untilScheduled(office);
    expect((await office.read.runsOf("asking")).map(({ state }) => state).sort()).toEqual(["left", "skipped"]);
  });

  test("is held by what nobody has seen, goes once that was allowed, and leaves nothing behind when it is turned off", async () => {
    const office = await desk();
    await score(office, "q1", { Ana: 50, Ben: 60, Cy: 65 });
    const times = { time: "16:00", zone: "UTC", rule: "FREQ=DAILY", schoolDaysOnly: false };
    const conditions = [{ kind: "overall", comparison: "below", percent: 70 }] as const;
    await world.turnOn(office, "At most 70 % on a quiz", "held", times, { repeat: "each time", allowedCautions: [] });
    const note = await office.read.findNote("held");
    const plan = await office.read.findPlan("held");
    if (!note || !plan) throw new Error("It was not kept.");
    // The teacher's own address in the place of a child's is no caution; a letter that disagrees with itself is.
    const next = { ...note, selection: { ...note.selection, conditions: [...conditions] }, name: "Held" };
    await commit(office, { notes: { added: {}, updated: { held: [note, next] }, removed: {} } });
    await until(async () => {
      await office.plans.atRest();
      return (await office.read.runsOf("held")).length > 0;
    });
    const asking = await office.read.runsThatAsk();
    for (const run of asking) expect(run.why).toMatch(/something new to look at/);
    if (asking[0]) expect(await sendRun(office, asking[0], true)).toMatchObject({ ok: true });
    await world.untilScheduled(office);
    expect((await office.read.runsToCome()).length).toBeGreaterThan(0);
    const kept = await office.read.findPlan("held");
    if (kept) await turnPlan(office, kept, false, "Held");
    await until(async () => {
      await office.plans.atRest();
      return (await office.database.laidRounds.count()) === 0 && (await office.database.rounds.count()) === 0;
    });
    const before = await come();
    await world.pass(30 * HOUR);
    expect(await come()).toBe(before);
  });
});
