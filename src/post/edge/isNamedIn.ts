import { simpleParser } from "mailparser";

/** Whether a message (RFC 5322) names somebody: in its words, its head, or the names of its files. */
export async function isNamedIn(message: Uint8Array, words: readonly string[]): Promise<boolean> {
  const low = words.map((word) => word.toLowerCase());
  const raw = Buffer.from(message).toString("latin1").toLowerCase();
  const mail = await simpleParser(Buffer.from(message)).catch(() => undefined);
  const head = [...(mail?.headerLines ?? [])].map(({ line }) => line).join("\n");
  const people = JSON.stringify([mail?.from, mail?.to, mail?.cc, mail?.replyTo]);
  const files = (mail?.attachments ?? []).map(({ filename }) => filename).join("\n");
  const text = [raw, mail?.text, mail?.html, mail?.subject, head, people, files].join("\n").toLowerCase();
  return low.some((word) => text.includes(word));
}
