import PostalMime, { type Email } from "postal-mime";
import { MAX_ADDRESS_CHARACTERS } from "../edge/caps";
import { headerField } from "../edge/headerField";
import { letterIdsIn } from "../edge/messageId";

/** The largest message that is looked at, in bytes; nobody answers a letter with more. */
export const MAX_MESSAGE_BYTES = 5_000_000;
/** A message that nests deeper, or has more parts, is kept as one that can't be read. */
const MAX_MIME_DEPTH = 20;
const MAX_MIME_PARTS = 100;
/** The parser works line by line; five megabytes of a file are 65,000 lines, of empty ones millions. */
const MAX_LINES = 70_000;
/** Lines that begin as the end of a part does; a part has one, and few words do. */
const MAX_BOUNDARY_LINES = 2_000;
const MAX_HEAD_BYTES = 100_000;
/** What is kept of the words of an answer, in UTF-16 units. */
const MAX_TEXT_CHARACTERS = 100_000;
const MAX_LINE_CHARACTERS = 900;

/** A message from outside, as far as it can be read. */
export interface ReadMessage {
  /** None where only its head can be read. */
  readonly email: Email | undefined;
  /** The value of a field of its head (RFC 5322). */
  field(name: string): string;
}

/** Reads a message within the limits for what comes from outside. Never throws. */
export async function readMessage(message: Uint8Array): Promise<ReadMessage> {
  const head = headOf(message);
  const field = (name: string) => {
    try {
      return headerField(head, name);
    } catch {
      return "";
    }
  };
  if (hasManyLines(message)) return { email: undefined, field };
  try {
    const email = await PostalMime.parse(Buffer.from(message), {
      maxNestingDepth: MAX_MIME_DEPTH,
      maxHeadersSize: MAX_HEAD_BYTES,
      forceRfc822Attachments: true,
    });
    return { email: email.attachments.length > MAX_MIME_PARTS ? undefined : email, field };
  } catch {
    return { email: undefined, field };
  }
}

function hasManyLines(message: Uint8Array): boolean {
  let [lines, boundaries] = [0, 0];
  for (let at = message.indexOf(LINE_FEED); at >= 0; at = message.indexOf(LINE_FEED, at + 1)) {
    lines += 1;
    if (message[at + 1] === HYPHEN && message[at + 2] === HYPHEN) boundaries += 1;
    if (lines > MAX_LINES || boundaries > MAX_BOUNDARY_LINES) return true;
  }
  return false;
}

const LINE_FEED = 0x0a;
const HYPHEN = 0x2d;

/** The head of a message, cut where none is so long. */
function headOf(message: Uint8Array): string {
  const start = Buffer.from(message.subarray(0, MAX_HEAD_BYTES)).toString("latin1");
  const end = /\r?\n\r?\n/.exec(start)?.index;
  return start.slice(0, end);
}

/** An answer to a letter, in the words that are kept of it. */
export interface Answer {
  readonly letterId: string;
  readonly isAutomatic: boolean;
  readonly fromName: string;
  readonly fromAddress: string;
  readonly subject: string;
  readonly text: string;
  /** Whether only its head could be read. */
  readonly isUnreadable: boolean;
}

/** A message read as an answer to a letter of ours; none where it answers none. The last letter that it names counts (RFC 5322). */
export function answerIn({ email, field }: ReadMessage): Answer | undefined {
  const letterId = letterIdsIn(`${field("references")} ${field("in-reply-to")}`).at(-1);
  if (letterId === undefined) return undefined;
  const text = (email?.text ?? "").trim().slice(0, MAX_TEXT_CHARACTERS);
  return {
    letterId,
    isAutomatic: isAutomatic(field),
    fromName: (email?.from?.name ?? "").slice(0, MAX_LINE_CHARACTERS),
    fromAddress: (email?.from?.address ?? "").slice(0, MAX_ADDRESS_CHARACTERS),
    subject: (email?.subject ?? field("subject")).slice(0, MAX_LINE_CHARACTERS),
    text: email ? text : "",
    isUnreadable: email === undefined,
  };
}

/** Whether a machine answered (RFC 3834); some say so only by older words of their own. */
function isAutomatic(field: ReadMessage["field"]): boolean {
  const submitted = (field("auto-submitted") || "no").toLowerCase();
  const isBulk = ["auto_reply", "bulk", "junk"].includes(field("precedence").toLowerCase());
  return !submitted.startsWith("no") || isBulk || field("x-autoreply") !== "";
}
