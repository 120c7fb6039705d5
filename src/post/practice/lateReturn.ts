import { randomUUID } from "node:crypto";

/** Messages that a mail server writes by itself, as lines; they are read by the post room as those of any other server. */

interface About {
  /** Whose mailbox it is about. */
  readonly address: string;
  /** Where the letter said that it came from. */
  readonly sender: string;
  readonly messageId: string;
  readonly subject: string;
  readonly at: Date;
}

/** A delivery status notification (RFC 3464): the letter could not be put into the mailbox after all. */
export function lateReturn({ address, sender, messageId, subject, at }: About): Buffer {
  const boundary = `return-${randomUUID()}`;
  return lines([
    "From: Practice post <postmaster@practice-post.example>",
    `To: <${sender}>`,
    "Subject: A letter came back",
    `Date: ${at.toUTCString()}`,
    `Message-ID: <${randomUUID()}@practice-post.example>`,
    "Auto-Submitted: auto-replied",
    "MIME-Version: 1.0",
    `Content-Type: multipart/report; report-type=delivery-status; boundary="${boundary}"`,
    "",
    `--${boundary}`,
    "Content-Type: text/plain; charset=utf-8",
    "",
    `The letter to ${address} could not be delivered after all.`,
    "",
    `--${boundary}`,
    "Content-Type: message/delivery-status",
    "",
    "Reporting-MTA: dns; practice-post.example",
    "",
    `Final-Recipient: rfc822; ${address}`,
    "Action: failed",
    "Status: 5.1.1",
    `Diagnostic-Code: smtp; 550 5.1.1 There is no mailbox <${address}> any more`,
    "",
    `--${boundary}`,
    "Content-Type: text/rfc822-headers",
    "",
    `Message-ID: ${messageId}`,
    `Subject: ${subject}`,
    "",
    `--${boundary}--`,
  ]);
}

/** An answer that is written while somebody is away (RFC 3834). */
export function awayAnswer({ address, sender, messageId, at }: About): Buffer {
  return lines([
    `From: <${address}>`,
    `To: <${sender}>`,
    "Subject: Away until Monday",
    `Date: ${at.toUTCString()}`,
    `Message-ID: <${randomUUID()}@practice-post.example>`,
    `In-Reply-To: ${messageId}`,
    `References: ${messageId}`,
    "Auto-Submitted: auto-replied",
    "MIME-Version: 1.0",
    "Content-Type: text/plain; charset=utf-8",
    "",
    "I am away and read my letters on Monday.",
  ]);
}

function lines(parts: readonly string[]): Buffer {
  return Buffer.from(`${parts.join("\r\n")}\r\n`);
}
