import { createHash } from "node:crypto";
import { expect, test, vi } from "vitest";
import { isFinal } from "@/core/delivery/letterState";
import { NO_MAIL_SETTINGS } from "@/core/delivery/mailSettings";
import type { PostStatus } from "@/core/delivery/postEvent";
import { isLetterEvent } from "@/core/delivery/postEvent";
import { Random } from "@/core/random";
import { messageIdOf } from "../edge/messageId";
import { CardDesk } from "../families/cardDesk";
import { FamilyService } from "../families/familyService";
import { Inbox } from "../mail/inbox";
import { storedMail, storeMail } from "../mail/storedMail";
import { Room } from "../store/room";
import { FaultyDatabase } from "../store/testing/faultyDatabase";
import { eventsOf, handOver, statesOf } from "../testing";
import type { Outcome } from "./outcomeOf";
import { PostRoom } from "./postRoom";
import type { Transport } from "./transport";

// What is tried again after a while is tried again at once.
vi.mock("node:timers/promises", () => ({ setTimeout: () => new Promise((resolve) => setImmediate(resolve)) }));

/** So many lives of a post room are lived, each with a chance of its own. */
const SESSIONS = Number(process.env.VINE_SESSIONS ?? 60);
const SEED = Number(process.env.VINE_SEED ?? 20261124);
const FILE = Buffer.from("tides");
const SHA256 = createHash("sha256").update(FILE).digest("hex");
const ENCLOSURE = { sha256: SHA256, name: "tides.txt", type: "text/plain", bytes: FILE.length };
const MINUTE_MS = 60_000;
const ROUNDS = ["r0", "r1", "r2"];

const pass = () => new Promise<void>((resolve) => setImmediate(resolve));

/** One post room after the other on one bad disk, before a bad mail server, with what a browser knows of them. */
class Session {
  private readonly disk: FaultyDatabase;
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
    this.disk = new FaultyDatabase(random);
  }

  async live(): Promise<void> {
    await this.begin();
    for (let step = this.random.whole(3, 12); step > 0; step -= 1) {
      if (this.random.chance(0.3)) this.disk.failSoon(this.random.whole(0, 12), this.random.whole(1, 4));
      const dies = this.random.chance(0.45);
      if (dies) this.disk.dieAfter(this.random.whole(1, 120));
      await this.orDeath(this.act().catch(() => undefined));
      if (this.random.chance(0.7)) await this.orDeath(this.quiet());
      if (dies) await this.begin();
      else await this.read();
    }
    await this.toTheEnd();
    await this.check();
    await this.room?.close();
  }

  /** Starts again on what the disk has kept. */
  private async begin(): Promise<void> {
    this.life += 1;
    void this.room?.close();
    const { db } = await this.disk.open();
    for (let turn = 0; turn < 4; turn += 1) await pass();
    this.clock += this.random.whole(0, 90) * MINUTE_MS;
    this.room = await PostRoom.open({
      room: await Room.open(db),
      transport: this.transport(this.life),
      post: this.post,
      now: () => this.clock,
      graceMs: 0,
    });
    await this.read();
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
      for (const [id, state] of Object.entries(await statesOf(room))) if (state === "withdrawn") this.withdrawn.add(id);
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
    await this.room?.keepAttachment(SHA256, FILE);
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
  private async read(): Promise<void> {
    for (const event of this.room ? await eventsOf(this.room) : []) {
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
      const letters = (room ? await eventsOf(room) : []).filter(isLetterEvent);
      const isInTrouble = (await room?.status())?.trouble !== undefined;
      const moves = letters.some(
        ({ state, nextAt = 0 }) => state === "leaving" || (!isFinal(state) && nextAt <= this.clock && !isInTrouble),
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
      const known = Object.keys(await statesOf(this.room as PostRoom)).filter((id) => id.startsWith(round)).length;
      if (known > 0) await this.handOver(round, known, false);
    }
    for (let hour = 0; hour < 30; hour += 1) {
      this.clock += 61 * MINUTE_MS;
      await this.room?.close();
      await this.begin();
      await this.quiet();
      if (Object.values(await statesOf(this.room as PostRoom)).every(isFinal)) break;
    }
  }

  private async check(): Promise<void> {
    const states = await statesOf(this.room as PostRoom);
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
  `through ${SESSIONS} lives on a database that fails and processes that die, before a %s that breaks, no letter is lost, doubled or told wrong`,
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
  SESSIONS * 2_000,
);

test("links, cards, answers of families, replies and mail settings that were acknowledged are there after a crash at any step", async () => {
  for (let seed = SEED; seed < SEED + SESSIONS / 10; seed += 1) {
    const random = new Random(seed);
    const faulty = new FaultyDatabase(random);
    const open = async () => {
      const room = await Room.open((await faulty.open()).db);
      const postRoom = await PostRoom.open({ room, transport: NOBODY, post: "practice", now: () => 1 });
      const families = await FamilyService.open(room, OPTIONS);
      return { room, postRoom, families, cards: new CardDesk(families), inbox: new Inbox(postRoom, () => 1) };
    };
    const before = await open();
    await before.postRoom.handOver(handOver(["a"], 5));
    const ewa = before.families.token("ewa");
    const acknowledged = new Set<string>();
    const steps: [string, () => Promise<unknown>][] = [
      ["names", () => before.families.tokens({ guardianIds: ["ewa"], teacherName: "Ilse", schoolName: "Bay" })],
      ["card", () => before.cards.publish({ ...CARD, id: "c" })],
      ["opt-out", () => before.families.wish(ewa, { confirmation: "stopped" })],
      ["settings", () => storeMail(before.room, { ...NO_MAIL_SETTINGS, dailyLimit: 7 })],
      ["reply", () => before.inbox.take(Buffer.from(`In-Reply-To: ${messageIdOf("a")}\r\n\r\nThank you.\r\n`))],
    ];
    faulty.dieAfter(random.whole(1, 60));
    for (const [name, work] of steps)
      await Promise.race([work().then(() => acknowledged.add(name)), faulty.died]).catch(() => undefined);
    const { room, postRoom, families, cards, inbox } = await open();
    const page = await families.page(ewa);
    const events = await eventsOf(postRoom);
    const reply = events.find((event) => "messageName" in event);
    const isThere = {
      names: page?.sender.teacherName === "Ilse",
      card: (await cards.card("c")) !== undefined,
      "opt-out": page?.last.confirmation === "stopped",
      settings: (await storedMail(room)).dailyLimit === 7,
      reply:
        reply !== undefined && "messageName" in reply && (await inbox.read(reply.messageName)).text === "Thank you.",
    };
    // What was said and what follows from it are there together, or neither is.
    const isNoted = events.some((event) => "kind" in event && event.kind === "wish");
    expect(isThere["opt-out"], `seed ${seed}`).toBe(isNoted);
    for (const [name, there] of Object.entries(isThere))
      if (acknowledged.has(name)) expect([seed, name, there]).toEqual([seed, name, true]);
  }
});

const OPTIONS = { post: "practice" as const, origin: "http://127.0.0.1", hasPages: true, now: () => 1 };
const NOBODY: Transport = { send: () => new Promise(() => undefined), close: () => undefined };
const CARD = { title: "Who?", greeting: "", questions: [], teacherName: "", schoolName: "" };
