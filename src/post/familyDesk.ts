import { randomBytes } from "node:crypto";
import { existsSync } from "node:fs";
import { mkdir, readdir, readFile } from "node:fs/promises";
import path from "node:path";
import * as z from "zod";
import type { ServerPart } from "@/core/backup/serverPart";
import type { CardAnswer } from "@/core/families/cardAnswer";
import { compactFamilies, newWords } from "@/core/families/compactFamilies";
import {
  type answersTakenSchema,
  type FamilyEvent,
  familyEventSchema,
  type linksRequestSchema,
  type Wish,
} from "@/core/families/familyEvent";
import type { KeptView } from "@/core/marking/viewPage";
import { type PublishedCard, publishedCardSchema } from "@/core/model/contactCard";
import { idSchema } from "@/core/model/id";
import { Journal } from "./disk/journal";
import { PRIVATE_FOLDER, syncFolder, writeWhole } from "./disk/writeWhole";
import { HourlyLimit } from "./edge/hourlyLimit";
import { Problem } from "./edge/problem";
import { guardianOfToken, signedToken } from "./edge/signedToken";

const senderSchema = z.object({ teacherName: z.string(), schoolName: z.string() });
export type Sender = z.infer<typeof senderSchema>;

/** One card is for one teacher's families; more answers than this are somebody playing, and so are more in an hour. */
const MAX_ANSWERS_PER_CARD = 5_000;
const ANSWERS_OF_CARD_AN_HOUR = 1_000;
const CORRECTIONS_AN_HOUR = 20;
const WISHES_AN_HOUR = 20;
const MAX_EVENTS_PER_ANSWER = 500;
const SECRET_BYTES = 32;
const SECRET_FILE = "secret";

/** What was said of letters to a guardian, or to an address by its code. */
export interface FamilyWord {
  readonly guardianId: string | undefined;
  readonly addressCode: string | undefined;
  readonly isNo: boolean;
}

/**
 * What families reach: published cards and the pages of their own. What they say goes into a journal, which the
 * teacher's browser reads. It knows no student and no guardian but by id.
 */
export class FamilyDesk {
  private readonly answersOfCard = new Map<string, Set<string>>();
  private readonly wishes = new Map<string, Wish>();
  private onAnswer: (answer: CardAnswer) => Promise<void> = () => Promise.resolve();
  private onWord: (word: FamilyWord) => Promise<void> = () => Promise.resolve();
  private readonly perCard: HourlyLimit;
  private readonly perAnswer: HourlyLimit;
  private readonly perGuardian: HourlyLimit;

  private constructor(
    private readonly folder: string,
    /** What links are signed with, the present one first; links that were signed with those of before still hold. */
    private secrets: readonly string[],
    private readonly journal: Journal<FamilyEvent>,
    private readonly now: () => number,
  ) {
    this.perCard = new HourlyLimit(ANSWERS_OF_CARD_AN_HOUR, now);
    this.perAnswer = new HourlyLimit(CORRECTIONS_AN_HOUR, now);
    this.perGuardian = new HourlyLimit(WISHES_AN_HOUR, now);
  }

  static async open(folder: string, now: () => number): Promise<FamilyDesk> {
    await mkdir(path.join(folder, "cards"), { recursive: true, mode: PRIVATE_FOLDER });
    const secretFile = path.join(folder, SECRET_FILE);
    if (!existsSync(secretFile)) {
      await writeWhole(secretFile, randomBytes(SECRET_BYTES).toString("base64url"));
      await syncFolder(folder);
    }
    const journal = await Journal.open(path.join(folder, "journal.ndjson"), familyEventSchema, (events) =>
      compactFamilies(events, () => false),
    );
    const secrets = (await readFile(secretFile, "utf8")).split("\n").filter(Boolean);
    const desk = new FamilyDesk(folder, secrets, journal, now);
    for (const event of journal.since(0)) desk.remember(event);
    return desk;
  }

  /** What codes of addresses are made with, the present one first. */
  get codeSecrets(): readonly string[] {
    return this.secrets;
  }

  /** What is held here for the teacher, for a backup. */
  async everything(): Promise<Pick<ServerPart, "secrets" | "sender" | "cards" | "families">> {
    const names = (await readdir(path.join(this.folder, "cards"))).filter((name) => name.endsWith(".json"));
    const cards = await Promise.all(names.map((name) => this.card(name.slice(0, -".json".length))));
    const sender = await this.sender();
    return {
      secrets: [...this.secrets],
      ...(sender && { sender }),
      cards: cards.flatMap((card) => card ?? []),
      families: { journalId: this.journal.id, events: compactFamilies(this.journal.since(0), () => false) },
    };
  }

  /**
   * Adds what another computer held: its links hold here too, its cards can be filled in, and what families said there counts
   * where they said nothing later here. What is here already is not added again.
   */
  async takeIn({ secrets, sender, cards, families }: ServerPart): Promise<void> {
    const added = secrets.filter((secret) => !this.secrets.includes(secret));
    if (added.length > 0) {
      const all = [...this.secrets, ...added];
      await writeWhole(path.join(this.folder, SECRET_FILE), all.join("\n"));
      await syncFolder(this.folder);
      this.secrets = all;
    }
    if (sender && !(await this.sender())) await this.keepSender(sender);
    for (const card of cards) if (!existsSync(this.cardFile(card.id))) await this.publish(card);
    if (families.journalId === this.journal.id) return;
    const fresh = newWords(this.journal.since(0), families.events);
    await this.journal.append(fresh);
    for (const event of fresh) {
      this.remember(event);
      if (event.kind === "card answer") await this.onAnswer(event.answer);
    }
  }

  get journalId(): string {
    return this.journal.id;
  }

  waitBeyond(seq: number, waitMs: number): Promise<void> {
    return this.journal.waitBeyond(seq, waitMs);
  }

  eventsAfter(seq: number): FamilyEvent[] {
    return this.journal.since(seq, MAX_EVENTS_PER_ANSWER);
  }

  /** Puts a card where families can reach it, or brings it up to date. */
  async publish(card: PublishedCard): Promise<void> {
    await writeWhole(this.cardFile(card.id), JSON.stringify(card));
    await syncFolder(path.join(this.folder, "cards"));
  }

  /** A published card, or none. */
  async card(cardId: string): Promise<PublishedCard | undefined> {
    if (!idSchema.safeParse(cardId).success || !existsSync(this.cardFile(cardId))) return undefined;
    return publishedCardSchema.parse(JSON.parse(await readFile(this.cardFile(cardId), "utf8")));
  }

  /** Keeps a family's answer; the same answer id again is a correction. Resolves once it is on disk. */
  async answer(answer: CardAnswer): Promise<void> {
    if (!(await this.card(answer.cardId))) throw new Problem("not there", "This card is not there any more.");
    const known = this.answersOfCard.get(answer.cardId);
    if (known && !known.has(answer.answerId) && known.size >= MAX_ANSWERS_PER_CARD) {
      throw new Problem("too many", "This card has had more answers than it can hold. Please write to the teacher.");
    }
    if (!this.perAnswer.take(answer.answerId) || !this.perCard.take(answer.cardId))
      throw new Problem(
        "too many",
        "That was often for one hour. What was sent before is kept; please try again later.",
      );
    const event = { kind: "card answer", at: this.now(), answer } as const;
    await this.journal.append([event]);
    this.remember(event);
    await this.onAnswer(answer);
  }

  /** Keeps how somebody sees an assignment. Resolves once it is on disk. */
  async view(view: KeptView): Promise<void> {
    await this.journal.append([{ kind: "view", at: this.now(), view }]);
  }

  /** A link of its own for each guardian; the sender's names are shown on the pages. */
  async tokens(request: z.infer<typeof linksRequestSchema>): Promise<Record<string, string>> {
    const { guardianIds, teacherName, schoolName } = request;
    await this.keepSender({ teacherName, schoolName });
    return Object.fromEntries(guardianIds.map((id) => [id, this.token(id)]));
  }

  /** The token of one guardian's own link; in a letter also of the address that it went to. */
  token(guardianId: string, addressCode?: string): string {
    return signedToken(guardianId, this.secrets[0] ?? "", addressCode);
  }

  /** What the page of a token shows; none for a token that was not made here. */
  async page(token: string): Promise<{ sender: Sender; last: Wish } | undefined> {
    const named = guardianOfToken(token, this.secrets);
    if (named === undefined) return undefined;
    const sender = (await this.sender()) ?? { teacherName: "", schoolName: "" };
    return { sender, last: this.wishes.get(named.guardianId) ?? {} };
  }

  /**
   * Keeps what a guardian wishes; the same again changes nothing. Resolves once it is on disk. However often somebody turns
   * round in an hour, a no is always taken.
   */
  async wish(token: string, wish: Wish): Promise<void> {
    const named = guardianOfToken(token, this.secrets);
    if (named === undefined) throw new Problem("not allowed", "This link is not one of ours, or it was cut short.");
    const { guardianId, addressCode } = named;
    const last = this.wishes.get(guardianId) ?? {};
    // What is said of an address holds for it, also where the guardian said so before.
    if (wish.confirmation !== undefined && addressCode !== undefined)
      await this.onWord({ guardianId: undefined, addressCode, isNo: isNo(wish) });
    const fresh = Object.entries(wish).filter(([matter, word]) => word !== last[matter as keyof Wish]);
    if (fresh.length === 0) return;
    if (!this.perGuardian.take(guardianId) && !isNo(wish))
      throw new Problem("too many", "That was often for one hour. What you said last holds; please try again later.");
    const event = { kind: "wish", at: this.now(), guardianId, wish } as const;
    await this.journal.append([event]);
    this.remember(event);
    if (isNo(wish)) await this.onWord({ guardianId, addressCode: undefined, isNo: true });
  }

  /** Whether a guardian's last word on it, beyond a number of the journal, is that no letters are wanted. */
  saidNoAfter(guardianId: string, seq: number): boolean {
    // Asked for each letter that leaves: only for the few who said no is the journal looked through.
    const saysNo = isNo(this.wishes.get(guardianId) ?? {});
    return saysNo && this.journal.since(seq).some((event) => confirms(event, guardianId));
  }

  /** How often a guardian said after a number of the journal that letters are wished for; none where nothing was said. */
  wishedAfter(guardianId: string, seq: number): string | undefined {
    const { frequency } = this.wishes.get(guardianId) ?? {};
    const isSaidAfter = () =>
      this.journal
        .since(seq)
        .some(
          (event) => event.kind === "wish" && event.guardianId === guardianId && event.wish.frequency !== undefined,
        );
    return frequency !== undefined && isSaidAfter() ? frequency : undefined;
  }

  /** `onWord` is told of every guardian, and every address, that letters are wanted at no more, or again. */
  whenSaid(onWord: (word: FamilyWord) => Promise<void>): void {
    this.onWord = onWord;
  }

  /** `onAnswer` is told of every answer before its family is, and of those whose words are still here. */
  async whenAnswered(onAnswer: (answer: CardAnswer) => Promise<void>): Promise<void> {
    this.onAnswer = onAnswer;
    for (const event of this.journal.since(0)) if (event.kind === "card answer") await onAnswer(event.answer);
  }

  /** A browser has these answers, by number, on its disk: their words go here. Resolves once they are gone. */
  async answersTaken({ journalId, seqs }: z.infer<typeof answersTakenSchema>): Promise<void> {
    const taken = new Set(journalId === this.journalId ? seqs : []);
    const isHere = this.journal
      .since(0)
      .some(({ kind, seq }) => (kind === "card answer" || kind === "view") && taken.has(seq));
    if (isHere) await this.journal.compact((events) => compactFamilies(events, (seq) => taken.has(seq)));
  }

  /** Nothing that families sent names somebody any more. That there was an answer still counts. */
  async forget(words: readonly string[]): Promise<void> {
    const low = words.map((word) => word.toLowerCase());
    const isNamed = (event: FamilyEvent) => {
      const text = JSON.stringify(event).toLowerCase();
      return event.kind !== "wish" && low.some((word) => text.includes(word));
    };
    await this.journal.compact((events) => {
      const named = new Set(events.filter(isNamed).map(({ seq }) => seq));
      return compactFamilies(events, (seq) => named.has(seq));
    });
  }

  close(): Promise<void> {
    return this.journal.close();
  }

  private remember(event: FamilyEvent | Parameters<Journal<FamilyEvent>["append"]>[0][number]): void {
    if (event.kind === "view") return;
    if (event.kind === "wish") {
      this.wishes.set(event.guardianId, { ...this.wishes.get(event.guardianId), ...event.wish });
      return;
    }
    const { cardId, answerId } = event.kind === "card answer" ? event.answer : event;
    this.answersOfCard.set(cardId, (this.answersOfCard.get(cardId) ?? new Set()).add(answerId));
  }

  private async sender(): Promise<Sender | undefined> {
    const file = path.join(this.folder, "sender.json");
    return existsSync(file) ? senderSchema.parse(JSON.parse(await readFile(file, "utf8"))) : undefined;
  }

  private async keepSender(sender: Sender): Promise<void> {
    await writeWhole(path.join(this.folder, "sender.json"), JSON.stringify(sender));
    await syncFolder(this.folder);
  }

  private cardFile(cardId: string): string {
    return path.join(this.folder, "cards", `${idSchema.parse(cardId)}.json`);
  }
}

function isNo({ confirmation }: Wish): boolean {
  return confirmation === "declined" || confirmation === "stopped";
}

/** Whether a guardian said in an event whether letters are wanted. */
function confirms(event: FamilyEvent, guardianId: string): boolean {
  return event.kind === "wish" && event.guardianId === guardianId && event.wish.confirmation !== undefined;
}
