import type { ParsedMail } from "mailparser";
import { headerField } from "./edge/headerField";
import { letterIdsIn } from "./edge/messageId";

/** What a delivery status notification says of a letter. */
export interface DeliveryStatus {
  readonly letterId: string;
  /** Whether the letter did not arrive; a delay or a success is no failure. */
  readonly failed: boolean;
  /** What the mail server said, in its own words. */
  readonly serverAnswer: string;
}

/**
 * A message read as a delivery status notification (RFC 3464), or none where it is something else or tells of no letter
 * of ours. The letter is known by the Message-ID of the original that is enclosed, whole or its header alone.
 */
export function readDeliveryStatus({ headers, attachments, text }: ParsedMail): DeliveryStatus | undefined {
  const type = headers.get("content-type") as { value?: string; params?: Record<string, string> } | undefined;
  if (type?.value?.toLowerCase() !== "multipart/report") return undefined;
  if (type.params?.["report-type"]?.toLowerCase() !== "delivery-status") return undefined;
  const part = (...types: string[]) =>
    attachments.find(({ contentType }) => types.includes(contentType.toLowerCase()))?.content.toString("utf8") ?? "";
  const status = part("message/delivery-status");
  const original = part("message/rfc822", "text/rfc822-headers", "message/global", "message/global-headers");
  const [letterId] = letterIdsIn(/^message-id:[^\S\n]*(?:\r?\n[^\S\n]+)?(\S+)/im.exec(original)?.[1] ?? text ?? "");
  if (letterId === undefined) return undefined;
  // A group of fields for the message, then one for each recipient (RFC 3464, section 2.1).
  const groups = status.split(/(?:\r?\n){2,}/);
  const field = (name: string) => groups.map((group) => headerField(group, name)).find(Boolean) ?? "";
  const action = field("action").toLowerCase();
  const said = field("diagnostic-code").replace(/^smtp;\s*/i, "");
  const recipient = field("final-recipient").replace(/^[^;]*;\s*/, "");
  const serverAnswer =
    said || `${field("status")} ${reasonIn(text ?? "", recipient)}`.trim() || "It came back without a reason.";
  return { letterId, failed: action === "failed", serverAnswer };
}

/** Servers that give no code say why in words to the reader: in the line after the one that names the mailbox. */
function reasonIn(words: string, recipient: string): string {
  const lines = words.split("\n").map((line) => line.trim());
  const at = recipient ? lines.findIndex((line) => line.includes(recipient)) : -1;
  return at < 0 ? "" : (lines.slice(at + 1).find(Boolean) ?? "");
}
