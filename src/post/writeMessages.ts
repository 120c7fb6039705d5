import { createTransport } from "nodemailer";
import type { HandedLetter } from "@/core/delivery/handOver";
import { composeMessage } from "./composeMessage";
import type { Enclosures } from "./disk/enclosures";
import { isToFamilies } from "./stopLine";

/** Letters as whole messages (RFC 5322), as they would leave; nothing is kept and nothing is sent. */
export async function writeMessages(
  { letters }: { letters: readonly HandedLetter[] },
  enclosures: Enclosures,
): Promise<{ messages: string[] }> {
  const intoMemory = createTransport({ streamTransport: true, buffer: true });
  const messages: string[] = [];
  for (const letter of letters) {
    const enclosed = await enclosures.filesOf(letter.enclosures);
    const { message } = await intoMemory.sendMail(
      composeMessage(letter, { enclosed, ...(isToFamilies(letter) && { stop: "write back" as const }) }),
    );
    messages.push(message.toString());
  }
  return { messages };
}
