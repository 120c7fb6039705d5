import { tidyAttachments } from "../store/attachments";
import { moveLetters, WAITING } from "../store/letters";
import type { Room } from "../store/room";
import type { LetterRow, Post } from "../store/tables";
import { removeStaged } from "./replace";

/** What a start settles that the last end of the post room left half done. `graceMs`: scheduled letters wait so long for their browser's word. */
export function recover(
  room: Room,
  { post, now, graceMs }: { readonly post: Post; readonly now: number; readonly graceMs: number },
): Promise<void> {
  return room.transaction(async (inside) => {
    const open = await inside.db
      .selectFrom("letters")
      .selectAll()
      .where("room", "=", inside.id)
      .where("state", "in", [...WAITING, "leaving", "staged"])
      .orderBy("key")
      .execute();
    await removeStaged(inside, open);
    const isOf = (state: LetterRow["state"], own: boolean) =>
      open.filter((letter) => letter.state === state && (letter.post === post) === own);
    // The practice post drops a Message-ID that it has, so trying again is safe; a relay can't be asked.
    if (post === "practice")
      await moveLetters(inside, isOf("leaving", true), "handed", now, {
        serverAnswer: CRASHED,
        mayHaveIt: 1,
        dueAt: 0,
      });
    else await moveLetters(inside, isOf("leaving", true), "uncertain", now, { serverAnswer: CRASHED, mayHaveIt: 1 });
    // What was handed over for practice must never leave for real, nor the other way round.
    const ofOther = [...isOf("leaving", false), ...WAITING.flatMap((state) => isOf(state, false))];
    const isUnsure = ({ state, mayHaveIt }: LetterRow) => state === "leaving" || mayHaveIt === 1;
    const answer = { serverAnswer: OTHER_POST };
    await moveLetters(inside, ofOther.filter(isUnsure), "uncertain", now, answer);
    await moveLetters(
      inside,
      ofOther.filter((letter) => !isUnsure(letter)),
      "withdrawn",
      now,
      answer,
    );
    await parkWaiting(inside);
    await waitForBrowser(inside, now + graceMs);
    await tidyAttachments(inside);
  });
}

/** What was leaving in a round that waits now waits with it. */
async function parkWaiting({ db, id }: Room): Promise<void> {
  const waiting = db
    .selectFrom("rounds")
    .select("key")
    .where("room", "=", id)
    .where(({ eb, or }) => or([eb("isPaused", "=", 1), eb("outdatedBy", ">", 0)]));
  await db.updateTable("letters").set({ dueAt: null }).where("room", "=", id).where("round", "in", waiting).execute();
}

/** Something may have changed that scheduled letters say while nobody answered here: they wait for their browser's word. */
async function waitForBrowser({ db, id }: Room, until: number): Promise<void> {
  await db
    .updateTable("letters")
    .set({ dueAt: until })
    .where("room", "=", id)
    .where("dueAt", "<", until)
    .where("scheduledBy", "is not", null)
    .execute();
}

const OTHER_POST = "It was handed over while letters left by another way, so it did not leave.";
const CRASHED = "The post room stopped while this letter was leaving.";
