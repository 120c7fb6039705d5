import { createTransport } from "nodemailer";
import type { HandedLetter } from "@/core/delivery/postRequests";
import { Problem } from "../edge/problem";
import { attachedFiles } from "../store/attachments";
import type { Room } from "../store/room";
import { composeMessage } from "./composeMessage";
import { isToFamilies } from "./stopLine";

/** Letters as whole messages (RFC 5322), as they would leave; nothing is kept and nothing is sent. */
export async function writeMessages(
  { letters }: { letters: readonly HandedLetter[] },
  room: Room,
): Promise<{ messages: string[] }> {
  const intoMemory = createTransport({ streamTransport: true, buffer: true });
  const messages: string[] = [];
  for (const letter of letters) {
    const enclosed = await attachedFiles(room, letter.enclosures);
    if (!enclosed) throw new Problem("not there", "A file was not handed over before the letter it goes along with.");
    const { message } = await intoMemory.sendMail(
      composeMessage(letter, { enclosed, ...(isToFamilies(letter) && { stop: "write back" as const }) }),
    );
    messages.push(message.toString());
  }
  return { messages };
}
