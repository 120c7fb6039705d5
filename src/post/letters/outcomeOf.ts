import type { TroubleCause } from "@/core/delivery/postTrouble";
import { shortAnswer } from "../edge/caps";

/** What became of one try. */
export type Outcome =
  | { kind: "accepted"; serverAnswer: string }
  | { kind: "try again"; serverAnswer: string }
  | { kind: "refused"; serverAnswer: string }
  /** Of many at once some were taken; the others were refused, in words, or are to be tried again. */
  | { kind: "in part"; serverAnswer: string; taken: number; refused: readonly string[]; again: readonly string[] }
  /** The connection broke after the text was given over: the server may or may not have it. */
  | { kind: "unknown"; serverAnswer: string }
  /** The server would not deal with us at all, whatever letter it was: nothing was given over. */
  | { kind: "trouble"; serverAnswer: string; cause: TroubleCause };

/** What the mail library says of a try that failed. */
export interface SmtpFailure {
  /** The server's reply code; none where the connection ended without one. */
  readonly responseCode?: number;
  readonly response?: string;
  /** What was said last, such as `RCPT TO`. */
  readonly command?: string;
  /** The library's own code, such as `ECONNECTION`. */
  readonly code?: string;
  readonly message: string;
  readonly recipient?: string;
}

/** The library could make no message, or no envelope, of this one letter. */
const OF_THE_LETTER: readonly string[] = ["EENVELOPE", "EMESSAGE", "ESTREAM"];
/** "Service not available, closing transmission channel" (RFC 5321, section 4.2.3): said at any time, of no letter. */
const CLOSING = 421;
/**
 * Words of a server that finds we sent too much, whatever code goes with them; no code says that alone (4.7.1 is a greylist's
 * as well). A mailbox over its quota is the recipient's matter.
 */
const TOO_MANY =
  /too many (e-?mails|mails|messages|recipients|connections|letters)|too much mail|rate[- ]?limit|rate (is )?exceeded|throttl|slow down|(sending|sender|daily|hourly|message) (sending |message )?(limit|quota)|(limit|quota) (exceeded )?for send/i;

/**
 * What a failure means for the letter. Only replies to the recipient and to the message are about the letter; others are
 * about us. Without any reply it is known what became of it only as long as the text was not given over.
 */
export function outcomeOf(failure: SmtpFailure, wasGivenOver: boolean): Outcome {
  const { responseCode, response, command = "", code = "", message } = failure;
  const serverAnswer = shortAnswer(response ?? message);
  if (responseCode === undefined) {
    if (wasGivenOver) return { kind: "unknown", serverAnswer };
    if (OF_THE_LETTER.includes(code)) return { kind: "refused", serverAnswer };
    return { kind: "trouble", serverAnswer, cause: code === "EAUTH" ? "sign-in" : "connection" };
  }
  const isAboutLetter = command === "RCPT TO" || command === "DATA";
  if (responseCode === CLOSING || (isAboutLetter && TOO_MANY.test(serverAnswer)))
    return { kind: "trouble", serverAnswer, cause: "too many" };
  if (!isAboutLetter) return { kind: "trouble", serverAnswer, cause: causeOf(command, code) };
  return responseCode >= 500 ? { kind: "refused", serverAnswer } : { kind: "try again", serverAnswer };
}

function causeOf(command: string, code: string): TroubleCause {
  if (code === "EAUTH" || command.startsWith("AUTH")) return "sign-in";
  if (command === "MAIL FROM") return "sender";
  return "greeting";
}
