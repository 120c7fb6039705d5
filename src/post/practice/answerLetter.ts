import PostalMime from "postal-mime";
import * as z from "zod";
import type { Mailboxes } from "./mailboxes";
import { practiceOf } from "./practiceOf";
import type { PracticePost } from "./practicePost";

export const practiceAnswerSchema = z.object({
  address: z.string().min(3).max(254),
  /** Names the letter in the mailbox. */
  message: z.string().max(40),
  text: z.string().trim().min(1).max(5000),
});

/** Writes back to a letter as its reader would: a real message by SMTP, threaded by In-Reply-To (RFC 5322). */
export async function answerLetter(
  { mailboxes, practice }: { mailboxes: Mailboxes; practice: PracticePost | undefined },
  { address, message, text }: z.infer<typeof practiceAnswerSchema>,
): Promise<void> {
  const letter = await PostalMime.parse(Buffer.from(await mailboxes.read(address, message)));
  const to = letter.replyTo?.[0] ?? letter.from;
  await practiceOf({ practice }).answer({
    from: address,
    to: to?.address ?? "",
    subject: `Re: ${letter.subject ?? ""}`,
    inReplyTo: letter.messageId,
    references: letter.messageId,
    text,
  });
}
