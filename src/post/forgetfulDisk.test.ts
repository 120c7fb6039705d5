import { createHash } from "node:crypto";
import { expect, test, vi } from "vitest";
import * as z from "zod";
import { isFinal } from "@/core/delivery/letterState";
import { NO_MAIL_SETTINGS } from "@/core/delivery/mailSettings";
import type { PostStatus } from "@/core/delivery/postEvent";
import { isLetterEvent } from "@/core/delivery/postEvent";
import { Random } from "@/core/random";
import { Journal } from "./disk/journal";
import { ForgetfulDisk } from "./disk/testing/forgetfulDisk";
import { messageIdOf } from "./edge/messageId";
import { FamilyDesk } from "./familyDesk";
import { Inbox } from "./inbox";
import { keepMail, keptMail } from "./mail/keptMail";
import type { Outcome } from "./outcomeOf";
import { PostRoom } from "./postRoom";
import { handOver, statesOf } from "./testing";
import type { Transport } from "./transport";

const at = vi.hoisted(() => ({ disk: undefined as unknown }));
const disk = () => at.disk as ForgetfulDisk;
vi.mock("node:fs/promises", async (original) => {
  const promises = Object.fromEntries(
    ["open", "readFile", "readdir", "rename", "rm", "mkdir", "stat", "truncate"].map((name) => [
      name,
      (...asked: unknown[]) => (disk().promises as Record<string, (...all: unknown[]) => unknown>)[name]?.(...asked),
    ]),
  );
  return { ...(await original<object>()), ...promises };
});
vi.mock("node:fs", async (original) => ({
  ...(await original<object>()),
  existsSync: (name: string) => disk().sync.existsSync(name),
  rmSync: (name: string) => disk().sync.rmSync(name),
}));
// What is tried again after a while is tried again at once.
vi.mock("node:timers/promises", () => ({ setTimeout: () => new Promise((resolve) => setImmediate(resolve)) }));

/** So many lives of a post room are lived, each with a chance of its own. */
const SESSIONS = Number(process.env.VINE_SESSIONS ?? 2_000);
const SEED = Number(process.env.VINE_SEED ?? 20261124);
const FILE = Buffer.from("tides");
const SHA256 = createHash("sha256").update(FILE).digest("hex");
const ENCLOSURE = { sha256: SHA256, name: "tides.txt", type: "text/plain", bytes: FILE.length };
const MINUTE_MS = 60_000;
const ROUNDS = ["r0", "r1", "r2"];

const pass = () => new Promise<void>((resolve) => setImmediate(resolve));

/** One post room after the other on one bad disk, before a bad mail server, with what a browser knows of them. */
class Session {
  private readonly disk: ForgetfulDisk;
  private clock = new Date(2026, 10, 24, 12).getTime();
  private room: PostRoom | undefined;
  private life = 0;
  /** How often each letter arrived. */
  private readonly arrived = new Map<string, number>();
  private readonly told = new Map<number, string>();
  private readonly acknowledged = new Set<string>();
  private readonly withdrawn = new Set<string>();
  private readonly saidNo = new Set<string>();
  private isBad = true;

  constructor(
    private readonly random: Random,
    private readonly post: PostStatus["post"],
  ) {
    this.disk = new ForgetfulDisk(random);
    at.disk = this.disk;
  }

  async live(): Promise<void> {
    await this.begin();
    for (let step = this.random.whole(3, 12); step > 0; step -= 1) {
      if (this.random.chance(0.3)) this.disk.failSoon(this.random.whole(1, 4), this.random.whole(0, 12));
      const dies = this.random.chance(0.45);
      if (dies) this.disk.dieAfter(this.random.whole(1, 40));
      await this.orDeath(this.act().catch(() => undefined));
      if (this.random.chance(0.7)) await this.orDeath(this.quiet());
      if (dies) await this.begin();
      else this.read();
    }
    await this.toTheEnd();
    this.check();
    await this.room?.close();
  }

  /** Starts anew on what the disk has kept. */
  private async begin(): Promise<void> {
    this.life += 1;
    // Whatever of the life before still runs finds no disk any more.
    this.disk.die();
    void this.room?.close();
    for (let turn = 0; turn < 4; turn += 1) await pass();
    this.disk.restart();
    this.clock += this.random.whole(0, 90) * MINUTE_MS;
    this.room = await PostRoom.open({
      folder: "/disk",
      transport: this.transport(this.life),
      post: this.post,
      now: () => this.clock,
      compactAfter: this.random.whole(0, 20),
    });
    this.read();
  }

  private async orDeath(work: Promise<unknown>): Promise<void> {
    await Promise.race([work, this.disk.died]);
  }

  private async act(): Promise<void> {
    const { random, room } = this;
    if (!room) return;
    const round = random.pick(ROUNDS);
    const kind = random.pick(["hand over", "hand over", "withdraw", "pause", "go on", "time"]);
    if (kind === "hand over") await this.handOver(round, random.whole(1, 4), random.chance(0.2));
    else if (kind === "withdraw") {
      await room.withdraw(round);
      for (const [id, state] of Object.entries(statesOf(room))) if (state === "withdrawn") this.withdrawn.add(id);
    } else if (kind === "time") this.clock += random.whole(-60, 200) * MINUTE_MS;
    else await room.pause(round, kind === "pause");
  }

  /** As a browser does: files first, then the letters; what is acknowledged it never hands over again. */
  private async handOver(round: string, letters: number, later: boolean): Promise<void> {
    const ids = Array.from({ length: letters }, (_, place) => `${round}-l${place}`);
    const request = handOver(ids, later ? this.clock + 30 * MINUTE_MS : 0, round);
    const withFiles = request.letters.map((one, place) =>
      place % 2 === 0 ? { ...one, enclosures: [ENCLOSURE] } : one,
    );
    await this.room?.enclosures.put(SHA256, FILE);
    await this.room?.handOver({ ...request, letters: withFiles });
    for (const id of ids) this.acknowledged.add(id);
  }

  private transport(life: number): Transport {
    return {
      send: async ({ id, enclosures = [] }, enclosed = []) => {
        expect(enclosed.map(({ content }) => content)).toEqual(enclosures.map(() => FILE));
        await pass();
        if (life !== this.life) return new Promise(() => undefined);
        // The practice post knows what it has, and takes it no second time.
        const isKnown = this.post === "practice" && this.arrived.has(id);
        const kind = this.isBad ? this.random.pick(isKnown ? KNOWN_KINDS : KINDS) : "accepted";
        if (kind === "refused" || kind === "try again") this.saidNo.add(id);
        const isTaken = kind === "accepted" || (kind === "unknown" && this.random.chance(0.5));
        if (isTaken && !isKnown) this.arrived.set(id, (this.arrived.get(id) ?? 0) + 1);
        await pass();
        return life === this.life ? outcome(kind) : new Promise(() => undefined);
      },
      close: () => undefined,
    };
  }

  /** What a browser has read stays true. */
  private read(): void {
    for (const event of this.room?.eventsAfter(0) ?? []) {
      // A journal that is written anew says of each letter's end what belongs to it, and the same of its state.
      const words = isLetterEvent(event)
        ? `${event.letterId} ${event.state}`
        : JSON.stringify(Object.entries(event).sort());
      expect(this.told.get(event.seq) ?? words).toBe(words);
      this.told.set(event.seq, words);
    }
  }

  /** Waits until nothing moves at this hour: each letter is final, waits for another, or all are in trouble. */
  private async quiet(): Promise<void> {
    for (let turn = 0; turn < 400; turn += 1) {
      const { room } = this;
      const last = new Map(
        (room?.eventsAfter(0) ?? []).flatMap((event) =>
          isLetterEvent(event) ? [[event.letterId, event] as const] : [],
        ),
      );
      const moves = [...last.values()].some(
        ({ state, nextAt = 0 }) =>
          state === "leaving" || (!isFinal(state) && nextAt <= this.clock && !room?.status().trouble),
      );
      if (!moves && turn > 3) return;
      await pass();
    }
  }

  /** A good disk, a good server, and a browser that hands over what was not acknowledged: all comes to its end. */
  private async toTheEnd(): Promise<void> {
    this.isBad = false;
    await this.begin();
    for (const round of ROUNDS) {
      await this.room?.pause(round, false);
      const known = Object.keys(statesOf(this.room as PostRoom)).filter((id) => id.startsWith(round)).length;
      if (known > 0) await this.handOver(round, known, false);
    }
    for (let hour = 0; hour < 30; hour += 1) {
      this.clock += 61 * MINUTE_MS;
      await this.room?.close();
      await this.begin();
      await this.quiet();
      if (Object.values(statesOf(this.room as PostRoom)).every(isFinal)) break;
    }
  }

  private check(): void {
    const states = statesOf(this.room as PostRoom);
    for (const id of this.acknowledged) expect(states, `${id} is lost`).toHaveProperty(id);
    for (const [id, state] of Object.entries(states)) {
      const arrived = this.arrived.get(id) ?? 0;
      if (state === "accepted") expect([id, arrived]).toEqual([id, 1]);
      else if (state === "uncertain") expect(arrived).toBeLessThanOrEqual(1);
      else expect([id, isFinal(state), state, arrived]).toEqual([id, true, state, 0]);
      // Nothing but the mail server refuses a letter here.
      if (state === "refused") expect(this.saidNo, id).toContain(id);
      if (this.withdrawn.has(id)) expect(state).toBe("withdrawn");
    }
  }
}

const KNOWN_KINDS = ["accepted", "unknown", "trouble"] as const;
const KINDS = ["accepted", "accepted", "try again", "refused", "unknown", "trouble"] as const;

function outcome(kind: (typeof KINDS)[number]): Outcome {
  return kind === "trouble" ? { kind, serverAnswer: kind, cause: "greeting" } : { kind, serverAnswer: kind };
}

test.each(["practice", "relay"] as const)(
  `through ${SESSIONS} lives on a disk that forgets and fails, before a %s that breaks, no letter is lost, doubled or told wrong`,
  async (post) => {
    vi.spyOn(console, "error").mockImplementation(() => undefined);
    for (let place = 0; place < SESSIONS / 2; place += 1) {
      const seed = SEED + place;
      await new Session(new Random(seed), post).live().catch((cause) => {
        throw new Error(`Seed ${seed}: ${(cause as Error).message}`, { cause });
      });
    }
    vi.restoreAllMocks();
  },
  300_000,
);

test("a journal that is written anew on such a disk keeps what was told, and what it could not read", async () => {
  const line = z.object({ seq: z.number(), key: z.string() });
  const broken = "{broken";
  for (let seed = SEED; seed < SEED + SESSIONS / 4; seed += 1) {
    const random = new Random(seed);
    const bad = new ForgetfulDisk(random);
    at.disk = bad;
    const before = Array.from({ length: 300 }, (_, place) => JSON.stringify({ seq: place + 1, key: `k${place % 3}` }));
    const lines = ['{"journalId":"j"}', ...before, broken];
    bad.put("/disk/j", `${lines.join("\n")}\n`);
    const told = new Map([0, 1, 2].map((key) => [`k${key}`, 298 + key]));
    let last = 301;
    for (let life = 0; life < 4; life += 1) {
      const dies = life > 0 || random.chance(0.5);
      if (dies) bad.dieAfter(random.whole(1, 30));
      const living = (async () => {
        const journal = await Journal.open("/disk/j", line, lastOfEach);
        for (let step = 0; step < 6; step += 1) {
          if (random.chance(0.3)) bad.failSoon(random.whole(1, 3), random.whole(0, 4));
          const key = `k${random.whole(0, 2)}`;
          const work = random.chance(0.4) ? journal.compact(lastOfEach) : journal.append([{ key }]);
          await work.catch(() => undefined);
          for (const event of journal.since(0)) {
            told.set(event.key, Math.max(told.get(event.key) ?? 0, event.seq));
            last = Math.max(last, event.seq);
          }
        }
        await journal.close();
      })().catch(() => undefined);
      await Promise.race([living, ...(dies ? [bad.died] : [])]);
      bad.restart();
      const journal = await Journal.open("/disk/j", line, lastOfEach);
      for (const [key, seq] of told)
        expect(
          journal.since(0).some((event) => event.key === key && event.seq >= seq),
          `seed ${seed}: ${key} ${seq}`,
        ).toBe(true);
      await journal.append([{ key: "k0" }]);
      // No number that was told is given again.
      expect(journal.since(0).at(-1)?.seq, `seed ${seed}`).toBeGreaterThan(last);
      last = journal.since(0).at(-1)?.seq ?? last;
      told.set("k0", last);
      const isAside = bad.sync.existsSync("/disk/j.unreadable");
      const isIn = String(await bad.promises.readFile("/disk/j")).includes(broken);
      expect([seed, isAside || isIn]).toEqual([seed, true]);
      await journal.close();
      bad.restart();
    }
  }
}, 300_000);

test("links, cards, answers of families and mail settings that were acknowledged are there after a crash", async () => {
  for (let seed = SEED; seed < SEED + SESSIONS / 10; seed += 1) {
    const bad = new ForgetfulDisk(new Random(seed));
    at.disk = bad;
    const open = async () => {
      const room = await PostRoom.open({ folder: "/disk/post", transport: NOBODY, post: "practice", now: () => 1 });
      return {
        room,
        desk: await FamilyDesk.open("/disk/families", () => 1),
        inbox: await Inbox.open("/disk/inbox", room),
      };
    };
    // Every other time a journal was there before the secret was drawn, and no link was asked for by itself.
    const isOlder = seed % 2 === 0;
    if (isOlder) bad.put("/disk/families/journal.ndjson", '{"journalId":"j"}\n');
    const before = await open();
    await before.room.handOver(handOver(["a"], 5));
    const names = { teacherName: isOlder ? "" : "Ilse", schoolName: isOlder ? "" : "Bay" };
    if (!isOlder) await before.desk.tokens({ guardianIds: ["ewa"], ...names });
    const ewa = before.desk.token("ewa");
    await before.desk.publish({ ...CARD, id: "c" });
    await before.desk.wish(ewa, { confirmation: "stopped" });
    await keepMail("/disk", { ...NO_MAIL_SETTINGS, dailyLimit: 7 });
    await before.inbox.take(Buffer.from(`In-Reply-To: ${messageIdOf("a")}\r\n\r\nThank you.\r\n`));
    bad.die();
    for (let turn = 0; turn < 3; turn += 1) await pass();
    bad.restart();
    const { room, desk, inbox } = await open();
    expect(await desk.page(ewa), `seed ${seed}`).toEqual({
      sender: names,
      last: { confirmation: "stopped" },
    });
    expect(await desk.card("c"), `seed ${seed}`).toBeDefined();
    expect((await keptMail("/disk")).dailyLimit, `seed ${seed}`).toBe(7);
    const reply = room.eventsAfter(0).find((event) => "messageName" in event);
    const name = reply && "messageName" in reply ? reply.messageName : "";
    expect(String(await inbox.read(name)), `seed ${seed}`).toContain("Thank you.");
  }
});

const NOBODY: Transport = { send: () => new Promise(() => undefined), close: () => undefined };
const CARD = { title: "Who?", greeting: "", questions: [], teacherName: "", schoolName: "" };

function lastOfEach<Event extends { key: string }>(events: readonly Event[]): Event[] {
  const last = new Map(events.map((event) => [event.key, event]));
  return events.filter((event) => last.get(event.key) === event);
}
