import { createTransport } from "nodemailer";
import type { HandedLetter } from "@/core/delivery/handOver";
import { composeMessage } from "./composeMessage";
import type { EnclosedFile } from "./disk/enclosures";

/** What became of one try. */
export type Outcome =
  | { kind: "accepted"; serverAnswer: string }
  | { kind: "try again"; serverAnswer: string }
  | { kind: "refused"; serverAnswer: string }
  /** Of many at once some were taken; the others were refused, in words, or are to be tried again. */
  | { kind: "in part"; serverAnswer: string; taken: number; refused: readonly string[]; again: readonly string[] }
  /** The connection broke after the text was given over: the server may or may not have it. */
  | { kind: "unknown"; serverAnswer: string };

export interface Transport {
  send(letter: HandedLetter, enclosed?: readonly EnclosedFile[]): Promise<Outcome>;
  close(): void;
}

/** How many letters travel at once. */
export const CONNECTIONS = 4;

/** Letters by SMTP over a pool of connections, to the practice post or to a relay. */
export function smtpTransport(
  url: string,
  stopLinkOf: (guardianId: string) => string | undefined = () => undefined,
): Transport {
  const pool = createTransport({ url, pool: true, maxConnections: CONNECTIONS, maxMessages: Number.POSITIVE_INFINITY });
  return {
    send: async (letter, enclosed = []) => {
      try {
        const {
          response,
          accepted,
          rejectedErrors = [],
        } = await pool.sendMail(
          composeMessage(letter, {
            stopLink: letter.guardianId === undefined ? undefined : stopLinkOf(letter.guardianId),
            enclosed,
          }),
        );
        return rejectedErrors.length > 0
          ? inPart(accepted.length, rejectedErrors)
          : { kind: "accepted", serverAnswer: response };
      } catch (cause) {
        const failure = cause as SmtpFailure & { rejectedErrors?: SmtpFailure[] };
        // Where all of many are refused, each may be for a reason of its own.
        return letter.together && failure.rejectedErrors ? inPart(0, failure.rejectedErrors) : outcomeOf(failure);
      }
    },
    close: () => pool.close(),
  };
}

interface SmtpFailure {
  readonly responseCode?: number;
  readonly response?: string;
  readonly command?: string;
  readonly message: string;
  readonly recipient?: string;
}

function inPart(taken: number, failures: readonly SmtpFailure[]): Outcome {
  const isFinal = ({ responseCode = 0 }: SmtpFailure) => responseCode >= 500;
  const words = ({ recipient = "", response, message }: SmtpFailure) => `${recipient} (${response ?? message})`;
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

function outcomeOf(error: SmtpFailure): Outcome {
  const serverAnswer = error.response ?? error.message;
  if (error.responseCode === undefined) {
    return error.command === "DATA" ? { kind: "unknown", serverAnswer } : { kind: "try again", serverAnswer };
  }
  return error.responseCode >= 500 ? { kind: "refused", serverAnswer } : { kind: "try again", serverAnswer };
}
