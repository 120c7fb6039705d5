import { shortAnswer } from "../edge/caps";
import { headerField } from "../edge/headerField";
import { letterIdsIn } from "../edge/messageId";
import type { ReadMessage } from "./readMessage";

/** What a delivery status notification says of a letter. */
export interface DeliveryStatus {
  readonly letterId: string;
  /** Whether the letter did not arrive; a delay or a success is no failure. */
  readonly failed: boolean;
  /** What the mail server said, in its own words, as much of them as is read. */
  readonly serverAnswer: string;
}

/** So much of a part is looked at, in UTF-16 units. */
const MAX_PART_CHARACTERS = 100_000;

/**
 * A message read as a delivery status notification (RFC 3464), or none where it is something else or tells of no letter
 * of ours. The letter is known by the Message-ID of the original that is enclosed, whole or its header alone.
 */
export function readDeliveryStatus({ email, field: inHead }: ReadMessage): DeliveryStatus | undefined {
  const type = inHead("content-type").toLowerCase();
  if (!email || !type.startsWith("multipart/report") || !/report-type="?delivery-status\b/.test(type)) return undefined;
  const part = (...types: string[]) => {
    const found = email.attachments.find(({ mimeType }) => types.includes(mimeType.toLowerCase()))?.content ?? "";
    return (typeof found === "string" ? found : new TextDecoder().decode(found)).slice(0, MAX_PART_CHARACTERS);
  };
  const status = part("message/delivery-status");
  const original = part("message/rfc822", "text/rfc822-headers", "message/global", "message/global-headers");
  const text = (email.text ?? "").slice(0, MAX_PART_CHARACTERS);
  const [letterId] = letterIdsIn(headerField(original.split(/\r?\n\r?\n/, 1)[0] ?? "", "message-id") || text);
  if (letterId === undefined) return undefined;
  // A group of fields for the message, then one for each recipient (RFC 3464, section 2.1).
  const groups = status.split(/(?:\r?\n){2,}/);
  const field = (name: string) => shortAnswer(groups.map((group) => headerField(group, name)).find(Boolean) ?? "");
  const said = field("diagnostic-code").replace(/^smtp;\s*/i, "");
  const recipient = field("final-recipient").replace(/^[^;]*;\s*/, "");
  const serverAnswer =
    said || `${field("status")} ${reasonIn(text, recipient)}`.trim() || "It bounced without a reason.";
  return { letterId, failed: field("action").toLowerCase() === "failed", serverAnswer: shortAnswer(serverAnswer) };
}

/** Servers that give no code say why in words to the reader: in the line after the one that names the mailbox. */
function reasonIn(words: string, recipient: string): string {
  const lines = words.split("\n").map((line) => line.trim());
  const at = recipient ? lines.findIndex((line) => line.includes(recipient)) : -1;
  return at < 0 ? "" : (lines.slice(at + 1).find(Boolean) ?? "");
}
