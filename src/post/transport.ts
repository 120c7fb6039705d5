import { createTransport } from "nodemailer";
import type { HandedLetter } from "@/core/delivery/handOver";
import { composeMessage } from "./compose";

/** What became of one try. */
export type Outcome =
  | { kind: "accepted"; reply: string }
  | { kind: "try again"; reply: string }
  | { kind: "refused"; reply: string }
  /** The connection broke after the text was given over: the server may or may not have it. */
  | { kind: "unknown"; reply: string };

export interface Transport {
  send(letter: HandedLetter): Promise<Outcome>;
  close(): void;
}

/** How many letters travel at once. */
export const CONNECTIONS = 4;

/** Letters by SMTP over a pool of connections, to the practice post or to a relay. */
export function smtpTransport(url: string): Transport {
  const pool = createTransport({ url, pool: true, maxConnections: CONNECTIONS, maxMessages: Number.POSITIVE_INFINITY });
  return {
    send: async (letter) => {
      try {
        const { response } = await pool.sendMail(composeMessage(letter));
        return { kind: "accepted", reply: response };
      } catch (cause) {
        return outcomeOf(cause as { responseCode?: number; response?: string; command?: string; message: string });
      }
    },
    close: () => pool.close(),
  };
}

function outcomeOf(error: { responseCode?: number; response?: string; command?: string; message: string }): Outcome {
  const reply = error.response ?? error.message;
  if (error.responseCode === undefined) {
    return error.command === "DATA" ? { kind: "unknown", reply } : { kind: "try again", reply };
  }
  return error.responseCode >= 500 ? { kind: "refused", reply } : { kind: "try again", reply };
}
