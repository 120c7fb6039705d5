import type { AddressInfo } from "node:net";
import { setTimeout as wait } from "node:timers/promises";
import { createTransport, type SendMailOptions } from "nodemailer";
import { SMTPServer, type SMTPServerDataStream, type SMTPServerSession } from "smtp-server";
import { headerField } from "../edge/headerField";
import { AS_USUAL, type Behaviour, behaviourOf, type Rehearsal } from "./behaviour";
import { awayAnswer, lateReturn } from "./lateReturn";
import type { Mailboxes } from "./mailboxes";

const MAX_MESSAGE_BYTES = 30_000_000;

export interface PracticePostOptions {
  /** How long each message takes, to rehearse a slow server. */
  readonly delayMs?: number;
  /** How long a message stays before it comes back late. */
  readonly lateMs?: number;
  /** Told of every message that was put into a mailbox. */
  readonly onDelivered?: (message: Uint8Array) => void;
}

/** A mail server on this computer alone: it takes letters by SMTP and puts them into the families' mailboxes. */
export class PracticePost {
  private readonly server: SMTPServer;
  private readonly timers = new Set<NodeJS.Timeout>();
  private url = "";
  private next = AS_USUAL;
  private readonly behaviours = new WeakMap<SMTPServerSession, Behaviour>();

  constructor(
    private readonly mailboxes: Mailboxes,
    private readonly options: PracticePostOptions = {},
  ) {
    this.server = new SMTPServer({
      name: "practice-post",
      disabledCommands: ["AUTH", "STARTTLS"],
      disableReverseLookup: true,
      size: MAX_MESSAGE_BYTES,
      onRcptTo: ({ address }, session, done) => {
        this.objection(address, session).then(done, (cause) => done(smtpError(451, cause.message)));
      },
      onData: (stream, session, done) => {
        this.receive(stream, session).then(
          (serverAnswer) => done(null, serverAnswer),
          (cause) => done(smtpError(cause.responseCode ?? 451, cause.message)),
        );
      },
    });
    this.server.on("error", (cause) => console.error("The practice post met an error:", cause.message));
  }

  /** What the next letters meet. */
  get rehearsal(): Rehearsal {
    return this.next.letters > 0 ? this.next : AS_USUAL;
  }

  rehearse(next: Rehearsal): void {
    this.next = next;
  }

  /** A family's answer to a letter, by SMTP as from any mail program. */
  async answer(message: SendMailOptions): Promise<void> {
    const transport = createTransport({ url: this.url });
    try {
      await transport.sendMail(message);
    } finally {
      transport.close();
    }
  }

  /** Starts on a free port of the loopback address; resolves with the URL to send to. */
  listen(): Promise<string> {
    return new Promise((resolve, reject) => {
      this.server.server.once("error", reject);
      this.server.listen(0, "127.0.0.1", () => {
        this.url = `smtp://127.0.0.1:${(this.server.server.address() as AddressInfo).port}`;
        resolve(this.url);
      });
    });
  }

  close(): Promise<void> {
    for (const timer of this.timers) clearTimeout(timer);
    return new Promise((resolve) => this.server.close(resolve));
  }

  /** What the mailbox of an address does with the letter that comes now; what is rehearsed comes first. */
  private behaviourNow(address: string): Behaviour {
    const usual = behaviourOf(address);
    if (this.next.letters === 0 || usual === "no such domain") return usual;
    this.next = { ...this.next, letters: this.next.letters - 1 };
    return this.next.behaviour;
  }

  private async objection(address: string, session: SMTPServerSession): Promise<Error | null> {
    const behaviour = this.behaviourNow(address);
    this.behaviours.set(session, behaviour);
    switch (behaviour) {
      case "no such domain":
        return smtpError(550, `5.1.2 There is no such domain here: <${address}>`);
      case "unknown mailbox":
        return smtpError(550, `5.1.1 There is no mailbox <${address}>`);
      case "mailbox full":
        return smtpError(452, `4.2.2 The mailbox <${address}> is full`);
      case "asks to try again once":
        return (await this.mailboxes.askAgain(address))
          ? smtpError(451, "4.7.1 Please try again a little later")
          : null;
      default:
        return null;
    }
  }

  private async receive(stream: SMTPServerDataStream, session: SMTPServerSession): Promise<string> {
    const chunks: Buffer[] = [];
    for await (const chunk of stream) chunks.push(chunk as Buffer);
    if (stream.sizeExceeded) throw smtpError(552, "5.3.4 The message is too large");
    const message = Buffer.concat(chunks);
    const messageId = headerValue(message, "message-id");
    if (!/^<[^<>\s]+>$/.test(messageId)) throw smtpError(554, "5.6.0 The message has no Message-ID");
    const behaviour = this.behaviours.get(session);
    const delayMs = behaviour === "is slow" ? SLOW_MS : (this.options.delayMs ?? 0);
    if (delayMs > 0) await wait(delayMs);
    const addresses = session.envelope.rcptTo.map(({ address }) => address);
    if (behaviour === "comes back late" || behaviour === "is away") {
      for (const address of addresses) this.answerByMachine(behaviour, address, session, message, messageId);
    }
    const outcomes = await Promise.all(addresses.map((address) => this.deliver(address, messageId, message)));
    return outcomes.every((outcome) => outcome === "already there")
      ? "2.0.0 This message was already here; nothing was delivered twice"
      : "2.0.0 Delivered to the mailbox";
  }

  private async deliver(address: string, messageId: string, message: Uint8Array) {
    const outcome = await this.mailboxes.deliver(address, messageId, message);
    if (outcome === "delivered") this.options.onDelivered?.(message);
    return outcome;
  }

  private answerByMachine(
    behaviour: "comes back late" | "is away",
    address: string,
    session: SMTPServerSession,
    message: Buffer,
    messageId: string,
  ): void {
    const sender = session.envelope.mailFrom ? session.envelope.mailFrom.address : "";
    if (!sender) return;
    const timer = setTimeout(() => {
      this.timers.delete(timer);
      const about = { address, sender, messageId, subject: headerValue(message, "subject"), at: new Date() };
      const answer = behaviour === "is away" ? awayAnswer(about) : lateReturn(about);
      this.deliver(sender, headerValue(answer, "message-id"), answer).catch((cause) => console.error(cause));
    }, this.options.lateMs ?? LATE_MS);
    this.timers.add(timer);
  }
}

const LATE_MS = 3_000;
const SLOW_MS = 2_000;

function headerValue(message: Buffer, name: string): string {
  return headerField(headerOf(message), name);
}

function headerOf(message: Buffer): string {
  const end = message.indexOf("\r\n\r\n");
  return message.subarray(0, end < 0 ? message.length : end).toString("latin1");
}

function smtpError(responseCode: number, message: string): Error & { responseCode: number } {
  return Object.assign(new Error(message), { responseCode });
}
