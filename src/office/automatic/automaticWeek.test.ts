import "fake-indexeddb/auto";
import { afterAll, beforeAll, expect, test } from "vitest";
import { adding } from "@/core/change/change";
import { startNote } from "@/core/starters/startNote";
import { sendNote } from "../rounds/sendNote";
import { AutomaticWorld, changeSettings, commit, quizWorld, score, until } from "../testing/automaticWorld";

const BERLIN = "Europe/Berlin";
let world: AutomaticWorld;

beforeAll(async () => {
  const families = { Cy: { frequency: "weekly", language: "pl" } } as const;
  world = await AutomaticWorld.begin(
    quizWorld(["Ana", "Ben", "Cy", "Dee"], 3, families),
    "2027-03-22T09:00:00Z",
    "week",
  );
});
afterAll(() => world.close());

/** By mailbox: each letter's subject, and what of some words stands in it. */
async function found(words: readonly string[] = []): Promise<Record<string, string[]>> {
  const boxes = await world.mailboxes();
  return Object.fromEntries(
    Object.entries(boxes).map(([name, letters]) => [
      name,
      letters.map(({ subject, text }) => `${subject}: ${words.filter((word) => text.includes(word)).join(", ")}`),
    ]),
  );
}

const has = (name: string, letters: number) => until(async () => (await found())[name]?.length === letters);

test("a week of automatic notes with the browser closed most of the time: each mailbox holds what the figures say", async () => {
  await world.atDesk(async (office) => {
    await changeSettings(office, {
      takeBackSeconds: 0,
      daysOff: [{ name: "Harbour day", from: "2027-03-24", to: "2027-03-24" }],
    });
    await world.turnOn(office, "At most 70 % on a quiz", "quiz", { time: "16:00", zone: BERLIN });
    await world.turnOn(office, "Weekly digest", "digest", {
      time: "16:00",
      rule: "FREQ=WEEKLY;BYDAY=MO",
      zone: BERLIN,
    });
    await score(office, "q1", { Ana: 50, Ben: 60, Cy: 90 });
  });
  // Berlin is an hour ahead until Sunday, two after that.
  await world.goTo("2027-03-22T14:59:00Z");
  expect(await found()).toEqual({});
  await world.goTo("2027-03-22T15:30:00Z");
  for (const name of ["ana", "ben", "cy"]) await has(name, 1);

  await world.goTo("2027-03-23T09:00:00Z");
  await world.atDesk((office) => score(office, "q2", { Cy: 65, Ana: 40 }));
  await world.goTo("2027-03-23T16:00:00Z");
  await has("cy", 2);
  await has("ana", 2);

  // In the evening two families say something else; nobody opens the browser.
  const { families } = await world.server.serverRuntime();
  await families.wish(families.token("gBen"), { confirmation: "confirmed", frequency: "weekly" });
  await families.wish(families.token("gAna"), { confirmation: "stopped" });

  // Wednesday is off: what came in goes on Thursday, and not to who wants none.
  await world.goTo("2027-03-24T09:00:00Z");
  await world.atDesk((office) => score(office, "q3", { Ana: 30, Ben: 20 }));
  await world.goTo("2027-03-24T20:00:00Z");
  expect((await found()).ben).toHaveLength(1);
  await world.goTo("2027-03-25T20:00:00Z");
  await has("ben", 2);

  // A round by hand that only informs waits for the digest of those who wish one.
  await world.goTo("2027-03-26T09:00:00Z");
  await world.atDesk(async (office) => {
    const note = startNote("progress", { id: "hand", now: world.now(), period: "spring" });
    await commit(office, adding("notes", [note]));
    const { findings } = await office.engine.check(note, world.now());
    const choices = { seenCautions: findings.map(({ id }) => id), at: undefined, copy: false, together: false };
    expect(await sendNote(office, note, choices, "Notes")).toMatchObject({ ok: true });
  });
  await has("dee", 1);
  await world.goTo("2027-03-29T13:59:00Z");
  expect((await found()).ben).toHaveLength(2);
  await world.goTo("2027-03-29T14:30:00Z");
  await has("ben", 3);
  await has("cy", 3);

  expect(await found(["Quiz 1", "Quiz 2", "Quiz 3", "how things stand"])).toEqual({
    ana: ["How Ana did: Quiz 1", "How Ana did: Quiz 2"],
    ben: ["How Ben did: Quiz 1", "How Ben did: Quiz 3", "The week in class: Quiz 3, how things stand"],
    cy: ["Tydzień w klasie: Quiz 1", "How Cy did: Quiz 2", "Tydzień w klasie: Quiz 2, how things stand"],
    dee: ["Dee in Earth Systems 9: how things stand"],
  });
}, 120_000);
