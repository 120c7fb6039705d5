import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import type { SqliteDatabase } from "kysely";
import Libsql from "libsql";
import { afterEach, beforeEach } from "vitest";
import type { LetterState } from "@/core/delivery/letterState";
import { isLetterEvent, type LetterEvent, type PostEvent } from "@/core/delivery/postEvent";
import type { HandedLetter } from "@/core/delivery/postRequests";
import type { FamilyEvent } from "@/core/families/familyEvent";
import { FamilyService } from "./families/familyService";
import type { Outcome } from "./letters/outcomeOf";
import { PostRoom, type PostRoomOptions } from "./letters/postRoom";
import type { Transport } from "./letters/transport";
import { openDatabase, ServerDatabase } from "./store/openDatabase";
import { Room } from "./store/room";

/** What the tests of the post work with: a folder, the database in it, and things that are closed after each test. */
export let folder: string;
export const opened: { close(): Promise<unknown> }[] = [];
let database: Awaited<ReturnType<typeof openDatabase>> | undefined;
let room: Room | undefined;

/** Gives each test of a file a folder of its own, deleted after it. */
export function newFolders(): void {
  beforeEach(async () => {
    folder = await mkdtemp(path.join(tmpdir(), "vine-note-post-"));
  });
  afterEach(async () => {
    // The last opened first: a server closes once its callers have hung up.
    for (const one of opened.splice(0).reverse()) await one.close();
    await closeRoom();
    await rm(folder, { recursive: true, force: true });
  });
}

/** The room of the test's database; what is closed is opened again, as by a restart. */
export async function roomHere(): Promise<Room> {
  database ??= await openDatabase(folder);
  room ??= await Room.open(database.db);
  return room;
}

/** A room of a database that is in memory alone, closed after the test. */
export async function roomInMemory(): Promise<Room> {
  const inMemory = await ServerDatabase.over(new Libsql(":memory:"), (raw) => raw as unknown as SqliteDatabase);
  opened.push(inMemory);
  return Room.open(inMemory.db);
}

export async function closeRoom(): Promise<void> {
  await database?.close();
  database = undefined;
  room = undefined;
}

/** The open database of the test. */
export async function databaseHere() {
  await roomHere();
  if (!database) throw new Error("The database is not open.");
  return database;
}

export const letter = (id: string, part: Partial<HandedLetter> = {}): HandedLetter => ({
  id,
  to: { name: "Ewa Wójcik", address: "ewa@harbourmail.example" },
  from: { name: "Ilse Maronde", address: "ilse@sallowbay.example" },
  subject: "Ana: 64 %",
  html: "<p>64&#160;%</p>",
  text: "64 %",
  ...part,
});

export const handOver = (ids: string[], leavesAt = 0, roundId = "round") => ({
  roundId,
  leavesAt,
  letters: ids.map((id) => letter(id)),
});

/** A mail server that answers as it is told; what it is not told it accepts. */
export function scripted(outcomes: Outcome[] = []) {
  const sent: string[] = [];
  const transport: Transport = {
    send: async ({ id }) => {
      sent.push(id);
      return outcomes.shift() ?? { kind: "accepted", serverAnswer: "250 ok" };
    },
    close: () => undefined,
  };
  return { transport, sent };
}

export async function openRoom(part: Partial<PostRoomOptions> = {}): Promise<PostRoom> {
  const options = { room: await roomHere(), transport: scripted().transport, post: "practice" as const, now: Date.now };
  const postRoom = await PostRoom.open({ ...options, ...part });
  opened.push(postRoom);
  return postRoom;
}

/** What families say, in the room of the test. */
export async function openFamilies(
  part: Partial<FamilyService["options"]> = {},
  inRoom?: Room,
): Promise<FamilyService> {
  const options = { post: "practice" as const, origin: "http://127.0.0.1:3000", hasPages: true, now: Date.now };
  return FamilyService.open(inRoom ?? (await roomHere()), { ...options, ...part });
}

/** Closes the post room that was opened last, with its database, as a restart does. */
export async function closeLast(): Promise<void> {
  await opened.pop()?.close();
  await closeRoom();
}

/** What happened in a post room; of each letter only the newest. */
export async function eventsOf(postRoom: PostRoom, after = 0): Promise<(PostEvent | FamilyEvent)[]> {
  const { logId } = await postRoom.room.row();
  return (await postRoom.eventsAfter({ logId, after })).events;
}

/** The newest event of a letter. */
export async function eventOfLetter(postRoom: PostRoom, letterId: string): Promise<LetterEvent | undefined> {
  return (await eventsOf(postRoom)).filter(isLetterEvent).find((event) => event.letterId === letterId);
}

export async function statesOf({ room: { db, id } }: PostRoom): Promise<Record<string, LetterState>> {
  // By one query: the log leaves out a letter that moves while it is read, since that comes with the next answer.
  const rows = await db.selectFrom("letters").select(["id", "state"]).where("room", "=", id).orderBy("seq").execute();
  return Object.fromEntries(rows.flatMap(({ id: letterId, state }) => (state === "staged" ? [] : [[letterId, state]])));
}

/** Waits, by the log's own word, until something of it holds. */
export async function untilTrue(
  postRoom: PostRoom,
  holds: (states: Record<string, LetterState>) => boolean,
): Promise<void> {
  for (;;) {
    const { lastSeq } = await postRoom.room.row();
    if (holds(await statesOf(postRoom))) return;
    await postRoom.room.waitBeyond(lastSeq, 5_000);
  }
}

/** Waits until every letter is in one of the states. */
export function until(postRoom: PostRoom, ...states: LetterState[]): Promise<void> {
  return untilTrue(postRoom, (now) => {
    const all = Object.values(now);
    return all.length > 0 && all.every((state) => states.includes(state));
  });
}
