import type * as z from "zod";
import type { HandedLetter } from "@/core/delivery/postRequests";
import type { AddressWord } from "@/core/families/addressWord";
import type { linksRequestSchema, Wish } from "@/core/families/familyEvent";
import { HourlyLimit } from "../edge/hourlyLimit";
import { Problem } from "../edge/problem";
import { guardianOfToken, signedToken } from "../edge/signedToken";
import { addressCodes } from "../store/addressCodes";
import { WAITING } from "../store/letters";
import { addOptOuts, optedOut, removeOptOuts, withdrawLetters, withdrawOptedOut } from "../store/optOuts";
import { type Room, secretsOf } from "../store/room";
import type { Post, Tables } from "../store/tables";
import { isNo, OPTED_OUT } from "./mayLeave";

const WISHES_AN_HOUR = 20;
const TOO_OFTEN = "That was often for one hour. What you said last holds; please try again later.";

export interface FamilyOptions {
  /** By which way letters leave now: an opt-out that is said in practice never meets real letters. */
  readonly post: Post;
  /** Where links of families lead to. */
  readonly origin: string;
  /** Whether families reach pages of this server; else letters say that one writes back to stop them. */
  readonly hasPages: boolean;
  readonly now: () => number;
}

type Matter = Tables["wishes"]["matter"];

/** What guardians say with the links that only they have, and what the teacher says of addresses. It knows people by id alone. */
export class FamilyService {
  private readonly perGuardian: HourlyLimit;

  private constructor(
    readonly room: Room,
    readonly options: FamilyOptions,
    /** What links are signed with, the present one first; links that were signed with those of before still hold. */
    private secrets: readonly string[],
  ) {
    this.perGuardian = new HourlyLimit(WISHES_AN_HOUR, options.now);
  }

  static async open(room: Room, options: FamilyOptions): Promise<FamilyService> {
    return new FamilyService(room, options, await secretsOf(room));
  }

  /** The secrets, the present one first. */
  get linkSecrets(): readonly string[] {
    return this.secrets;
  }

  /** Another computer's secrets were added. */
  async readSecrets(): Promise<void> {
    this.secrets = await secretsOf(this.room);
  }

  /** The codes of an address, the present one first. */
  codesOf(address: string): string[] {
    return addressCodes(address, this.secrets);
  }

  /** A link of its own for each guardian; the sender's names are shown on the pages. */
  async tokens({ guardianIds, teacherName, schoolName }: z.infer<typeof linksRequestSchema>) {
    await this.room.set({ teacherName, schoolName });
    return Object.fromEntries(guardianIds.map((id) => [id, this.token(id)]));
  }

  /** The token of one guardian's own link; in a letter also of the address that it went to. */
  token(guardianId: string, addressCode?: string): string {
    return signedToken(guardianId, this.secrets[0] ?? "", addressCode);
  }

  /** The link in a letter by which its reader stops the letters; none where families reach no page of this server. */
  stopLink({ guardianId, to }: HandedLetter): string | undefined {
    const { hasPages, origin } = this.options;
    if (guardianId === undefined || !hasPages) return undefined;
    return new URL(`/api/family/stop/${this.token(guardianId, this.codesOf(to.address)[0])}`, origin).href;
  }

  /** What the page of a token shows; none for a token that was not made here. */
  async page(token: string) {
    const named = guardianOfToken(token, this.secrets);
    if (named === undefined) return undefined;
    const { teacherName, schoolName } = await this.room.row();
    const last = await wordsOf(this.room, named.guardianId);
    const said = Object.fromEntries([...last].map(([matter, { word }]) => [matter, JSON.parse(word)])) as Wish;
    return { sender: { teacherName, schoolName }, last: said };
  }

  /**
   * Keeps what a guardian wishes, and withdraws what waits where it says that no letters are wanted. What changes nothing writes
   * nothing. However often somebody changes their mind in an hour, an opt-out is always taken; whatever else comes with it is
   * limited. Resolves once it is on disk.
   */
  async wish(token: string, wish: Wish): Promise<void> {
    const named = guardianOfToken(token, this.secrets);
    if (named === undefined) throw new Problem("not allowed", "This link is not one of ours, or it was cut short.");
    const { guardianId, addressCode } = named;
    await this.room.transaction(async (room) => {
      const isNews = await this.sayOfCode(room, addressCode, wish);
      const last = await wordsOf(room, guardianId);
      const fresh = Object.entries(wish).filter(([name, word]) => {
        const before = last.get(name as Matter);
        if (name === "confirmation" && isNews) return true;
        return word !== undefined && (before?.isLifted === 1 || before?.word !== JSON.stringify(word));
      }) as [Matter, unknown][];
      if (fresh.length === 0) return;
      const isOptOut = fresh.some(([name, word]) => name === "confirmation" && isNo(word));
      const isFree = this.perGuardian.take(guardianId);
      if (!isFree && !isOptOut) throw new Problem("too many", TOO_OFTEN);
      await this.note(room, guardianId, isFree ? fresh : fresh.filter(([name]) => name === "confirmation"));
      if (isOptOut) await this.withdrawOf(room, guardianId);
    });
  }

  /** What the teacher says of addresses and people: a call, a reply, a wish taken back on purpose. What waits there is withdrawn. */
  async sayOfAddresses({ addresses, wanted, people = [], read }: AddressWord): Promise<void> {
    const { post, now } = this.options;
    await this.room.transaction(async (room) => {
      if (wanted) {
        if (await saidNoSince(room, people, read)) return;
        await removeOptOuts(
          room,
          addresses.flatMap((address) => this.codesOf(address)),
          post,
        );
        // What they say from now on is a new word, also where it is the same again.
        await liftWishes(room, people);
        return;
      }
      const codes = addresses.flatMap((address) => this.codesOf(address)[0] ?? []);
      const news = await addOptOuts(room, codes, { post, at: now(), by: "the teacher" });
      await withdrawOptedOut(room, news, now(), OPTED_OUT);
    });
  }

  /** Those of some addresses at which no letters are wanted. */
  async closedOf(addresses: readonly string[]): Promise<string[]> {
    const codes = new Map(addresses.map((address) => [address, this.codesOf(address)]));
    const closed = await optedOut(this.room, [...codes.values()].flat(), this.options.post);
    return addresses.filter((address) => codes.get(address)?.some((code) => closed.has(code)));
  }

  /** What is said with the link of a letter holds for the address that the letter went to. Gives whether that is news. */
  private async sayOfCode(room: Room, code: string | undefined, { confirmation }: Wish): Promise<boolean> {
    if (code === undefined || confirmation === undefined) return false;
    const { post, now } = this.options;
    const isClosed = (await optedOut(room, [code], post)).has(code);
    if (isNo(confirmation) === isClosed) return false;
    if (isClosed) await removeOptOuts(room, [code], post);
    else {
      await addOptOuts(room, [code], { post, at: now(), by: "the family" });
      await withdrawOptedOut(room, [code], now(), OPTED_OUT);
    }
    return true;
  }

  private async note(room: Room, guardianId: string, said: readonly [Matter, unknown][]): Promise<void> {
    await noteWish(room, { guardianId, wish: Object.fromEntries(said), at: this.options.now() });
  }

  private async withdrawOf(room: Room, guardianId: string): Promise<void> {
    const theirs = await room.db
      .selectFrom("letters")
      .innerJoin("pending", "pending.letter", "letters.key")
      .selectAll("letters")
      .where("pending.room", "=", room.id)
      .where("pending.guardianId", "=", guardianId)
      .where("letters.state", "in", [...WAITING])
      .execute();
    await withdrawLetters(room, theirs, this.options.now(), OPTED_OUT);
  }
}

/** Writes a wish as an event, and as the guardian's last word on each matter. Within a transaction. */
export async function noteWish(
  room: Room,
  { guardianId, wish, at }: { guardianId: string; wish: Wish; at: number },
): Promise<void> {
  const seq = await room.addEvent({ at, kind: "wish", subject: guardianId, body: { guardianId, wish } });
  await rememberWish(room, { guardianId, wish, at, seq });
}

/** Keeps the last word of a guardian on each matter of a wish whose event is written. */
export async function rememberWish(
  { db, id: room }: Room,
  { guardianId, wish, at, seq }: { guardianId: string; wish: Wish; at: number; seq: number },
): Promise<void> {
  for (const [name, said] of Object.entries(wish)) {
    if (said === undefined) continue;
    const row = { room, guardianId, matter: name as Matter, word: JSON.stringify(said), seq, at, isLifted: 0 };
    await db
      .insertInto("wishes")
      .values(row)
      .onConflict((conflict) => conflict.columns(["room", "guardianId", "matter"]).doUpdateSet(row))
      .execute();
  }
}

/** The last words of a guardian by matter. */
async function wordsOf({ db, id }: Room, guardianId: string) {
  const rows = await db
    .selectFrom("wishes")
    .selectAll()
    .where("room", "=", id)
    .where("guardianId", "=", guardianId)
    .execute();
  return new Map(rows.map((row) => [row.matter, row]));
}

/** Whether one of some people has opted out since the teacher's browser read the log: then she did not know of it. */
async function saidNoSince(room: Room, people: readonly string[], read: AddressWord["read"]): Promise<boolean> {
  if (read === undefined || people.length === 0 || read.journalId !== (await room.row()).logId) return false;
  const words = await room.db
    .selectFrom("wishes")
    .select("word")
    .where("room", "=", room.id)
    .where("matter", "=", "confirmation")
    .where("guardianId", "in", [...people])
    .where("seq", ">", read.seq)
    .execute();
  return words.some(({ word }) => isNo(JSON.parse(word)));
}

async function liftWishes({ db, id }: Room, people: readonly string[]): Promise<void> {
  if (people.length === 0) return;
  await db
    .updateTable("wishes")
    .set({ isLifted: 1 })
    .where("room", "=", id)
    .where("matter", "=", "confirmation")
    .where("guardianId", "in", [...people])
    .execute();
}
