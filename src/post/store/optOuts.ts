import { moveLetters, WAITING } from "./letters";
import type { Room } from "./room";
import type { LetterRow, Post, Tables } from "./tables";

/** Notes opt-outs by code; gives those that are news. */
export async function addOptOuts(
  { db, id: room }: Room,
  codes: readonly string[],
  fact: Pick<Tables["optOuts"], "post" | "at" | "by">,
): Promise<string[]> {
  const news: string[] = [];
  for (const code of new Set(codes)) {
    const made = await db
      .insertInto("optOuts")
      .values({ room, code, ...fact })
      .onConflict((conflict) => conflict.doNothing())
      .returning("code")
      .execute();
    news.push(...made.map((row) => row.code));
  }
  return news;
}

/** Takes opt-outs back: the family said so, or the teacher on purpose. */
export async function removeOptOuts({ db, id }: Room, codes: readonly string[], post: Post): Promise<void> {
  if (codes.length === 0) return;
  await db
    .deleteFrom("optOuts")
    .where("room", "=", id)
    .where("post", "=", post)
    .where("code", "in", [...codes])
    .execute();
}

/** Which of some codes are opted out. */
export async function optedOut({ db, id }: Room, codes: readonly string[], post: Post): Promise<Set<string>> {
  if (codes.length === 0) return new Set();
  const rows = await db
    .selectFrom("optOuts")
    .select("code")
    .where("room", "=", id)
    .where("post", "=", post)
    .where("code", "in", [...codes])
    .execute();
  return new Set(rows.map(({ code }) => code));
}

/** Withdraws some letters, each by whether a mail server may have it already. */
export async function withdrawLetters(
  room: Room,
  letters: readonly LetterRow[],
  at: number,
  why: string | null,
  more: { gather?: number } = {},
): Promise<void> {
  const mayHave = letters.filter(({ mayHaveIt }) => mayHaveIt === 1);
  const others = letters.filter(({ mayHaveIt }) => mayHaveIt === 0);
  await moveLetters(room, mayHave, "uncertain", at, { serverAnswer: CALLED_BACK });
  await moveLetters(room, others, "withdrawn", at, { serverAnswer: why, ...more });
}

const CALLED_BACK = "It was taken back after a try that broke off: nobody can say whether it was taken.";

/** Withdraws waiting letters of which every address is opted out. */
export async function withdrawOptedOut(room: Room, codes: readonly string[], at: number, why: string): Promise<void> {
  if (codes.length === 0) return;
  const { db, id } = room;
  const touched = await db
    .selectFrom("letters")
    .selectAll("letters")
    .where("letters.room", "=", id)
    .where("letters.state", "in", [...WAITING])
    .where(
      "letters.key",
      "in",
      db
        .selectFrom("recipients")
        .select("letter")
        .where("room", "=", id)
        .where("code", "in", [...codes]),
    )
    .execute();
  const closed: LetterRow[] = [];
  for (const letter of touched) {
    const open = await db
      .selectFrom("recipients")
      .leftJoin("optOuts", (join) =>
        join
          .onRef("optOuts.code", "=", "recipients.code")
          .on("optOuts.room", "=", id)
          .on("optOuts.post", "=", letter.post),
      )
      .select(({ fn }) => ["recipients.place", fn.count("optOuts.code").as("optOuts")])
      .where("recipients.letter", "=", letter.key)
      .groupBy("recipients.place")
      .execute();
    if (open.every(({ optOuts }) => Number(optOuts) > 0)) closed.push(letter);
  }
  await withdrawLetters(room, closed, at, why);
}
