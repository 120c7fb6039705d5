import { createHash } from "node:crypto";
import { Readable } from "node:stream";
import type { Kysely } from "kysely";
import type { Enclosure } from "@/core/model/enclosure";
import { Problem } from "../edge/problem";
import { ready } from "./ready";
import type { Room } from "./room";
import type { Tables } from "./tables";

/** A file as it goes along with a message. */
export interface EnclosedFile {
  readonly name: string;
  readonly type: string;
  /** A larger one is read by pieces. */
  readonly content: Buffer | Readable;
}

/** Files are kept in pieces of this size, so that no write keeps others waiting for long. */
const PIECE_BYTES = 512_000;

/** Keeps a file, each once however many letters have it. Bytes of another sha256 are refused. Resolves once it is on disk. */
export async function putAttachment(room: Room, sha256: string, bytes: Buffer): Promise<void> {
  if (createHash("sha256").update(bytes).digest("hex") !== sha256)
    throw new Problem("not readable", "The file is not the one that its sha256 names.");
  if (await hasAttachment(room, sha256)) return;
  // A part of it may be left of a time that was cut short, or come from another tab at this moment.
  const key = await room.transaction(async ({ db, id }) => {
    await db
      .deleteFrom("attachmentPieces")
      .where("attachment", "in", keysOf(db, id, [sha256]))
      .execute();
    await db.deleteFrom("attachments").where("room", "=", id).where("sha256", "=", sha256).execute();
    const made = await db
      .insertInto("attachments")
      .values({ room: id, sha256, bytes: bytes.length, isWhole: 0 })
      .returning("key")
      .executeTakeFirstOrThrow();
    return made.key;
  });
  for (let from = 0; from < bytes.length; from += PIECE_BYTES) {
    const piece = bytes.subarray(from, from + PIECE_BYTES);
    await room.db
      .insertInto("attachmentPieces")
      .values({ attachment: key, place: from / PIECE_BYTES, bytes: piece })
      .execute();
  }
  await room.db.updateTable("attachments").set({ isWhole: 1 }).where("key", "=", key).execute();
  // Another tab that began the same file later has taken this one's place.
  if (!(await hasAttachment(room, sha256))) await putAttachment(room, sha256, bytes);
}

interface FileOfRoom {
  readonly room: number;
  readonly sha256: string;
}

const wholeFile = ready((db, { room, sha256 }: FileOfRoom) =>
  db
    .selectFrom("attachments")
    .select(["key", "bytes"])
    .where("room", "=", room)
    .where("sha256", "=", sha256)
    .where("isWhole", "=", 1),
);

async function hasAttachment({ db, id: room }: Room, sha256: string): Promise<boolean> {
  return (await wholeFile(db, { room, sha256 })).length > 0;
}

/** Notes that a letter needs its files. Errors: `not there`, one was not handed over before. */
export async function needAttachments(room: Room, letter: number, files: readonly Enclosure[] = []): Promise<void> {
  for (const { sha256, name } of files) {
    if (!(await hasAttachment(room, sha256)))
      throw new Problem("not there", `“${name}” was not handed over before the letter it goes along with.`);
    await noteNeed(room.db, { letter, room: room.id, sha256 });
  }
}

const noteNeed = ready((db, { letter, room, sha256 }: FileOfRoom & { readonly letter: number }) =>
  db
    .insertInto("letterAttachments")
    .values({ letter, room, sha256 })
    .onConflict((conflict) => conflict.doNothing()),
);

/** The files of a letter; none where one of them is not here. */
export async function attachedFiles(room: Room, files: readonly Enclosure[] = []): Promise<EnclosedFile[] | undefined> {
  const found: EnclosedFile[] = [];
  for (const { sha256, name, type } of files) {
    const [row] = await wholeFile(room.db, { room: room.id, sha256 });
    if (!row) return undefined;
    const isInPieces = row.bytes > PIECE_BYTES;
    const content = isInPieces
      ? Readable.from(piecesOf(room.db, row.key, Math.ceil(row.bytes / PIECE_BYTES)))
      : await pieceOf(room.db, row.key, 0);
    found.push({ name, type, content });
  }
  return found;
}

async function* piecesOf(db: Kysely<Tables>, attachment: number, count: number): AsyncGenerator<Buffer> {
  for (let place = 0; place < count; place += 1) yield pieceOf(db, attachment, place);
}

async function pieceOf(db: Kysely<Tables>, attachment: number, place: number): Promise<Buffer> {
  const [piece] = await onePiece(db, { attachment, place });
  if (!piece) throw new Error("A part of a file is not there.");
  const { buffer, byteOffset, byteLength } = piece.bytes;
  return Buffer.from(buffer, byteOffset, byteLength);
}

const onePiece = ready((db, { attachment, place }: { readonly attachment: number; readonly place: number }) =>
  db.selectFrom("attachmentPieces").select("bytes").where("attachment", "=", attachment).where("place", "=", place),
);

/** Takes out those of some files that no letter needs. */
export async function removeUnneeded(db: Kysely<Tables>, room: number, sha256s: readonly string[]): Promise<void> {
  for (const sha256 of new Set(sha256s)) {
    const gone = await unneeded(db, { room, sha256 });
    await remove(
      db,
      gone.map(({ key }) => key),
    );
  }
}

const unneeded = ready((db, { room, sha256 }: FileOfRoom) =>
  db
    .selectFrom("attachments")
    .select("key")
    .where("room", "=", room)
    .where("sha256", "=", sha256)
    .where(({ not, exists, selectFrom }) =>
      not(
        exists(
          selectFrom("letterAttachments")
            .select("letter")
            .where("letterAttachments.room", "=", room)
            .where("letterAttachments.sha256", "=", sha256),
        ),
      ),
    ),
);

/** Takes out what no letter needs, such as what a crash left. */
export async function tidyAttachments({ db, id }: Room): Promise<void> {
  const all = await db.selectFrom("attachments").select("sha256").where("room", "=", id).execute();
  await removeUnneeded(
    db,
    id,
    all.map(({ sha256 }) => sha256),
  );
}

async function remove(db: Kysely<Tables>, keys: readonly number[]): Promise<void> {
  if (keys.length === 0) return;
  await db.deleteFrom("attachmentPieces").where("attachment", "in", keys).execute();
  await db.deleteFrom("attachments").where("key", "in", keys).execute();
}

function keysOf(db: Kysely<Tables>, room: number, sha256s: readonly string[]) {
  return db
    .selectFrom("attachments")
    .select("key")
    .where("room", "=", room)
    .where("sha256", "in", [...sha256s]);
}
