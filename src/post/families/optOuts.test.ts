import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { CardAnswer } from "@/core/families/cardAnswer";
import {
  closeLast,
  closeRoom,
  eventOfLetter,
  letter,
  newFolders,
  openFamilies,
  openRoom,
  roomHere,
  scripted,
  statesOf,
  untilTrue,
} from "../testing";
import { CardDesk } from "./cardDesk";

newFolders();

const CARD = { id: "card", title: "Who?", greeting: "", questions: [], teacherName: "", schoolName: "" };
const LATER = Date.now() + 3_600_000;
const addressOf = (name: string) => `${name}@tidepost.example`;
const answerOf = (answerId: string, address: string, frequency: "none" | "" = "none"): CardAnswer => ({
  ...{ answerId, cardId: "card", studentName: "Ana", studentNumber: "" },
  guardians: [{ name: "Ewa", address, relation: "", language: "", frequency }],
});

describe("an opt-out", () => {
  test("holds at an address over restarts, by its code alone; one of practice never meets real letters", async () => {
    const real = await openFamilies({ post: "relay" });
    await real.sayOfAddresses({ addresses: ["Ewa@TidePost.example "], wanted: false });
    const { db } = await roomHere();
    expect(JSON.stringify(await db.selectFrom("optOuts").selectAll().execute())).not.toMatch(/tidepost/i);
    await closeRoom();
    const again = await openFamilies({ post: "relay" });
    const both = ["ewa@tidepost.example", "jan@tidepost.example"];
    expect(await again.closedOf(both)).toEqual(["ewa@tidepost.example"]);
    const practice = await openFamilies();
    expect(await practice.closedOf(both)).toEqual([]);
    await practice.sayOfAddresses({ addresses: both, wanted: false });
    await again.sayOfAddresses({ addresses: both, wanted: true });
    expect([await again.closedOf(both), await practice.closedOf(both)]).toEqual([[], both]);
  });

  test("withdraws what waits for an address, whoever it is to; a letter to many leaves without it", async () => {
    const families = await openFamilies({ post: "relay" });
    const sentTo: (readonly string[])[] = [];
    const transport = {
      send: async ({ to, together }: { to: { address: string }; together?: string[] | undefined }) => {
        sentTo.push(together ?? [to.address]);
        return { kind: "accepted", serverAnswer: "250 ok" } as const;
      },
      close: () => undefined,
    };
    const room = await openRoom({ transport, post: "relay" });
    const at = (id: string, address: string) => letter(id, { to: { name: id, address } });
    const letters = [at("a", addressOf("home")), at("b", "HOME@tidepost.example"), at("c", addressOf("jan"))];
    await room.handOver({ roundId: "later", leavesAt: LATER, letters });
    await families.sayOfAddresses({ addresses: [addressOf("home")], wanted: false });
    expect(await statesOf(room)).toEqual({ a: "withdrawn", b: "withdrawn", c: "held" });
    const together = [addressOf("home"), addressOf("jan")];
    await room.handOver({
      roundId: "now",
      leavesAt: 0,
      letters: [letter("many", { together }), letter("none", { together: together.slice(0, 1) })],
    });
    await untilTrue(room, ({ many, none }) => many === "accepted" && none === "withdrawn");
    expect(sentTo).toEqual([[addressOf("jan")]]);
  });

  test("said again after the teacher lifted it is a new word, by either kind of link, however she named the person", async () => {
    for (const people of [["ewa"], []]) {
      const families = await openFamilies();
      const [code = ""] = families.codesOf(addressOf("ewa"));
      const inLetter = families.token("ewa", code);
      const stop = () => families.wish(inLetter, { confirmation: "stopped" });
      const events = async () => (await eventsAfterStart()).length;
      await stop();
      const before = await events();
      await stop();
      expect(await events()).toBe(before);
      await families.sayOfAddresses({ addresses: [addressOf("ewa")], wanted: true, people });
      expect(await families.closedOf([addressOf("ewa")])).toEqual([]);
      const room = await openRoom();
      const { logId, lastSeq } = await room.room.row();
      // Made by a browser that knows all that was said so far.
      const known = { families: { journalId: logId, seq: lastSeq } };
      const one = letter(`a${people.length}`, { guardianId: "ewa", to: { name: "", address: addressOf("ewa") } });
      await room.handOver({ roundId: `r${people.length}`, leavesAt: LATER, letters: [one], ...known });
      await stop();
      expect((await statesOf(room))[one.id]).toBe("withdrawn");
      expect(await families.closedOf([addressOf("ewa")])).toHaveLength(1);
      expect(await events()).toBe(before + 1);
      await families.sayOfAddresses({ addresses: [addressOf("ewa")], wanted: true, people });
    }
  });

  test("with a link that names no address, said again after it was lifted, is a new word too", async () => {
    const families = await openFamilies();
    const room = await openRoom();
    const token = families.token("ewa");
    await families.wish(token, { confirmation: "stopped" });
    await families.sayOfAddresses({ addresses: [], wanted: true, people: ["ewa"] });
    const { logId, lastSeq } = await room.room.row();
    const known = { families: { journalId: logId, seq: lastSeq } };
    await room.handOver({ roundId: "r", leavesAt: LATER, letters: [letter("a", { guardianId: "ewa" })], ...known });
    await families.wish(token, { confirmation: "stopped" });
    expect(await statesOf(room)).toEqual({ a: "withdrawn" });
  });

  test("is taken however often one turned round in an hour; whatever comes with it is limited, and nothing new writes nothing", async () => {
    const families = await openFamilies();
    const token = families.token("ewa");
    let refused = 0;
    for (let turn = 0; turn < 200; turn += 1) {
      const wish = { confirmation: turn % 3 === 0 ? "declined" : "stopped", language: turn % 2 ? "pl" : "ar" } as const;
      await families.wish(token, wish).catch(({ code }) => {
        expect(code).toBe("too many");
        refused += 1;
      });
      expect((await families.page(token))?.last.confirmation).toBe(wish.confirmation);
    }
    const before = (await eventsAfterStart()).length;
    for (let turn = 0; turn < 50; turn += 1)
      await families.wish(token, { confirmation: "stopped", language: `x${turn}` }).catch(() => undefined);
    expect((await eventsAfterStart()).length).toBe(before);
    expect(refused).toBeGreaterThan(0);
    const languages = (await eventsAfterStart()).filter(({ body }) => body.includes("language"));
    expect(languages.length).toBeLessThanOrEqual(20);
  });
});

test("letters wait for an answer that asks for none, by code alone and over restarts, until it was looked at", async () => {
  const { transport, sent } = scripted();
  let room = await openRoom({ transport });
  let cards = new CardDesk(await openFamilies(), () => room.lookAgain());
  await cards.publish(CARD);
  await cards.answer(answerOf("one", "Ewa@harbourmail.example"));
  await closeLast();
  room = await openRoom({ transport });
  cards = new CardDesk(await openFamilies(), () => room.lookAgain());
  await room.handOver({ roundId: "r", leavesAt: 0, letters: [letter("a")] });
  await untilTrue(room, ({ a }) => a === "held");
  expect(await eventOfLetter(room, "a")).toMatchObject({ serverAnswer: expect.stringContaining("contact card") });
  await cards.settled(["another"]);
  expect(sent).toEqual([]);
  await cards.settled(["one"]);
  await untilTrue(room, ({ a }) => a === "accepted");
  expect([sent, await statesOf(room)]).toEqual([["a"], { a: "accepted" }]);
  // A correction that asks for letters again holds nothing.
  await cards.answer(answerOf("one", "ewa@harbourmail.example"));
  await cards.answer(answerOf("one", "ewa@harbourmail.example", ""));
  expect(await room.room.db.selectFrom("cardHolds").selectAll().execute()).toEqual([]);
});

test("letters that waited for an answer do not leave while their round is paused, and leave once it goes on", async () => {
  const { transport, sent } = scripted();
  const room = await openRoom({ transport });
  const cards = new CardDesk(await openFamilies(), () => room.lookAgain());
  await cards.publish(CARD);
  await cards.answer(answerOf("one", "ewa@harbourmail.example"));
  await room.handOver({ roundId: "r", leavesAt: 0, letters: [letter("a")] });
  await untilTrue(room, ({ a }) => a === "held");
  await room.pause("r", true);
  await cards.settled(["one"]);
  const other = letter("b", { to: { name: "", address: "jan@harbourmail.example" } });
  await room.handOver({ roundId: "other", leavesAt: 0, letters: [other] });
  await untilTrue(room, ({ b }) => b === "accepted");
  expect(sent).toEqual(["b"]);
  await room.pause("r", false);
  await untilTrue(room, ({ a }) => a === "accepted");
  expect(sent).toEqual(["b", "a"]);
});

/** Something that somebody says; what it closes is closed whatever is said at the same time. */
type Said = { readonly by: "link" | "guardian" | "teacher" | "card"; readonly name: string };

test("twenty of each kind at once, in any order, with restarts between: all are kept, and nothing leaves to any of them", async () => {
  const kinds = ["link", "guardian", "teacher", "card"] as const;
  await fc.assert(
    fc.asyncProperty(fc.integer(), fc.array(fc.nat(60), { maxLength: 3 }), async (seed, restarts) => {
      const all: Said[] = kinds.flatMap((by) =>
        Array.from({ length: 20 }, (_, place) => ({ by, name: `${by}${place}` })),
      );
      const order = fc.sample(fc.shuffledSubarray(all, { minLength: all.length }), { numRuns: 1, seed })[0] ?? all;
      const { transport, sent } = scripted();
      let room = await openRoom({ transport });
      const letters = order.map(({ by, name }) =>
        letter(`${seed < 0 ? "n" : "p"}${Math.abs(seed)}-${name}`, {
          to: { name, address: addressOf(`${name}.${seed}`) },
          ...(by === "guardian" && { guardianId: `${name}.${seed}` }),
        }),
      );
      for (let from = 0; from < letters.length; from += 40)
        await room.handOver({
          roundId: `r${Math.abs(seed)}`,
          leavesAt: LATER,
          letters: letters.slice(from, from + 40),
        });
      const cuts = [0, ...restarts.toSorted((a, b) => a - b), order.length];
      for (const [place, from] of cuts.slice(0, -1).entries()) {
        const families = await openFamilies();
        const cards = new CardDesk(families);
        await cards.publish(CARD);
        await Promise.all(
          order.slice(from, cuts[place + 1]).map(({ by, name }) => {
            const address = addressOf(`${name}.${seed}`);
            if (by === "card") return cards.answer(answerOf(`${Math.abs(seed)}-${name}`, address));
            if (by === "teacher") return families.sayOfAddresses({ addresses: [address], wanted: false });
            const token =
              by === "link"
                ? families.token(`other-${name}.${seed}`, families.codesOf(address)[0])
                : families.token(`${name}.${seed}`);
            return families.wish(token, { confirmation: "stopped" });
          }),
        );
        await closeLast();
        room = await openRoom({ transport, now: () => (place === cuts.length - 2 ? LATER + 1 : Date.now()) });
      }
      const mine = letters.map(({ id }) => id);
      await untilTrue(room, (states) => mine.every((id) => ["withdrawn", "held"].includes(states[id] ?? "")));
      const states = await statesOf(room);
      for (const [place, { by }] of order.entries())
        expect(states[mine[place] ?? ""]).toBe(by === "card" ? "held" : "withdrawn");
      expect(await eventOfLetter(room, mine[order.findIndex(({ by }) => by === "card")] ?? "")).toMatchObject({
        serverAnswer: expect.stringContaining("contact card"),
      });
      expect(sent).toEqual([]);
      await closeLast();
    }),
    { numRuns: 6 },
  );
});

async function eventsAfterStart() {
  return (await roomHere()).db.selectFrom("events").selectAll().where("kind", "=", "wish").execute();
}
