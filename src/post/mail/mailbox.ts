import { ImapFlow } from "imapflow";
import type { MailSettings } from "@/core/delivery/mailSettings";
import { accessToken } from "./accessToken";
import { MAX_MESSAGE_BYTES } from "./readMessage";

const WAIT_MS = 30_000;

/** How far a mailbox was read: message numbers hold as long as its `validity` does (RFC 9051, section 2.3.1.1). */
export interface MailboxPlace {
  readonly validity: string;
  readonly lastUid: number;
}

/** The mailbox of the settings, opened to be read alone: nothing in it is changed, marked or deleted. Errors: as the server says. */
export async function openMailbox(settings: MailSettings): Promise<ImapFlow> {
  const { reading, signIn } = settings;
  if (!reading) throw new Error("No mailbox is set.");
  const { name: user, by, password: pass } = signIn;
  const client = new ImapFlow({
    host: reading.host,
    port: reading.port,
    secure: reading.security === "TLS from the start",
    doSTARTTLS: reading.security === "TLS after the greeting",
    auth: by === "OAuth 2" ? { user, accessToken: await accessToken(signIn) } : { user, pass },
    logger: false,
    connectionTimeout: WAIT_MS,
    greetingTimeout: WAIT_MS,
    socketTimeout: WAIT_MS,
    disableAutoIdle: true,
  });
  // A connection that breaks between two questions is told by the next one.
  client.on("error", () => undefined);
  await client.connect();
  await client.mailboxOpen("INBOX", { readOnly: true });
  return client;
}

/**
 * Gives a reader the messages that came after a place and may be about letters: answers by their header, and notifications of
 * servers. Others are not fetched. Gives the place that is reached. The first time begins with what came since `since`.
 */
export async function readMailbox(
  client: ImapFlow,
  place: MailboxPlace | undefined,
  since: Date,
  isAboutLetters: (headers: string) => boolean,
  read: (message: Uint8Array) => Promise<unknown>,
): Promise<MailboxPlace> {
  const { uidValidity, uidNext } = client.mailbox || { uidValidity: 0n, uidNext: 1 };
  const validity = String(uidValidity);
  const from = place?.validity === validity ? place.lastUid + 1 : undefined;
  if (from !== undefined && from >= uidNext) return { validity, lastUid: uidNext - 1 };
  const uids = (await client.search(from === undefined ? { since } : { uid: `${from}:*` }, { uid: true })) || [];
  // A range that begins beyond the last message means the last message.
  const fresh = uids.filter((uid) => uid >= (from ?? 0)).sort((a, b) => a - b);
  for (const uid of fresh) {
    const about = await client.fetchOne(String(uid), { uid: true, size: true, headers: HEADERS }, { uid: true });
    if (!about || (about.size ?? 0) > MAX_MESSAGE_BYTES || !isAboutLetters(String(about.headers ?? ""))) continue;
    const whole = await client.fetchOne(String(uid), { uid: true, source: true }, { uid: true });
    if (whole && "source" in whole && whole.source) await read(whole.source);
  }
  return { validity, lastUid: Math.max(uidNext - 1, ...fresh) };
}

const HEADERS = ["in-reply-to", "references", "content-type", "auto-submitted"];
