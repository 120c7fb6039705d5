import { createTransport } from "nodemailer";
import type { HandedLetter } from "@/core/delivery/handOver";
import { composeMessage } from "./compose";

/** Letters as whole messages (RFC 5322), as they would leave; nothing is kept and nothing is sent. */
export async function writeMessages({
  letters,
}: {
  letters: readonly HandedLetter[];
}): Promise<{ messages: string[] }> {
  const intoMemory = createTransport({ streamTransport: true, buffer: true });
  const messages: string[] = [];
  for (const letter of letters) {
    const { message } = await intoMemory.sendMail(composeMessage(letter));
    messages.push(message.toString());
  }
  return { messages };
}
