import type { Generated, Selectable } from "kysely";
import type { LetterState } from "@/core/delivery/letterState";
import type { PostStatus } from "@/core/delivery/postEvent";

/** By which way letters leave: to the practice post on this computer, or to a real mail server. */
export type Post = PostStatus["post"];

/** One teacher's part of the server. Everything else belongs to a room by its number. */
interface RoomTable {
  id: Generated<number>;
  name: string;
  /** Names the event log; a browser that knows another one reads this one from its beginning. */
  logId: string;
  /** The number of the newest event, also where that event is not kept any more. */
  lastSeq: Generated<number>;
  isPaused: Generated<number>;
  /** Shown on the pages of families. */
  teacherName: Generated<string>;
  schoolName: Generated<string>;
  /** How far the practice post's clock is ahead, in ms. */
  clockAheadMs: Generated<number>;
  mailSettings: string | null;
  /** How far the mailbox was read. */
  mailboxPlace: string | null;
  /** The families' journal of before there was one log; its numbers are in `formerSeq` of the events. */
  formerLogId: string | null;
}

/** What links of families and codes of addresses are made with, the present one first. */
interface SecretTable {
  room: number;
  place: number;
  secret: string;
}

/** What is known of a round as a whole. */
interface RoundTable {
  key: Generated<number>;
  room: number;
  id: string;
  isPaused: Generated<number>;
  /** Whether it waited for the teacher at some time: then its hour was hers. */
  wasPaused: Generated<number>;
  /** The last change after which it was not rebuilt yet; 0 where it was. */
  outdatedBy: Generated<number>;
  /** The last change after which it was rebuilt. */
  rebuiltAfter: Generated<number>;
}

/**
 * Every letter that was ever taken over, without a word of it. The row is also the letter's newest event: `seq` rises with
 * each state. Moments in ms since the epoch.
 */
interface LetterTable {
  key: Generated<number>;
  room: number;
  id: string;
  round: number;
  /** `staged` letters wait to take the place of others, and are no event yet. */
  state: LetterState | "staged";
  /** None as long as it is staged. */
  seq: number | null;
  /** When it came into its state. */
  at: number;
  /** When it is its turn; none where it waits for no moment: it is final, leaving, staged, or its round waits. */
  dueAt: number | null;
  /** Tells letters of the same id and other content apart: SHA-256, as bytes; of letters of before, as it was written. */
  sha256: Uint8Array | string | null;
  post: Post;
  tries: Generated<number>;
  firstTriedAt: number | null;
  nextAt: number | null;
  serverAnswer: string | null;
  /** Whether a mail server may have it: a try broke off after its text was given over. */
  mayHaveIt: Generated<number>;
  scheduledBy: string | null;
  replacedBy: string | null;
  /** Whom it is about and to. */
  noteId: string | null;
  studentId: string | null;
  recipientId: string | null;
  runAt: number | null;
  assignmentIds: string | null;
  gather: Generated<number>;
}

/** What a letter that has not met its fate needs to leave; it goes in the transaction that settles the letter. */
interface PendingTable {
  letter: number;
  room: number;
  /** The letter as it was handed over, as JSON. */
  body: string;
  leavesAt: number;
  /** How far the log was read where it was made: of an opt-out beyond it nobody there knew. */
  readSeq: number;
  /** Whom a wish must come from to be about it. */
  guardianId: string | null;
  startBy: number | null;
  notAfter: number | null;
  /** How often its reader would have to wish for digests to get it in one instead, as a JSON list. */
  gatheredFor: string | null;
  /** Of a letter to many: for how many it was taken so far, and for whom not, in words (a JSON list). */
  taken: Generated<number>;
  refused: Generated<string>;
  /** Why it was called back while it was leaving: where it was not taken it does not leave any more. */
  calledBack: string | null;
  /** What a mail server said of it when it bounced before it was known that it was taken. */
  bounced: string | null;
  /** Whether it waits for the teacher to look at an answer. */
  isOnHold: Generated<number>;
  /** Whether it had its turn and waited for another day because of the limit: then it is not late. */
  hadTurn: Generated<number>;
}

/** The addresses that a waiting letter goes to, by code: one row for each secret. */
interface RecipientTable {
  letter: number;
  room: number;
  /** Which of its addresses; a letter to many has several. */
  place: number;
  code: string;
}

/** How many letters a mail server took on a day, by the moment at which the day begins. */
interface DayTable {
  room: number;
  day: number;
  accepted: number;
}

/** When letters began to leave in the last minute. */
interface StartTable {
  key: Generated<number>;
  room: number;
  at: number;
}

export type EventKind =
  | "paused"
  | "outdated"
  | "nothing leaves"
  | "reply"
  | "wish"
  | "card answer"
  | "view"
  | "answer taken";

/** What happened beside the moves of letters, numbered together with them. */
interface EventTable {
  room: number;
  seq: number;
  at: number;
  kind: EventKind;
  /** What it is about: a round, a message, a guardian, an answer. */
  subject: string;
  /** The event without its number and moment, as JSON. */
  body: string;
  /** Its number in the families' journal of before. */
  formerSeq: number | null;
}

/** An address at which no letters are wanted, by its code alone. */
interface OptOutTable {
  room: number;
  post: Post;
  code: string;
  at: number;
  by: "the family" | "the teacher";
}

/** The last word of a guardian on each matter. */
interface WishTable {
  room: number;
  guardianId: string;
  matter: "confirmation" | "frequency" | "urgentToo" | "language";
  /** As JSON. */
  word: string;
  seq: number;
  at: number;
  /** Whether the teacher has said since that letters are wanted after all. */
  isLifted: Generated<number>;
}

interface CardTable {
  room: number;
  id: string;
  body: string;
}

/** Addresses, by code, that get no letters until the teacher has looked at an answer. */
interface CardHoldTable {
  room: number;
  answerId: string;
  code: string;
}

interface ViewPageTable {
  room: number;
  id: string;
  body: string;
}

/** An answer to a letter, until the browser has it. */
interface ReplyTable {
  room: number;
  name: string;
  fromName: string;
  fromAddress: string;
  subject: string;
  text: string;
  isUnreadable: number;
}

interface AttachmentTable {
  key: Generated<number>;
  room: number;
  sha256: string;
  bytes: number;
  /** Whether all of its pieces are here. */
  isWhole: number;
}

interface AttachmentPieceTable {
  attachment: number;
  place: number;
  bytes: Uint8Array;
}

/** Which waiting letters need a file. */
interface LetterAttachmentTable {
  letter: number;
  room: number;
  sha256: string;
}

/** A message in a practice mailbox, as it came (RFC 5322). */
interface MessageTable {
  room: number;
  address: string;
  name: string;
  at: number;
  bytes: Uint8Array;
}

/** Practice mailboxes that have asked a sender to come again. */
interface AskedAgainTable {
  room: number;
  address: string;
}

/** What could not be read when data of before was taken over. */
interface SetAsideTable {
  room: number;
  name: string;
  bytes: Uint8Array;
}

/** Every table of the server's database. */
export interface Tables {
  rooms: RoomTable;
  secrets: SecretTable;
  rounds: RoundTable;
  letters: LetterTable;
  pending: PendingTable;
  recipients: RecipientTable;
  days: DayTable;
  starts: StartTable;
  events: EventTable;
  optOuts: OptOutTable;
  wishes: WishTable;
  cards: CardTable;
  cardHolds: CardHoldTable;
  viewPages: ViewPageTable;
  replies: ReplyTable;
  attachments: AttachmentTable;
  attachmentPieces: AttachmentPieceTable;
  letterAttachments: LetterAttachmentTable;
  messages: MessageTable;
  askedAgain: AskedAgainTable;
  setAside: SetAsideTable;
}

export type RoomRow = Selectable<RoomTable>;
export type LetterRow = Selectable<LetterTable>;
export type PendingRow = Selectable<PendingTable>;
