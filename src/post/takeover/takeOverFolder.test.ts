import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, test } from "vitest";
import { isLetterEvent } from "@/core/delivery/postEvent";
import { messageIdOf } from "../edge/messageId";
import { CardDesk } from "../families/cardDesk";
import { ViewDesk } from "../families/viewDesk";
import { Inbox } from "../mail/inbox";
import { storedMail } from "../mail/storedMail";
import { Mailboxes, nameOf } from "../practice/mailboxes";
import { eventsAfter } from "../store/feed";
import { Room } from "../store/room";
import {
  closeRoom,
  databaseHere,
  eventOfLetter,
  folder,
  newFolders,
  openFamilies,
  openRoom,
  scripted,
  statesOf,
  untilTrue,
} from "../testing";
import { takeOverFolder } from "./takeOverFolder";
import former from "./testing/formerFolder.json" with { type: "json" };

newFolders();

const HOUR = 3_600_000;
const STATES = former.states as Record<string, string>;

/** Writes the folder of a server of before: letters in every state, families' words, replies, mailboxes; a broken line in a journal. */
function writeFormer(): void {
  for (const [name, text] of Object.entries(former.files)) {
    mkdirSync(path.dirname(path.join(folder, name)), { recursive: true });
    writeFileSync(path.join(folder, name), text);
  }
}

/** Takes the folder over, as a start does. */
async function takeOver(): Promise<Room> {
  const { db } = await databaseHere();
  await takeOverFolder(folder, await Room.open(db));
  return Room.open(db);
}

describe("a folder of before there was a database", () => {
  test("is taken over whole, once: every letter in its state, every word of a family, and the files are gone", async () => {
    writeFormer();
    const room = await takeOver();
    const { events } = await eventsAfter(room, { logId: former.journalId, after: 0 });
    const letters = events.filter(isLetterEvent);
    expect(Object.fromEntries(letters.map(({ letterId, state }) => [letterId, state]))).toEqual(STATES);
    const families = await openFamilies({ now: () => former.start }, room);
    expect(await families.page(families.token("g-lang"))).toEqual({
      sender: { teacherName: "Ilse Maronde", schoolName: "Sallow Bay School" },
      last: { language: "pl", confirmation: "confirmed" },
    });
    const closed = ["stopped@harbourmail.example", "teacher-closed@harbourmail.example"];
    expect(await families.closedOf([...closed, "open@harbourmail.example"])).toEqual(closed);
    expect(await new CardDesk(families).card("card")).toMatchObject({ title: "How do I reach you?" });
    const views = new ViewDesk(
      room,
      () => families.linkSecrets,
      async () => undefined,
      () => former.start,
    );
    expect((await views.shown("page"))?.page.title).toBe("Harbour talk");
    expect(await storedMail(room)).toMatchObject({ dailyLimit: 300 });
    expect((await room.row()).clockAheadMs).toBe(60_000);
    const mailboxes = new Mailboxes(room);
    const name = nameOf(messageIdOf("accepted"));
    expect(Buffer.from(await mailboxes.read("ewa@harbourmail.example", name)).toString()).toContain("Hello");
    expect(await mailboxes.askAgain("three@grey.example")).toBe(false);
    const reply = events.find((event) => "messageName" in event);
    expect(reply).toMatchObject({ replyTo: "accepted" });
    const { db } = await databaseHere();
    expect((await db.selectFrom("setAside").select("name").execute()).map((row) => row.name)).toEqual([
      "journal.ndjson",
    ]);
    expect(readdirSync(folder).filter((one) => !one.startsWith("vine-note.db"))).toEqual(["post"]);
    // Older versions need a folder where this file is.
    expect(statSync(path.join(folder, "post")).isFile()).toBe(true);
    expect(() => mkdirSync(path.join(folder, "post"), { recursive: true })).toThrow(/EEXIST/);
    await closeRoom();
    expect((await takeOver()).id).toBe(room.id);
    expect(await statesOfRoom()).toEqual(STATES);
  });

  test("goes on with nothing lost and nothing doubled: what waits leaves once, what is not wanted does not", async () => {
    writeFormer();
    const room = await takeOver();
    const { transport, sent } = scripted();
    let clock = former.start;
    const postRoom = await openRoom({ room, transport, now: () => clock, graceMs: 0 });
    expect(new Inbox(postRoom, () => clock)).toBeDefined();
    clock += 7 * HOUR;
    postRoom.lookAgain();
    const still = { paused: "handed", outdated: "held" };
    const ended = (states: Record<string, string>) =>
      ["deferred", "unknown", "many", "held", "unwanted", "stays", "new", "lifted", "leaving"].every(
        (id) => states[id] === "accepted",
      );
    await untilTrue(postRoom, (states) => ended(states) && states.teacher === "withdrawn");
    expect(await statesOf(postRoom)).toMatchObject({
      ...still,
      onhold: "held",
      old: "withdrawn",
      returned: "returned",
    });
    expect(new Set(sent).size).toBe(sent.length);
    for (const id of ["accepted", "returned", "refused", "withdrawn", "old", "teacher", "onhold", "paused", "outdated"])
      expect(sent).not.toContain(id);
    const families = await openFamilies({ now: () => clock }, room);
    await new CardDesk(families, () => postRoom.lookAgain()).settled(["a-waits"]);
    await postRoom.pause("paused", false);
    await untilTrue(postRoom, ({ onhold, paused }) => onhold === "accepted" && paused === "accepted");
    // Nobody ever put the staged letter in place, so its browser makes it again.
    await postRoom.replace({ laidBy: "browser-1", roundId: "run2", change: 3, old: [], added: [] });
    await untilTrue(postRoom, ({ outdated }) => outdated === "accepted");
    expect(await eventOfLetter(postRoom, "old")).toMatchObject({ replacedBy: "new" });
    expect(await room.db.selectFrom("attachments").select("sha256").execute()).toEqual([]);
  });

  test("keeps browsers in step, wherever they had read: each gets what it has not had, and its numbers go on", async () => {
    writeFormer();
    const room = await takeOver();
    const all = (await eventsAfter(room, { logId: former.journalId, after: 0 })).events;
    const places = [0, 1, 2, 3, 4, 99];
    for (const after of [0, 12, former.lastSeq]) {
      for (const familyAfter of places) {
        const place = { logId: former.journalId, after, former: { logId: former.familyJournalId, after: familyAfter } };
        const { events } = await eventsAfter(room, place);
        const ofLetters = all.filter((event) => !("kind" in event) && event.seq > after);
        expect(events.filter((event) => !("kind" in event))).toEqual(ofLetters);
        const said = former.familyEvents.filter(({ seq }) => seq > familyAfter);
        expect(events.flatMap((event) => ("kind" in event ? [event.kind] : []))).toEqual(said.map(({ kind }) => kind));
      }
    }
    expect(Math.min(...all.filter((event) => "kind" in event).map(({ seq }) => seq))).toBeGreaterThan(former.lastSeq);
    // A browser that had read all of it before is told of nothing but what is new.
    const families = await openFamilies({ now: () => former.start }, room);
    await families.wish(families.token("g-new"), { confirmation: "stopped" });
    const last = { logId: former.journalId, after: former.lastSeq };
    const { events } = await eventsAfter(room, { ...last, former: { logId: former.familyJournalId, after: 99 } });
    expect(events).toMatchObject([{ kind: "wish", guardianId: "g-new" }]);
    // Answers are told of by the numbers of before.
    const cards = new CardDesk(families);
    const waits = former.familyEvents.find(({ kind }) => kind === "card answer");
    await cards.taken({ journalId: former.familyJournalId, seqs: [waits?.seq ?? 0] });
    const { db } = await databaseHere();
    expect(JSON.stringify(await db.selectFrom("events").select("body").execute())).not.toContain("Waits Roe");
  });

  test("is left as it was where anything fails, and taken over by the next start", async () => {
    writeFormer();
    const secret = path.join(folder, "families/secret");
    const { db } = await databaseHere();
    await db.schema.alterTable("viewPages").renameTo("away").execute();
    await expect(takeOver()).rejects.toThrow("viewPages");
    for (const [name, text] of Object.entries(former.files))
      expect(readFileSync(path.join(folder, name), "utf8")).toBe(text);
    expect(await statesOfRoom()).toEqual({});
    await db.schema.alterTable("away").renameTo("viewPages").execute();
    await takeOver();
    expect(await statesOfRoom()).toEqual(STATES);
    expect(existsSync(secret)).toBe(false);
  });
});

async function statesOfRoom(): Promise<Record<string, string>> {
  const { db } = await databaseHere();
  const rows = await db.selectFrom("letters").select(["id", "state"]).execute();
  return Object.fromEntries(rows.map(({ id, state }) => [id, state]));
}
