import PostalMime from "postal-mime";

/** Whether a message (RFC 5322) names somebody: in its words, its head, or the names of its files. */
export async function isNamedIn(message: Uint8Array, words: readonly string[]): Promise<boolean> {
  const low = words.map((word) => word.toLowerCase());
  const raw = Buffer.from(message).toString("latin1").toLowerCase();
  const mail = await PostalMime.parse(Buffer.from(message)).catch(() => undefined);
  const head = JSON.stringify([mail?.from, mail?.to, mail?.cc, mail?.replyTo, mail?.headers]);
  const files = (mail?.attachments ?? []).map(({ filename }) => filename).join("\n");
  const text = [raw, mail?.text, mail?.html, mail?.subject, head, files].join("\n").toLowerCase();
  return low.some((word) => text.includes(word));
}
