import PostalMime from "postal-mime";
import * as z from "zod";

const mailboxesSchema = z.array(z.object({ address: z.string(), messages: z.number(), newestAt: z.number() }));
export type Mailbox = z.infer<typeof mailboxesSchema>[number];

const messagesSchema = z.array(z.object({ name: z.string(), at: z.number() }));

/** A message as its reader sees it. */
export interface ReadMessage {
  readonly name: string;
  readonly at: number;
  readonly from: string;
  readonly to: string;
  readonly subject: string;
  readonly html: string;
  readonly text: string;
}

export async function fetchMailboxes(): Promise<Mailbox[]> {
  return mailboxesSchema.parse(await (await fetch("/api/practice/mailboxes")).json());
}

/** All messages of a mailbox, read by an independent MIME reader, the newest first. */
export async function fetchMessages(address: string): Promise<ReadMessage[]> {
  const path = `/api/practice/mailboxes/${encodeURIComponent(address)}`;
  const listed = messagesSchema.parse(await (await fetch(path)).json());
  return Promise.all(
    listed.map(async ({ name, at }) => {
      const raw = await (await fetch(`${path}/${name}`)).arrayBuffer();
      const { from, to, subject, html, text } = await PostalMime.parse(raw);
      return {
        name,
        at,
        from: from?.name || from?.address || "",
        to: to?.[0]?.name || to?.[0]?.address || "",
        subject: subject ?? "",
        html: html ?? "",
        text: text ?? "",
      };
    }),
  );
}

export async function emptyMailboxes(): Promise<void> {
  await fetch("/api/practice/mailboxes", { method: "DELETE" });
}
