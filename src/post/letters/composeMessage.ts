import type { SendMailOptions } from "nodemailer";
import type { HandedLetter } from "@/core/delivery/postRequests";
import { messageIdOf } from "../edge/messageId";
import type { EnclosedFile } from "../store/attachments";
import { type StopWay, withStopLine } from "./stopLine";

/**
 * One letter as a message: plain text and HTML side by side, one recipient. How to stop the letters stands in a line at its
 * end; a link for it goes in its head as well (RFC 2369), and a mail program may follow it by itself when its reader says so
 * (RFC 8058).
 */
export function composeMessage(
  letter: HandedLetter,
  { stop, enclosed = [] }: { stop?: StopWay | undefined; enclosed?: readonly EnclosedFile[] } = {},
): SendMailOptions {
  const { html, text } = stop ? withStopLine(letter, stop) : letter;
  return {
    messageId: messageIdOf(letter.id),
    from: letter.from,
    replyTo: letter.replyTo ?? letter.from,
    // A group without members (RFC 5322): nobody's address is in the message.
    to: letter.together ? "undisclosed-recipients:;" : letter.to,
    envelope: { from: letter.from.address, to: letter.together ?? letter.to.address },
    ...(letter.answers && { inReplyTo: messageIdOf(letter.answers), references: messageIdOf(letter.answers) }),
    subject: letter.subject,
    text,
    html,
    textEncoding: "base64",
    attachments: enclosed.map(({ name, type, content }) => ({ filename: name, contentType: type, content })),
    ...(typeof stop === "object" && { list: { unsubscribe: stop.link } }),
    headers: {
      ...(typeof stop === "object" && { "List-Unsubscribe-Post": "List-Unsubscribe=One-Click" }),
      // No machine answers what sends itself (RFC 3834).
      ...(letter.automatic && { "Auto-Submitted": "auto-generated" }),
    },
    // Pictures travel as parts of the message, since mail programs show no others.
    attachDataUrls: true,
    disableFileAccess: true,
    disableUrlAccess: true,
  };
}
