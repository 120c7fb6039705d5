import { createTransport } from "nodemailer";
import type { MailSettings, MailTrial } from "@/core/delivery/mailSettings";
import { sendingServer } from "../letters/sendingServer";
import { openMailbox } from "./mailbox";

/** Signs in where letters leave and where answers are read, and sends nothing. What went wrong is told in the server's words. */
export async function tryMail(settings: MailSettings): Promise<MailTrial> {
  const [sending, reading] = await Promise.all([
    settings.sending && attempt(() => signInToSend(settings), "Signed in. Nothing was sent."),
    settings.reading && attempt(() => signInToRead(settings), "The mailbox can be read. Nothing in it was changed."),
  ]);
  return { ...(sending && { sending }), ...(reading && { reading }) };
}

async function attempt(work: () => Promise<void>, good: string): Promise<{ ok: boolean; words: string }> {
  try {
    await work();
    return { ok: true, words: good };
  } catch (cause) {
    const { response, responseText, authenticationFailed, code, message } = cause as Record<string, string | undefined>;
    const kind = authenticationFailed ? "EAUTH" : message?.includes("ECONNREFUSED") ? "ECONNREFUSED" : (code ?? "");
    return {
      ok: false,
      words: `${WORDS[kind] ?? "It did not work."} ${responseText ?? response ?? message ?? ""}`.trim(),
    };
  }
}

const WORDS: Record<string, string> = {
  EAUTH: "The server did not accept the name and password.",
  ENOTFOUND: "There is no server of this name.",
  EDNS: "There is no server of this name.",
  ECONNREFUSED: "Nobody answers at this port.",
  ECONNECTION: "The server can’t be reached.",
  ESOCKET: "The connection failed. See whether port and security belong together.",
  ETIMEDOUT: "The server did not answer in time. See whether port and security belong together.",
};

async function signInToSend(settings: MailSettings): Promise<void> {
  const server = sendingServer(settings);
  if (!server) return;
  const transport = createTransport(server);
  try {
    await transport.verify();
  } finally {
    transport.close();
  }
}

async function signInToRead(settings: MailSettings): Promise<void> {
  const client = await openMailbox(settings);
  client.close();
}
