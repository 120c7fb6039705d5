import { randomBytes, randomUUID } from "node:crypto";
import type { Kysely } from "kysely";
import { ready } from "./ready";
import type { EventKind, RoomRow, Tables } from "./tables";

const SECRET_BYTES = 32;

/** The room of a teacher on her own computer. */
const HOME = "home";

/**
 * One teacher's part of the database: the only way to it. Within a transaction there is a room of its own, which asks in
 * that transaction; a transaction waits for nothing but its own queries.
 */
export class Room {
  private constructor(
    readonly db: Kysely<Tables>,
    readonly id: number,
    private readonly readers: Readers,
    private readonly transactionNow: { lastSeq: number } | undefined,
  ) {}

  /** Opens the room of a name, made where there is none. */
  static async open(db: Kysely<Tables>, name: string = HOME): Promise<Room> {
    const row = await db.transaction().execute(async (inside) => {
      const known = await inside.selectFrom("rooms").selectAll().where("name", "=", name).executeTakeFirst();
      if (known) return known;
      const made = await inside
        .insertInto("rooms")
        .values({ name, logId: randomUUID() })
        .returningAll()
        .executeTakeFirstOrThrow();
      const secret = randomBytes(SECRET_BYTES).toString("base64url");
      await inside.insertInto("secrets").values({ room: made.id, place: 0, secret }).execute();
      return made;
    });
    return new Room(db, row.id, new Readers(row.lastSeq), undefined);
  }

  /** All of it or nothing; within a transaction it is part of that one. Whoever waits for news is told once it is on disk. */
  async transaction<Value>(work: (room: Room) => Promise<Value>): Promise<Value> {
    if (this.transactionNow) return work(this);
    const now = { lastSeq: 0 };
    const value = await this.db.transaction().execute((inside) => work(new Room(inside, this.id, this.readers, now)));
    if (now.lastSeq > 0) this.readers.hear(now.lastSeq);
    return value;
  }

  /** What is kept of the room itself. */
  async row(): Promise<RoomRow> {
    const [row] = await rowOf(this.db, { id: this.id });
    if (!row) throw new Error("The room is not in the database any more.");
    return row;
  }

  /** Changes what is kept of the room itself. */
  async set(change: Partial<Omit<RoomRow, "id" | "name">>): Promise<void> {
    await this.db.updateTable("rooms").set(change).where("id", "=", this.id).execute();
  }

  /** Takes numbers for so many events; gives the last of them. Within a transaction, so that none is seen before its event. */
  async takeNumbers(count: number): Promise<number> {
    if (!this.transactionNow) throw new Error("Events are numbered within a transaction.");
    const [{ lastSeq } = { lastSeq: 0 }] = await countOn(this.db, { id: this.id, count });
    this.transactionNow.lastSeq = lastSeq;
    return lastSeq;
  }

  /** Writes an event that is about no single letter; `replaces` lets go of earlier ones about the same thing. Gives its number. */
  async addEvent(
    { at, kind, subject, body }: { at: number; kind: EventKind; subject: string; body: object },
    replaces = false,
  ): Promise<number> {
    if (replaces)
      await this.db
        .deleteFrom("events")
        .where("room", "=", this.id)
        .where("kind", "=", kind)
        .where("subject", "=", subject)
        .execute();
    const seq = await this.takeNumbers(1);
    await this.db
      .insertInto("events")
      .values({ room: this.id, seq, at, kind, subject, body: JSON.stringify(body), formerSeq: null })
      .execute();
    return seq;
  }

  /** Lets whoever waits for something new look again. */
  wakeReaders(): void {
    this.readers.wake();
  }

  /** Resolves when there is an event numbered above `seq`, or when somebody wakes the readers, or after `ms`. */
  async waitBeyond(seq: number, ms: number): Promise<void> {
    await this.readers.waitBeyond(seq, ms);
  }
}

const rowOf = ready((db, { id }: Pick<RoomRow, "id">) => db.selectFrom("rooms").selectAll().where("id", "=", id));

const countOn = ready((db, { id, count }: Pick<RoomRow, "id"> & { readonly count: number }) =>
  db
    .updateTable("rooms")
    .set(({ eb }) => ({ lastSeq: eb("lastSeq", "+", count) }))
    .where("id", "=", id)
    .returning("lastSeq"),
);

/** Whoever waits for something new, and the number of the newest event that is on disk. */
class Readers {
  private readonly waiting = new Set<() => void>();

  constructor(private lastSeq: number) {}

  waitBeyond(seq: number, ms: number): Promise<void> {
    if (this.lastSeq > seq) return Promise.resolve();
    return new Promise((resolve) => {
      const end = () => {
        clearTimeout(timer);
        this.waiting.delete(end);
        resolve();
      };
      const timer = setTimeout(end, ms);
      this.waiting.add(end);
    });
  }

  hear(lastSeq: number): void {
    this.lastSeq = lastSeq;
    this.wake();
  }

  wake(): void {
    for (const end of [...this.waiting]) end();
  }
}

/** The secrets of a room, the present one first. */
export async function secretsOf({ db, id }: Room): Promise<string[]> {
  const rows = await db.selectFrom("secrets").select("secret").where("room", "=", id).orderBy("place").execute();
  return rows.map(({ secret }) => secret);
}
