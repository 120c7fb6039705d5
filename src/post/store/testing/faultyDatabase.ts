import type { SqliteDatabase, SqliteStatement } from "kysely";
import Libsql from "libsql";
import type { Random } from "@/core/random";
import { type RawDatabase, ServerDatabase } from "../openDatabase";

/** The process that asked is dead: nothing answers it any more. */
class Dead extends Error {}

/**
 * A database in memory whose disk fails and whose process dies, between any two statements, also between the moment a
 * commit is on disk and the moment anybody hears of it. What was committed outlives the process, and nothing else.
 */
export class FaultyDatabase {
  private readonly raw: RawDatabase = new Libsql(":memory:");
  private life = 0;
  private statementsToDeath = Number.POSITIVE_INFINITY;
  private failsAfter = Number.POSITIVE_INFINITY;
  private failures = 0;
  private hasWritten = false;
  private tellDeath: () => void = () => undefined;
  /** Resolves when the process of now dies. */
  died: Promise<void> = Promise.resolve();

  constructor(private readonly random: Random) {}

  /** Begins another life on what was committed; whatever of the one before still runs finds nobody. */
  async open(): Promise<ServerDatabase> {
    this.life += 1;
    this.statementsToDeath = Number.POSITIVE_INFINITY;
    this.failures = 0;
    this.died = new Promise((resolve) => {
      this.tellDeath = resolve;
    });
    if (this.raw.inTransaction) this.raw.exec("rollback");
    const { life } = this;
    return ServerDatabase.over(this.raw, (raw) => this.faulty(raw as unknown as SqliteDatabase, life));
  }

  dieAfter(statements: number): void {
    this.statementsToDeath = statements;
  }

  /** After so many statements that write the disk takes nothing, so many times. */
  failSoon(after: number, times: number): void {
    this.failsAfter = after;
    this.failures = times;
  }

  private faulty(raw: SqliteDatabase, life: number): SqliteDatabase {
    return {
      close: () => undefined,
      prepare: (query) => {
        if (life !== this.life) throw new Dead();
        const statement = raw.prepare(query);
        const guarded = <Asked, Answer>(work: (asked: Asked) => Answer) => {
          return (asked: Asked): Answer => {
            this.before(query, life);
            const answer = work(asked);
            // The commit is on disk, and nobody hears of it.
            if (query === "commit" && this.statementsToDeath <= 0 && this.random.chance(0.5)) this.die();
            return answer;
          };
        };
        return {
          reader: statement.reader,
          all: guarded((asked: readonly unknown[]) => statement.all(asked)),
          run: guarded((asked: readonly unknown[]) => statement.run(asked)),
          iterate: (asked) => statement.iterate(asked),
        } satisfies SqliteStatement;
      },
    };
  }

  private before(query: string, life: number): void {
    if (life !== this.life) throw new Dead();
    this.statementsToDeath -= 1;
    if (this.statementsToDeath < 0) this.die();
    const writes = /^(insert|update|delete)/.test(query);
    if (query === "begin") this.hasWritten = false;
    // To end a transaction that changed nothing takes no disk.
    const takesDisk = writes || (query === "commit" && this.hasWritten);
    this.hasWritten ||= writes;
    if (!takesDisk || this.failures === 0) return;
    this.failsAfter -= 1;
    if (this.failsAfter >= 0) return;
    this.failures -= 1;
    throw Object.assign(new Error("database or disk is full"), { code: "SQLITE_FULL" });
  }

  private die(): never {
    this.tellDeath();
    this.life += 1;
    throw new Dead();
  }
}
