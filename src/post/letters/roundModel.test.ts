import { createHash } from "node:crypto";
import fc from "fast-check";
import { expect, test } from "vitest";
import { isFinal, type LetterState } from "@/core/delivery/letterState";
import type { PostStatus } from "@/core/delivery/postEvent";
import type { HandOver } from "@/core/delivery/postRequests";
import type { CardAnswer } from "@/core/families/cardAnswer";
import { Random } from "@/core/random";
import type { Problem } from "../edge/problem";
import { CardDesk } from "../families/cardDesk";
import { Room } from "../store/room";
import { FaultyDatabase } from "../store/testing/faultyDatabase";
import { eventsOf, handOver, openFamilies, statesOf } from "../testing";
import { PostRoom } from "./postRoom";
import type { Transport } from "./transport";

/** What may happen to a post room, in any order. */
type Step =
  | { kind: "hand over"; round: number; letters: number; later: boolean }
  | { kind: "withdraw" | "pause" | "go on"; round: number }
  /** Somebody wants no more letters, by their own link or by their address; or a card asks for none, until it was looked at. */
  | { kind: "no" | "no at the address" | "card" | "card was looked at"; family: number }
  | { kind: "crash"; afterSends: number }
  | { kind: "time passes"; minutes: number };

const round = fc.integer({ min: 0, max: 2 });
const step: fc.Arbitrary<Step> = fc.oneof(
  fc.record({
    kind: fc.constant("hand over" as const),
    round,
    letters: fc.integer({ min: 1, max: 4 }),
    later: fc.boolean(),
  }),
  fc.record({ kind: fc.constantFrom("withdraw" as const, "pause" as const, "go on" as const), round }),
  fc.record({
    kind: fc.constantFrom("no" as const, "no at the address" as const, "card" as const, "card was looked at" as const),
    family: fc.integer({ min: 0, max: 3 }),
  }),
  fc.record({ kind: fc.constant("crash" as const), afterSends: fc.integer({ min: 0, max: 3 }) }),
  fc.record({ kind: fc.constant("time passes" as const), minutes: fc.integer({ min: 1, max: 200 }) }),
);

const FILE = Buffer.from("tides");
const ENCLOSURE = {
  sha256: createHash("sha256").update(FILE).digest("hex"),
  name: "tides.txt",
  type: "text/plain",
  bytes: FILE.length,
};

type Said = "accepted" | "try again" | "refused" | "trouble";
const MINUTE_MS = 60_000;
const DAY_MINUTES = 1_500;

/**
 * The far end, kept as simple as can be: what it took, how often, and what it will say next. A practice post drops what it
 * has already; a relay takes a letter as often as it comes.
 */
class FarEnd {
  readonly taken = new Map<string, number>();
  /** What came without the file that belongs to it. */
  readonly withoutFile: string[] = [];
  /** What came although no more was wanted, or before somebody had looked. */
  readonly unwanted: string[] = [];
  /** After so many sends nothing is answered any more, as when the server dies. */
  sendsUntilDeath = Number.POSITIVE_INFINITY;

  constructor(
    private readonly post: PostStatus["post"],
    private readonly says: () => Said,
    private readonly mayLeave: (letterId: string) => boolean,
  ) {}

  transport(): Transport {
    return {
      send: async ({ id, enclosures = [] }, enclosed = []) => {
        if (enclosed.length !== enclosures.length || enclosed.some(({ content }) => !FILE.equals(content as Buffer))) {
          this.withoutFile.push(id);
        }
        if (!this.mayLeave(id)) this.unwanted.push(id);
        const kind = this.says();
        if (kind === "accepted" && !(this.post === "practice" && this.taken.has(id))) {
          this.taken.set(id, (this.taken.get(id) ?? 0) + 1);
        }
        this.sendsUntilDeath -= 1;
        if (this.sendsUntilDeath < 0) return new Promise(() => undefined);
        return kind === "trouble" ? { kind, serverAnswer: kind, cause: "too many" } : { kind, serverAnswer: kind };
      },
      close: () => undefined,
    };
  }
}

test.each(["practice", "relay"] as const)(
  "whatever happens in whatever order, with crashes at any step, a %s gets no letter twice and loses none",
  async (post) => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(step, { minLength: 1, maxLength: 14 }),
        fc.array(fc.constantFrom<Said>("accepted", "accepted", "try again", "refused", "trouble"), { minLength: 1 }),
        async (steps, answers) => {
          const database = new FaultyDatabase(new Random(1));
          let sends = 0;
          let clock = new Date(2026, 10, 24, 12).getTime();
          // A server that is in trouble for good would end no test.
          const closed = new Set<string>();
          const saidNo = new Set<string>();
          const onHold = new Set<string>();
          const wanted = (address: string) => !closed.has(address) && !saidNo.has(address) && !onHold.has(address);
          // What was claimed before somebody spoke is on its way, once.
          const onTheirWay = new Set<string>();
          const mayLeave = (id: string) => onTheirWay.delete(id) || wanted(addressOfLetter(id));
          const farEnd = new FarEnd(post, () => answers[sends++ % (answers.length + 1)] ?? "accepted", mayLeave);
          const spoke = async () => {
            for (const [id, state] of Object.entries(await statesOf(room))) if (state === "leaving") onTheirWay.add(id);
          };
          const now = () => clock;
          let here = await Room.open((await database.open()).db);
          const open = async () => {
            // What of the life before still runs finds no database any more.
            here = await Room.open((await database.open()).db);
            return PostRoom.open({ room: here, transport: farEnd.transport(), post, now });
          };
          const families = () => openFamilies({ post, now }, here);
          const cards = async () => new CardDesk(await families(), () => room.lookAgain());
          let room = await open();
          await (await cards()).publish(CARD);
          const handed = new Set<string>();
          const withdrawn = new Set<string>();
          const calledBack = new Set<string>();
          try {
            for (const one of steps) {
              switch (one.kind) {
                case "hand over": {
                  const ids = Array.from({ length: one.letters }, (_, place) => `r${one.round}-l${place}`);
                  const leavesAt = one.later ? clock + 30 * MINUTE_MS : 0;
                  await handOverWithFile(room, handOver(ids, leavesAt, `r${one.round}`));
                  for (const id of ids) handed.add(id);
                  break;
                }
                case "withdraw": {
                  const before = await statesOf(room);
                  calledBack.add(`r${one.round}`);
                  await room.withdraw(`r${one.round}`);
                  for (const [id, state] of Object.entries(await statesOf(room))) {
                    if (state === "withdrawn" && before[id] !== "withdrawn") withdrawn.add(id);
                  }
                  break;
                }
                case "no":
                  await (await families()).wish((await families()).token(`g${one.family}`), {
                    confirmation: "stopped",
                  });
                  await spoke();
                  saidNo.add(addressOf(`g${one.family}`));
                  break;
                case "no at the address": {
                  const addresses = [addressOf(`g${one.family}`)];
                  await (await families()).sayOfAddresses({ addresses, wanted: false });
                  await spoke();
                  closed.add(addressOf(`g${one.family}`));
                  break;
                }
                case "card":
                  await (await cards()).answer(answerOf(one.family));
                  await spoke();
                  onHold.add(addressOf(`g${one.family}`));
                  break;
                case "card was looked at":
                  onHold.delete(addressOf(`g${one.family}`));
                  await (await cards()).settled([`a${one.family}`]);
                  break;
                case "pause":
                case "go on":
                  await room.pause(`r${one.round}`, one.kind === "pause");
                  break;
                case "crash":
                  farEnd.sendsUntilDeath = one.afterSends;
                  await room.close();
                  farEnd.sendsUntilDeath = Number.POSITIVE_INFINITY;
                  room = await open();
                  break;
                case "time passes":
                  clock += one.minutes * MINUTE_MS;
                  await room.close();
                  room = await open();
              }
            }
            onHold.clear();
            await (await cards()).settled([0, 1, 2, 3].map((family) => `a${family}`));
            for (const name of ["r0", "r1", "r2"]) await room.pause(name, false);
            // Until a day has passed every letter that can still move has been tried to the end.
            for (let hour = 0; hour < DAY_MINUTES / 60 && !allFinal(await statesOf(room)); hour += 1) {
              clock += 61 * MINUTE_MS;
              await room.close();
              room = await open();
              await settled(room, clock);
            }
            const states = await statesOf(room);
            expect(new Set(Object.keys(states))).toEqual(handed);
            for (const id of handed) {
              const state = states[id];
              const arrived = farEnd.taken.get(id) ?? 0;
              expect(arrived, `${id} is ${state}`).toBeLessThanOrEqual(1);
              if (state === "accepted") expect(arrived, id).toBe(1);
              // The practice post can be asked by trying again, unless the letter was called back before.
              else if (state === "uncertain")
                expect(post === "relay" || calledBack.has(id.slice(0, 2)) || !wanted(addressOfLetter(id)), id).toBe(
                  true,
                );
              else expect(state === "refused" || state === "withdrawn", `${id} is ${state}`).toBe(true);
              if (withdrawn.has(id)) expect(state).toBe("withdrawn");
            }
            expect(farEnd.withoutFile).toEqual([]);
            expect(farEnd.unwanted).toEqual([]);
            expect(
              (await eventsOf(room)).filter(
                (event) => "serverAnswer" in event && /file/.test(event.serverAnswer ?? ""),
              ),
            ).toEqual([]);
            expect(await here.db.selectFrom("attachments").select("sha256").execute()).toEqual([]);
          } finally {
            await room.close();
          }
        },
      ),
      { numRuns: 40 },
    );
  },
  120_000,
);

const CARD = { id: "card", title: "Who?", greeting: "", questions: [], teacherName: "", schoolName: "" };
const answerOf = (family: number): CardAnswer => ({
  ...{ answerId: `a${family}`, cardId: "card", studentName: "Ana", studentNumber: "" },
  guardians: [{ name: "Ewa", address: addressOf(`g${family}`), relation: "", language: "", frequency: "none" }],
});

/** Each letter of a round goes to a family of its own, the same in all rounds. */
const addressOf = (guardianId: string) => `${guardianId}@harbourmail.example`;
const addressOfLetter = (id: string) => addressOf(`g${id.slice(-1)}`);

/** Every other letter has a file with it, which is handed over first; another letter may have taken it along meanwhile. */
async function handOverWithFile(room: PostRoom, request: HandOver): Promise<void> {
  const letters = request.letters.map((one, place) => {
    const to = { name: "", address: addressOfLetter(one.id) };
    return { ...one, to, guardianId: `g${place}`, ...(place % 2 === 0 && { enclosures: [ENCLOSURE] }) };
  });
  for (;;) {
    await room.keepAttachment(ENCLOSURE.sha256, FILE);
    try {
      await room.handOver({ ...request, letters });
      return;
    } catch (cause) {
      if ((cause as Problem).code !== "not there") throw cause;
    }
  }
}

function allFinal(states: Record<string, LetterState>): boolean {
  return Object.values(states).every(isFinal);
}

/** Waits until nothing moves at this hour: each letter is final, or waits for another. */
async function settled(room: PostRoom, now: number): Promise<void> {
  const waits = async () => {
    if ((await room.status()).trouble) return Object.values(await statesOf(room)).every((state) => state !== "leaving");
    const next = new Map<string, number>();
    for (const event of await eventsOf(room)) if ("letterId" in event) next.set(event.letterId, event.nextAt ?? 0);
    return Object.entries(await statesOf(room)).every(([id, state]) => isFinal(state) || (next.get(id) ?? 0) > now);
  };
  for (;;) {
    const { lastSeq } = await room.room.row();
    if (await waits()) return;
    await room.room.waitBeyond(lastSeq, 2_000);
  }
}
