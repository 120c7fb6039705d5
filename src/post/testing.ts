import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterEach, beforeEach } from "vitest";
import type { HandedLetter } from "@/core/delivery/handOver";
import type { LetterState } from "@/core/delivery/letterState";
import { isLetterEvent } from "@/core/delivery/postEvent";
import type { Outcome } from "./outcomeOf";
import { PostRoom, type PostRoomOptions } from "./postRoom";
import type { Transport } from "./transport";

/** What the tests of the post work with: a folder and things that are closed after each test. */

export let folder: string;
export const opened: { close(): Promise<void> }[] = [];

/** Gives each test of a file a folder of its own, taken away after it. */
export function freshFolders(): void {
  beforeEach(async () => {
    folder = await mkdtemp(path.join(tmpdir(), "vine-note-post-"));
  });
  afterEach(async () => {
    // The last opened first: a server closes once its callers have hung up.
    for (const one of opened.splice(0).reverse()) await one.close();
    await rm(folder, { recursive: true, force: true });
  });
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
  const room = await PostRoom.open({
    folder,
    transport: scripted().transport,
    post: "practice",
    now: Date.now,
    ...part,
  });
  opened.push(room);
  return room;
}

/** Closes what was opened last, as a restart does. */
export async function closeLast(): Promise<void> {
  await opened.pop()?.close();
}

export function statesOf(room: PostRoom): Record<string, LetterState> {
  return Object.fromEntries(
    room
      .eventsAfter(0)
      .filter(isLetterEvent)
      .map(({ letterId, state }) => [letterId, state]),
  );
}

/** Waits, by the journal's own word, until something of it holds. */
export async function untilTrue(
  room: PostRoom,
  holds: (states: Record<string, LetterState>) => boolean,
): Promise<void> {
  while (!holds(statesOf(room))) await room.waitBeyond(room.eventsAfter(0).at(-1)?.seq ?? 0, 5_000);
}

/** Waits until every letter is in one of the states. */
export function until(room: PostRoom, ...states: LetterState[]): Promise<void> {
  return untilTrue(room, (now) => {
    const all = Object.values(now);
    return all.length > 0 && all.every((state) => states.includes(state));
  });
}
