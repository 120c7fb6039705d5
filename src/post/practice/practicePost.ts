import type { AddressInfo } from "node:net";
import { setTimeout as wait } from "node:timers/promises";
import { SMTPServer, type SMTPServerDataStream, type SMTPServerSession } from "smtp-server";
import { behaviourOf } from "./behaviours";
import type { Maildir } from "./maildir";

const MAX_MESSAGE_BYTES = 30_000_000;
const MAX_REMEMBERED = 10_000;

/** A mail server on this computer alone: it takes letters by SMTP and puts them into the families' mailboxes. */
export class PracticePost {
  private readonly askedAgain = new Set<string>();
  private readonly server: SMTPServer;

  /** `delayMs`: how long each message takes, to rehearse a slow server. */
  constructor(
    private readonly maildir: Maildir,
    private readonly delayMs: number,
  ) {
    this.server = new SMTPServer({
      name: "practice-post",
      disabledCommands: ["AUTH", "STARTTLS"],
      disableReverseLookup: true,
      size: MAX_MESSAGE_BYTES,
      onRcptTo: ({ address }, _session, done) => done(this.objection(address)),
      onData: (stream, session, done) => {
        this.receive(stream, session).then(
          (reply) => done(null, reply),
          (cause) => done(smtpError(cause.responseCode ?? 451, cause.message)),
        );
      },
    });
    this.server.on("error", (cause) => console.error("The practice post met an error:", cause.message));
  }

  /** Starts on a free port of the loopback address; resolves with the URL to send to. */
  listen(): Promise<string> {
    return new Promise((resolve, reject) => {
      this.server.server.once("error", reject);
      this.server.listen(0, "127.0.0.1", () => {
        resolve(`smtp://127.0.0.1:${(this.server.server.address() as AddressInfo).port}`);
      });
    });
  }

  close(): Promise<void> {
    return new Promise((resolve) => this.server.close(resolve));
  }

  private objection(address: string): Error | null {
    switch (behaviourOf(address)) {
      case "no such domain":
        return smtpError(550, `5.1.2 There is no such domain here: <${address}>`);
      case "unknown mailbox":
        return smtpError(550, `5.1.1 There is no mailbox <${address}>`);
      case "mailbox full":
        return smtpError(452, `4.2.2 The mailbox <${address}> is full`);
      case "asks to try again once": {
        if (this.askedAgain.has(address)) return null;
        if (this.askedAgain.size > MAX_REMEMBERED) this.askedAgain.clear();
        this.askedAgain.add(address);
        return smtpError(451, "4.7.1 Please try again a little later");
      }
      case "delivers":
        return null;
    }
  }

  private async receive(stream: SMTPServerDataStream, session: SMTPServerSession): Promise<string> {
    const chunks: Buffer[] = [];
    for await (const chunk of stream) chunks.push(chunk as Buffer);
    if (stream.sizeExceeded) throw smtpError(552, "5.3.4 The message is too large");
    const message = Buffer.concat(chunks);
    const messageId = /^message-id:\s*(<[^<>\s]+>)/im.exec(headerOf(message))?.[1];
    if (!messageId) throw smtpError(554, "5.6.0 The message has no Message-ID");
    if (this.delayMs > 0) await wait(this.delayMs);
    const outcomes = await Promise.all(
      session.envelope.rcptTo.map(({ address }) => this.maildir.deliver(address, messageId, message)),
    );
    return outcomes.every((outcome) => outcome === "already there")
      ? "2.0.0 This message was already here; nothing was delivered twice"
      : "2.0.0 Delivered to the mailbox";
  }
}

function headerOf(message: Buffer): string {
  const end = message.indexOf("\r\n\r\n");
  return message.subarray(0, end < 0 ? message.length : end).toString("latin1");
}

function smtpError(responseCode: number, message: string): Error & { responseCode: number } {
  return Object.assign(new Error(message), { responseCode });
}
