import { ERASED, type Erased, eraseFrom, isAbout } from "@/core/backup/eraseFrom";
import { copyDatabase } from "./copyDatabase";
import { blockOf, type LetterBlock, lettersIn } from "./letterBlocks";
import { TABLES, type TableName } from "./tables";
import type { VineDatabase } from "./vineDatabase";

/** What was done and begun is not kept: it names whoever it was about. */
const FORGOTTEN: readonly TableName[] = ["changes", "drafts"];

/** Copies a database without somebody: all that names them is gone, and what rounds counted stays as numbers. */
export async function eraseInto(from: VineDatabase, to: VineDatabase, erased: Erased): Promise<void> {
  const rounds = await from.rounds.toArray();
  /** Letters that a brother or sister is in the head of, and that speak of somebody who is erased. */
  const withOthers = new Map(
    rounds.map(({ id, brothersAndSisters = {} }) => [
      id,
      new Set(
        Object.entries(brothersAndSisters).flatMap(([head, others]) =>
          others.some((one) => erased.ids.has(one)) ? [head] : [],
        ),
      ),
    ]),
  );
  const theirs = new Set<string>();
  await from.letters.each(({ id, roundId, studentId, recipient, together = [] }) => {
    const isTheirs =
      erased.ids.has(studentId) ||
      erased.ids.has(recipient.id) ||
      together.some((one) => erased.ids.has(one.studentId) || erased.ids.has(one.recipientId)) ||
      withOthers.get(roundId)?.has(studentId);
    if (isTheirs) theirs.add(id);
  });
  const roundsOfTheirs = new Set((await from.letters.bulkGet([...theirs])).flatMap((letter) => letter?.roundId ?? []));
  await from.letters.each(({ id, roundId, studentId, gathers = [] }) => {
    // A copy to the teacher lists everybody of its round; a digest has the letters that waited for it whole.
    const isCopy = studentId === "" && roundsOfTheirs.has(roundId);
    if (isCopy || gathers.some((one) => theirs.has(one))) theirs.add(id);
  });
  const whole: Erased = { ...erased, ids: new Set([...erased.ids, ...theirs]) };
  await copyDatabase(
    from,
    to,
    (table, record) => {
      if (table === "letters")
        return theirs.has(String(record.id))
          ? withoutPerson(record, erased)
          : (eraseFrom(record, erased) as typeof record);
      if (table === "letterBlocks") {
        const left = lettersIn(record as LetterBlock).filter(({ id }) => !theirs.has(id));
        return blockOf(eraseFrom(left, erased) as typeof left)[0];
      }
      if (table === "replies" && theirs.has(String(record.letterId))) return undefined;
      if (isAbout(record, erased.ids)) return undefined;
      // An answer to a card names them in its own way.
      if (table === "familyAnswers" && speaksOf(record, erased)) return undefined;
      const left = eraseFrom(record, table === "roundWords" ? whole : erased) as Record<string, unknown>;
      // What does not hold any more without them was about them.
      return TABLES[table].schema.safeParse(left).success ? left : undefined;
    },
    FORGOTTEN,
  );
}

function speaksOf(record: unknown, { words }: Erased): boolean {
  const text = JSON.stringify(record).toLowerCase();
  return words.some((word) => text.includes(word.toLowerCase()));
}

/** A letter that counts, and says nothing of whom it was to and about. */
function withoutPerson(record: Record<string, unknown>, erased: Erased): Record<string, unknown> {
  const { together: _together, enclosures: _enclosures, key: _key, made: _made, ...rest } = record;
  const recipient = record.recipient as { kind: string };
  const kept = eraseFrom({ ...rest, studentId: "", recipient: "" }, erased) as Record<string, unknown>;
  return {
    ...kept,
    ...{ studentId: "", studentName: ERASED, reason: "", subject: ERASED, serverAnswer: "" },
    recipient: { kind: recipient.kind, id: "", name: ERASED, address: "" },
  };
}
