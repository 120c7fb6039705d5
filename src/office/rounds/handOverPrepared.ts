import {
  type HandOver,
  handOverParts,
  MAX_LETTERS_PER_HANDOVER,
  type Replace,
  replacedSchema,
} from "@/core/delivery/postRequests";
import type { Letter, Round, WholeLetter } from "@/core/delivery/round";
import { STILL_RIGHT_MS } from "@/core/delivery/stillRight";
import { mailId } from "@/core/families/mailId";
import type { Enclosure } from "@/core/model/enclosure";
import { fileBytes, missingFiles } from "@/store/keepFile";
import { logPlace } from "@/store/logPlace";
import { findRound, lettersOfRound, marksOfRound, preparedLetters, wholeLetters } from "@/store/roundRepository";
import { databaseId } from "@/store/runRepository";
import {
  endReplacement,
  findScheduled,
  forgetTakenBack,
  openReplacements,
  replacingIds,
} from "@/store/scheduledRounds";
import { refusePrepared, withdrawPrepared } from "@/store/withdrawPrepared";
import { ask, NobodyAnswers, Refusal } from "../open/ask";
import type { HandingOver } from "./handingOver";
import { sendOutbox } from "./outbox";

/** Handing over and calling back exclude each other, in this tab and in all others. */
const HAND_OVER_LOCK = "vine-note-hand-over";

/**
 * Hands over every letter that waits in the browser. Letters that the post room already has are known to it, so this can be
 * repeated. A letter that it can't take is refused here, with its words; a round that can't go holds up no other. Errors:
 * nobody answers, or why a round could not go.
 */
export function handOverPrepared(office: HandingOver): Promise<void> {
  const { around, database } = office;
  return around.locks.request(HAND_OVER_LOCK, async () => {
    // What was taken back while nobody answered comes before anything else.
    await sendOutbox(office, "take back", "outdated");
    await handOverReplacements(office);
    const byRound = new Map<string, Letter[]>();
    const replacing = await replacingIds(database);
    for (const letter of await preparedLetters(database)) {
      if (replacing.has(letter.id)) continue;
      byRound.set(letter.roundId, [...(byRound.get(letter.roundId) ?? []), letter]);
    }
    const failures: unknown[] = [];
    for (const [roundId, letters] of byRound) {
      const round = await findRound(database, roundId);
      // Its letters are still being made.
      if (!round) continue;
      try {
        await handOverRound(office, round, letters);
      } catch (cause) {
        if (cause instanceof NobodyAnswers) throw cause;
        failures.push(cause);
      }
    }
    if (failures.length > 0) throw failures[0];
  });
}

async function handOverRound(
  office: HandingOver,
  round: Round,
  letters: readonly Letter[],
  staged = false,
): Promise<void> {
  const files = distinctFiles(letters.flatMap(({ enclosures = [] }) => enclosures));
  const gone = new Set((await missingFiles(office.database, files)).map(({ sha256 }) => sha256));
  const there = new Set<string>();
  const goneFrom = ({ enclosures = [] }: Letter) => enclosures.find(({ sha256 }) => gone.has(sha256));
  for (const letter of letters) {
    const file = goneFrom(letter);
    const why = `“${file?.name}”, which goes along with it, is not in this browser any more.`;
    if (file) await refusePrepared(office.database, letter.id, why, office.around.now());
  }
  const whole = letters.filter((letter) => !goneFrom(letter));
  for (let from = 0; from < whole.length; from += MAX_LETTERS_PER_HANDOVER) {
    const some = await wholeLetters(office.database, whole.slice(from, from + MAX_LETTERS_PER_HANDOVER));
    for (const part of handOverParts(some)) await handOverPart(office, round, part, there, staged);
  }
}

/**
 * Goes on with what was begun: new letters go over and wait there, then take the place of the old ones all at once. Both are
 * known to the post room by their ids, so this can be repeated.
 */
async function handOverReplacements(office: HandingOver): Promise<void> {
  const { around, database } = office;
  for (const replacement of await openReplacements(database)) {
    const { id: roundId, change, old, added } = replacement;
    const round = await findRound(database, roundId);
    if (!round) continue;
    const wanted = new Set([...old.flatMap(({ by }) => by ?? []), ...added]);
    const letters = (await preparedLetters(database)).filter(({ id }) => wanted.has(id));
    await handOverRound(office, round, letters, true);
    // What could not be handed over has met its fate here, and takes nobody's place.
    const refused = new Set(
      (await lettersOfRound(database, roundId)).flatMap((one) => (one.state === "refused" ? one.id : [])),
    );
    const laidBy = await databaseId(database, around.newId);
    const body: Replace = {
      ...{ laidBy, roundId, change, added: added.filter((id) => !refused.has(id)) },
      old: old.map(({ id, by }) => (by === undefined || refused.has(by) ? { id } : { id, by })),
    };
    const done = await ask(around, "/api/post/replace", { method: "POST", body: JSON.stringify(body) });
    await endReplacement(database, replacement, replacedSchema.parse(done));
  }
}

/** How a round goes over that is rebuilt until it leaves; nothing of any other. */
async function handedAhead({ around, database }: HandingOver, round: Round): Promise<Partial<HandOver>> {
  const scheduled = await findScheduled(database, round.id);
  const gatheredFor = round.gatheredFor ?? [];
  return {
    ...(gatheredFor.length > 0 && { gatheredFor: [...gatheredFor] }),
    ...(scheduled && { laidBy: await databaseId(database, around.newId) }),
    ...(round.run && !round.run.byWord && { startBy: round.leavesAt + STILL_RIGHT_MS, notAfter: round.notAfter }),
  };
}

/** Refusals that are about what was asked, by HTTP; others come from how the post room is. */
const ABOUT_LETTERS: readonly number[] = [400, 409, 413];
const NOT_THERE = 404;

/** How often files are handed over again that went with another letter meanwhile. */
const MOST_TURNS = 4;

/**
 * A part goes with its files; `there` are those that the post room has. A part that is refused is divided until the letters
 * stand alone that can't be taken; the others go.
 */
async function handOverPart(
  office: HandingOver,
  round: Round,
  part: readonly WholeLetter[],
  there: Set<string>,
  staged: boolean,
  turn = 1,
): Promise<void> {
  const { around, database } = office;
  try {
    await handOverFiles(
      office,
      part.flatMap(({ enclosures = [] }) => enclosures),
      there,
    );
    const { logId, seq, former } = await logPlace(database);
    const families = former ? { journalId: former.logId, seq: former.seq } : { journalId: logId, seq };
    const ahead = await handedAhead(office, round);
    const handed = await handOverOf(office, round, part);
    const body = JSON.stringify({ ...handed, ...ahead, families, staged } satisfies HandOver);
    await ask(around, "/api/post/letters", { method: "POST", body });
  } catch (cause) {
    if (cause instanceof Refusal && cause.status === NOT_THERE && turn < MOST_TURNS) {
      // The letter of somebody else took a file along as the last that needed it, before this one was known.
      for (const { enclosures = [] } of part) for (const { sha256 } of enclosures) there.delete(sha256);
      return handOverPart(office, round, part, there, staged, turn + 1);
    }
    if (!(cause instanceof Refusal && ABOUT_LETTERS.includes(cause.status))) throw cause;
    const [first] = part;
    if (part.length <= 1) return first && refusePrepared(database, first.id, cause.message, around.now());
    const middle = part.length >> 1;
    await handOverPart(office, round, part.slice(0, middle), there, staged);
    await handOverPart(office, round, part.slice(middle), there, staged);
  }
}

async function handOverOf({ database }: HandingOver, round: Round, letters: readonly WholeLetter[]): Promise<HandOver> {
  const { id: roundId, leavesAt, from, replyTo, run, answers } = round;
  const marks = await marksOfRound(database, roundId);
  return {
    roundId,
    leavesAt,
    // A trial, a copy to the teacher and what goes to many at once is about nobody.
    about: Object.fromEntries(
      letters.flatMap(({ id, noteId, studentId, recipient, together }) => {
        if (round.noteKind === undefined || studentId === "" || together) return [];
        const { assignmentIds } = marks[`${studentId}/${recipient.id}`] ?? {};
        const names = { noteId, studentId, recipientId: recipient.id };
        return [[id, { ...names, ...(run && { runAt: run.at }), ...(assignmentIds && { assignmentIds }) }]];
      }),
    ),
    letters: letters.map(({ id, recipient, together, subject, html, text, enclosures }) => ({
      id,
      to: together ? from : { name: recipient.name, address: recipient.address },
      ...(together && { together: [...new Set(together.map(({ address }) => address))] }),
      from,
      ...(replyTo && { replyTo }),
      ...(run && { automatic: true as const }),
      ...(recipient.id === answers?.recipientId && { answers: answers.letterId }),
      ...((recipient.kind === "guardian" || recipient.kind === "student") && { guardianId: mailId(recipient.id) }),
      subject,
      html,
      text,
      ...(enclosures && { enclosures }),
    })),
  };
}

/**
 * Hands over the files that go along with letters, each once, before the letters themselves; `there` are those that were
 * handed over before, and grows. Gives the SHA-256 of those that are not in this browser any more.
 */
export async function handOverFiles(
  { around, database }: HandingOver,
  enclosures: readonly Enclosure[],
  there = new Set<string>(),
): Promise<Set<string>> {
  const gone = new Set<string>();
  const waiting = distinctFiles(enclosures).filter(({ sha256 }) => !there.has(sha256));
  const hand = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const { sha256 } = next;
      const bytes = await fileBytes(database, sha256);
      if (bytes) await ask(around, `/api/post/enclosures/${sha256}`, { method: "PUT", body: bytes });
      (bytes ? there : gone).add(sha256);
    }
  };
  await Promise.all(Array.from({ length: HANDED_AT_ONCE }, hand));
  return gone;
}

/** So many files are on their way to the post room together. */
const HANDED_AT_ONCE = 4;

function distinctFiles(enclosures: readonly Enclosure[]): Enclosure[] {
  return [...new Map(enclosures.map((one) => [one.sha256, one])).values()];
}

/**
 * Calls rounds back: what was not handed over yet stays here, what has not begun to leave stays in the post room. Errors:
 * the post room does not answer; then it is asked first when it does.
 */
export function takeBack(office: HandingOver, ...roundIds: readonly string[]): Promise<void> {
  const { around, database } = office;
  return around.locks.request(HAND_OVER_LOCK, async () => {
    await forgetTakenBack(database, roundIds);
    for (const id of roundIds) await withdrawPrepared(database, id, around.now());
    await sendOutbox(office, "take back");
  });
}

/** Keeps the letters of a round from leaving, or lets them go on. The record follows by the post room's word. */
export async function pauseRound({ around }: HandingOver, roundId: string, paused: boolean): Promise<void> {
  await ask(around, "/api/post/pause", { method: "POST", body: JSON.stringify({ roundId, paused }) });
}
