import type { SendMailOptions } from "nodemailer";
import type { HandedLetter } from "@/core/delivery/handOver";
import type { EnclosedFile } from "./disk/enclosures";
import { messageIdOf } from "./edge/messageId";

/**
 * One letter as a message: plain text and HTML side by side, one recipient. A link that stops the letters goes in its
 * head (RFC 2369), and a mail program may follow it by itself when its reader says so (RFC 8058).
 */
export function composeMessage(
  letter: HandedLetter,
  { stopLink, enclosed = [] }: { stopLink?: string | undefined; enclosed?: readonly EnclosedFile[] } = {},
): SendMailOptions {
  return {
    messageId: messageIdOf(letter.id),
    from: letter.from,
    replyTo: letter.replyTo ?? letter.from,
    // A group without members (RFC 5322): nobody's address is in the message.
    to: letter.together ? "undisclosed-recipients:;" : letter.to,
    envelope: { from: letter.from.address, to: letter.together ?? letter.to.address },
    subject: letter.subject,
    text: letter.text,
    html: letter.html,
    textEncoding: "base64",
    attachments: enclosed.map(({ name, type, content }) => ({ filename: name, contentType: type, content })),
    ...(stopLink && {
      list: { unsubscribe: stopLink },
      headers: { "List-Unsubscribe-Post": "List-Unsubscribe=One-Click" },
    }),
    // Pictures travel as parts of the message, since mail programs show no others.
    attachDataUrls: true,
    disableFileAccess: true,
    disableUrlAccess: true,
  };
}
