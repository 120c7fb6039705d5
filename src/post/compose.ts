import type { SendMailOptions } from "nodemailer";
import type { HandedLetter } from "@/core/delivery/handOver";

/** The Message-ID comes from the letter's id, so that one letter is one message however often it is tried. */
export function messageIdOf(letterId: string): string {
  return `<${letterId}@letters.vine-note.invalid>`;
}

/** One letter as a message: plain text and HTML side by side, one recipient. */
export function composeMessage(letter: HandedLetter): SendMailOptions {
  return {
    messageId: messageIdOf(letter.id),
    from: letter.from,
    replyTo: letter.from,
    to: letter.to,
    envelope: { from: letter.from.address, to: letter.to.address },
    subject: letter.subject,
    text: letter.text,
    html: letter.html,
    textEncoding: "base64",
    disableFileAccess: true,
    disableUrlAccess: true,
  };
}
