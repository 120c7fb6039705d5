import PostalMime from "postal-mime";
import * as z from "zod";
import { sizeWords } from "@/core/model/enclosure";
import { ask as askServer } from "@/office/open/ask";

const ask = (url: string, request: RequestInit) => askServer({ fetch }, url, request);

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
  /** The files that came along, each with its size. */
  readonly enclosed: readonly string[];
  /** Where its reader can have the letters stopped; none where it says nothing of that. */
  readonly stopLink: string | undefined;
}

const rehearsalSchema = z.object({ behaviour: z.string(), letters: z.number() });
export type Rehearsal = z.infer<typeof rehearsalSchema>;

/** What the next letters meet. */
export async function fetchRehearsal(): Promise<Rehearsal> {
  return rehearsalSchema.parse(await ask("/api/practice/rehearsal", {}));
}

export async function rehearse(rehearsal: Rehearsal): Promise<void> {
  await ask("/api/practice/rehearsal", { method: "PUT", body: JSON.stringify(rehearsal) });
}

/** Writes back to a message of a mailbox as its reader would. */
export async function answerMessage(address: string, message: string, text: string): Promise<void> {
  await ask("/api/practice/answers", { method: "POST", body: JSON.stringify({ address, message, text }) });
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
      const { from, to, subject, html, text, headers, attachments } = await PostalMime.parse(raw);
      const list = headers.find(({ key }) => key === "list-unsubscribe")?.value ?? "";
      return {
        name,
        at,
        from: from?.name || from?.address || "",
        to: to?.[0]?.name || to?.[0]?.address || "",
        subject: subject ?? "",
        html: html ?? "",
        text: text ?? "",
        enclosed: attachments.flatMap(({ disposition, filename, content }) =>
          disposition === "attachment" && filename
            ? `${filename} (${sizeWords(typeof content === "string" ? content.length : content.byteLength)})`
            : [],
        ),
        stopLink: /<(https?:[^>]+)>/.exec(list)?.[1],
      };
    }),
  );
}

/** Sets the practice post's clock on, in ms. */
export async function stepClock(byMs: number): Promise<void> {
  await ask("/api/practice/clock", { method: "POST", body: JSON.stringify({ byMs }) });
}

export async function emptyMailboxes(): Promise<void> {
  await fetch("/api/practice/mailboxes", { method: "DELETE" });
}
