import { type ParsedMail, simpleParser } from "mailparser";

export interface Delivered {
  readonly address: string;
  readonly mail: ParsedMail;
}

interface Mailbox {
  readonly address: string;
  readonly messages: number;
}

/** Every message in every practice mailbox of a running server, read by an independent MIME parser. */
export async function delivered(url: string): Promise<Delivered[]> {
  const found = await Promise.all((await mailboxes(url)).map(({ address }) => deliveredTo(url, address)));
  return found.flat();
}

/** Every message in one practice mailbox. */
async function deliveredTo(url: string, address: string): Promise<Delivered[]> {
  const box = `${url}/api/practice/mailboxes/${encodeURIComponent(address)}`;
  const messages = (await (await fetch(box)).json()) as { name: string }[];
  return Promise.all(
    messages.map(async ({ name }) => {
      const raw = await (await fetch(`${box}/${name}`)).arrayBuffer();
      return { address, mail: await simpleParser(Buffer.from(raw)) };
    }),
  );
}

/** How many messages there are. */
export async function deliveredCount(url: string): Promise<number> {
  return (await mailboxes(url)).reduce((sum, { messages }) => sum + messages, 0);
}

async function mailboxes(url: string): Promise<Mailbox[]> {
  const answer = await fetch(`${url}/api/practice/mailboxes`);
  if (!answer.ok) throw new Error(`The mailboxes can't be read: ${answer.status} ${await answer.text()}`);
  return (await answer.json()) as Mailbox[];
}
