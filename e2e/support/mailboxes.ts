import { type ParsedMail, simpleParser } from "mailparser";

export interface Delivered {
  readonly address: string;
  readonly mail: ParsedMail;
}

/** As many are read at a time as a server on a busy machine answers. */
const BOXES_AT_ONCE = 6;

interface Mailbox {
  readonly address: string;
  readonly messages: number;
}

/** Every message in every practice mailbox of a running server, read by an independent MIME parser. */
export async function delivered(url: string): Promise<Delivered[]> {
  const found: Delivered[] = [];
  const all = await mailboxes(url);
  for (let from = 0; from < all.length; from += BOXES_AT_ONCE) {
    const some = all.slice(from, from + BOXES_AT_ONCE).map(({ address }) => deliveredTo(url, address));
    found.push(...(await Promise.all(some)).flat());
  }
  return found;
}

/** Every message in one practice mailbox. */
async function deliveredTo(url: string, address: string): Promise<Delivered[]> {
  const box = `${url}/api/practice/mailboxes/${encodeURIComponent(address)}`;
  const messages = (await (await fetch(box)).json()) as { name: string }[];
  return Promise.all(
    messages.map(async ({ name }) => {
      const place = `${box}/${name}`;
      const known = parsed.get(place);
      if (known) return { address, mail: known };
      const mail = await simpleParser(Buffer.from(await (await fetch(place)).arrayBuffer()));
      parsed.set(place, mail);
      return { address, mail };
    }),
  );
}

/** Messages by their place: one that arrived stays as it is. */
const parsed = new Map<string, ParsedMail>();

/** How many messages there are. */
export async function deliveredCount(url: string): Promise<number> {
  return (await mailboxes(url)).reduce((sum, { messages }) => sum + messages, 0);
}

async function mailboxes(url: string): Promise<Mailbox[]> {
  const answer = await fetch(`${url}/api/practice/mailboxes`);
  if (!answer.ok) throw new Error(`The mailboxes can't be read: ${answer.status} ${await answer.text()}`);
  return (await answer.json()) as Mailbox[];
}
