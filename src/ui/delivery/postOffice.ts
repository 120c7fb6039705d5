import PostalMime from "postal-mime";
import * as z from "zod";
import { type HandOver, handOverParts, MAX_LETTERS_PER_HANDOVER } from "@/core/delivery/handOver";
import { eventsAnswerSchema, type PostStatus } from "@/core/delivery/postEvent";
import type { Letter, Round, WholeLetter } from "@/core/delivery/round";
import type { FamilyEvent } from "@/core/families/familyEvent";
import type { Enclosure } from "@/core/model/enclosure";
import type { VineDatabase } from "@/store/database";
import { familyJournalPlace } from "@/store/familyRepository";
import { fileBytes } from "@/store/fileRepository";
import { announcedReplies, keepReply } from "@/store/replyRepository";
import {
  findRound,
  journalPlace,
  preparedLetters,
  takeInEvents,
  wholeLetters,
  withdrawPrepared,
} from "@/store/roundRepository";

/** Handing over and calling back exclude each other, in this tab and in all others. */
const HAND_OVER_LOCK = "vine-note-hand-over";

const NOT_THERE = 404;
const REPLIES_LOCK = "vine-note-replies";

const refusalSchema = z.object({ message: z.string() });

/** Hands over every letter that waits in the browser. Letters that the post room already has are known to it, so this can be repeated. */
export function handOverPrepared(database: VineDatabase): Promise<void> {
  return navigator.locks.request(HAND_OVER_LOCK, async () => {
    const byRound = new Map<string, Letter[]>();
    for (const letter of await preparedLetters(database)) {
      byRound.set(letter.roundId, [...(byRound.get(letter.roundId) ?? []), letter]);
    }
    for (const [roundId, letters] of byRound) {
      const round = await findRound(database, roundId);
      if (!round) continue;
      await handOverFiles(
        database,
        letters.flatMap(({ enclosures = [] }) => enclosures),
      );
      for (let from = 0; from < letters.length; from += MAX_LETTERS_PER_HANDOVER) {
        const some = await wholeLetters(database, letters.slice(from, from + MAX_LETTERS_PER_HANDOVER));
        for (const part of handOverParts(some)) {
          const body = JSON.stringify(handOverOf(round, part));
          await ask("/api/post/letters", { method: "POST", body });
        }
      }
    }
  });
}

function handOverOf({ id: roundId, leavesAt, from, replyTo }: Round, letters: readonly WholeLetter[]): HandOver {
  return {
    roundId,
    leavesAt,
    letters: letters.map(({ id, recipient, together, subject, html, text, enclosures }) => ({
      id,
      to: together ? from : { name: recipient.name, address: recipient.address },
      ...(together && { together: [...new Set(together.map(({ address }) => address))] }),
      from,
      ...(replyTo && { replyTo }),
      ...(recipient.kind === "guardian" && { guardianId: recipient.id }),
      subject,
      html,
      text,
      ...(enclosures && { enclosures }),
    })),
  };
}

/** Hands over the files that go along with letters, each once, before the letters themselves. Errors: one is not in this browser. */
export async function handOverFiles(database: VineDatabase, enclosures: readonly Enclosure[]): Promise<void> {
  for (const { digest, name } of new Map(enclosures.map((one) => [one.digest, one])).values()) {
    const bytes = await fileBytes(database, digest);
    if (!bytes) throw new Error(`“${name}” is not in this browser any more, so the letters it goes along with wait.`);
    await ask(`/api/post/enclosures/${digest}`, { method: "PUT", body: bytes });
  }
}

/** Calls a round back: what was not handed over yet stays here, what has not begun to leave stays in the post room. */
export function takeBack(database: VineDatabase, roundId: string): Promise<void> {
  return navigator.locks.request(HAND_OVER_LOCK, async () => {
    await withdrawPrepared(database, roundId, Date.now());
    await ask("/api/post/withdraw", { method: "POST", body: JSON.stringify({ roundId }) });
  });
}

/** Keeps the letters of a round from leaving, or lets them go on. The record follows by the post room's word. */
export async function pauseRound(roundId: string, paused: boolean): Promise<void> {
  await ask("/api/post/pause", { method: "POST", body: JSON.stringify({ roundId, paused }) });
}

/** Takes the words of every reply that the post room announced; it keeps them until they are here. */
async function takeReplies(database: VineDatabase): Promise<void> {
  for (const reply of await announcedReplies(database)) {
    const url = `/api/post/replies/${reply.id}`;
    const response = await fetch(url);
    // Only words that are gone for good are given up; while the post room is in trouble they wait there.
    if (!response.ok && response.status !== NOT_THERE) throw new Error("The words of a reply could not be fetched.");
    const { from, subject = "", text = "" } = response.ok ? await PostalMime.parse(await response.arrayBuffer()) : {};
    await keepReply(database, reply, {
      from: { name: from?.name ?? "", address: from?.address ?? "" },
      subject,
      text: text.trim() || "The words of this answer could not be read.",
    });
    await ask(url, { method: "DELETE" });
  }
}

/**
 * Reads on in both journals, waiting up to `waitMs` for something new: the record is brought up to date with the
 * post room's, what families said is given to `onFamilies`. Gives what the post room is connected to.
 */
export async function catchUp(
  database: VineDatabase,
  waitMs: number,
  signal: AbortSignal,
  onFamilies: (journalId: string, events: readonly FamilyEvent[]) => Promise<void>,
): Promise<PostStatus> {
  const [letters, families] = await Promise.all([journalPlace(database), familyJournalPlace(database)]);
  const query = new URLSearchParams({
    journalId: letters.journalId,
    after: String(letters.seq),
    familyJournalId: families.journalId,
    familyAfter: String(families.seq),
    waitMs: String(waitMs),
  });
  const answer = eventsAnswerSchema.parse(await ask(`/api/post/events?${query}`, { signal }));
  if (answer.events.length > 0) await takeInEvents(database, answer.journalId, answer.events);
  await navigator.locks.request(REPLIES_LOCK, () => takeReplies(database));
  if (answer.families.events.length > 0) await onFamilies(answer.families.journalId, answer.families.events);
  return answer.status;
}

/** Asks a route of the server; what it refuses becomes an error in its words. */
export async function ask(url: string, request: RequestInit): Promise<unknown> {
  const response = await fetch(url, request);
  const body: unknown = await response.json();
  if (!response.ok) throw new Error(refusalSchema.safeParse(body).data?.message ?? "The post room refused.");
  return body;
}
