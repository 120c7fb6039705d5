import type { KnownLetter } from "@/core/backup/serverPart";
import { isFinal, type LetterState, mayWithdraw } from "@/core/delivery/letterState";
import { aboutColumns, aboutOf, findLetters, sha256Column, sha256Text } from "../store/letters";
import type { Room } from "../store/room";
import { roundOf } from "../store/rounds";
import type { Post } from "../store/tables";

/** So many letters are one page of a backup. */
const LETTERS_PER_PAGE = 5_000;

/** Letters that are known here, without a word of them: those after a place, and where the next page begins, if there is one. */
export async function knownLetters(
  { db, id }: Room,
  after: number,
): Promise<{ letters: KnownLetter[]; next: number | undefined }> {
  const rows = await db
    .selectFrom("letters")
    .innerJoin("rounds", "rounds.key", "letters.round")
    .selectAll("letters")
    .select("rounds.id as roundId")
    .where("letters.room", "=", id)
    .where("letters.state", "!=", "staged")
    .where("letters.key", ">", after)
    .orderBy("letters.key")
    .limit(LETTERS_PER_PAGE)
    .execute();
  const letters = rows.map((row): KnownLetter => {
    const about = aboutOf(row);
    return {
      ...{
        id: row.id,
        roundId: row.roundId,
        state: row.state as LetterState,
        at: row.at,
        sha256: sha256Text(row.sha256),
      },
      ...(row.scheduledBy !== null && { isScheduled: true as const }),
      ...(about && { about }),
    };
  });
  return { letters, next: rows.length < LETTERS_PER_PAGE ? undefined : rows.at(-1)?.key };
}

/**
 * Knows letters of another computer from now on: none of them leaves here, and answers find them. What had not met its fate
 * there is not certain here; what was only scheduled there is scheduled again by whoever does so from now on.
 */
export function takeInKnown(room: Room, letters: readonly KnownLetter[], post: Post): Promise<void> {
  return room.transaction(async (inside) => {
    const here = await findLetters(
      inside,
      letters.map(({ id }) => id),
    );
    const fresh = letters.filter(({ id }) => !here.has(id));
    if (fresh.length === 0) return;
    let seq = (await inside.takeNumbers(fresh.length)) - fresh.length;
    for (const { id, roundId, state, at, sha256, about, isScheduled } of fresh) {
      seq += 1;
      const round = await roundOf(inside, roundId);
      const { state: known, answer } = fateHere(state, isScheduled === true);
      await inside.db
        .insertInto("letters")
        .values({
          ...{
            room: inside.id,
            id,
            round: round.key,
            state: known,
            seq,
            at,
            dueAt: null,
            sha256: sha256Column(sha256),
          },
          ...{ post, serverAnswer: answer, ...aboutColumns(about) },
        })
        .execute();
    }
  });
}

function fateHere(state: LetterState, isScheduled: boolean): { state: LetterState; answer: string | null } {
  if (isFinal(state)) return { state, answer: null };
  if (isScheduled && mayWithdraw(state)) return { state: "withdrawn", answer: null };
  return { state: "uncertain", answer: ELSEWHERE };
}

const ELSEWHERE =
  "It waited on another computer when the backup was made: whether it left is to be seen there, or with its reader.";
