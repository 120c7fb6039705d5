import { createTransport } from "nodemailer";
import type SMTPPool from "nodemailer/lib/smtp-pool";
import type { HandedLetter } from "@/core/delivery/postRequests";
import { shortAnswer } from "../edge/caps";
import type { EnclosedFile } from "../store/attachments";
import { composeMessage } from "./composeMessage";
import { type Outcome, outcomeOf, type SmtpFailure } from "./outcomeOf";
import type { SendingServer } from "./sendingServer";
import type { StopWay } from "./stopLine";

export interface Transport {
  send(letter: HandedLetter, enclosed?: readonly EnclosedFile[]): Promise<Outcome>;
  close(): void;
}

/** How many letters travel at once. */
export const CONNECTIONS = 4;

/** Letters by SMTP over a pool of connections, to the practice post or to a relay. */
export function smtpTransport(
  server: SendingServer,
  stopOf: (letter: HandedLetter) => StopWay | undefined = () => undefined,
): Transport {
  const place = typeof server === "string" ? { url: server } : server;
  const pool = createTransport({
    ...place,
    pool: true,
    maxConnections: CONNECTIONS,
    maxMessages: Number.POSITIVE_INFINITY,
  } as SMTPPool.Options);
  pool.use("stream", (mail, done) => {
    const { message, data } = mail;
    const open = message.createReadStream.bind(message);
    const { onGivenOver } = data as { onGivenOver?: () => void };
    // The text begins to flow only once the server wants it (its 354): from the first byte on it may have it.
    message.createReadStream = () => {
      const text = open();
      if (onGivenOver) text.once("resume", onGivenOver);
      return text;
    };
    done();
  });
  return {
    send: async (letter, enclosed = []) => {
      let wasGivenOver = false;
      const onGivenOver = () => {
        wasGivenOver = true;
      };
      try {
        const message = { ...composeMessage(letter, { stop: stopOf(letter), enclosed }), onGivenOver };
        const { response, accepted, rejectedErrors = [] } = await pool.sendMail(message);
        return rejectedErrors.length > 0
          ? inPart(accepted.length, rejectedErrors)
          : { kind: "accepted", serverAnswer: shortAnswer(response) };
      } catch (cause) {
        const failure = cause as SmtpFailure & { rejectedErrors?: SmtpFailure[] };
        // Where all of many are refused, each may be for a reason of its own.
        return letter.together && failure.rejectedErrors
          ? inPart(0, failure.rejectedErrors)
          : outcomeOf(failure, wasGivenOver);
      }
    },
    close: () => pool.close(),
  };
}

function inPart(taken: number, failures: readonly SmtpFailure[]): Outcome {
  const isFinal = ({ responseCode = 0 }: SmtpFailure) => responseCode >= 500;
  const words = ({ recipient = "", response, message }: SmtpFailure) =>
    `${recipient} (${shortAnswer(response ?? message)})`;
  return {
    kind: "in part",
    serverAnswer: failures
      .filter((one) => !isFinal(one))
      .map(words)
      .join(", "),
    taken,
    refused: failures.filter(isFinal).map(words),
    again: failures.filter((one) => !isFinal(one)).flatMap(({ recipient }) => recipient ?? []),
  };
}
