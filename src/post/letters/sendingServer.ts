import type SMTPConnection from "nodemailer/lib/smtp-connection";
import type { MailSettings } from "@/core/delivery/mailSettings";

/** Where letters leave by, as nodemailer takes it: an address with all in it, or the parts. */
export type SendingServer = string | SMTPConnection.Options;

const WAIT_MS = 30_000;

/** The mail server of the settings; none where nothing is set. */
export function sendingServer({ sending, signIn }: MailSettings): SMTPConnection.Options | undefined {
  if (!sending) return undefined;
  const { host, port, security } = sending;
  const { name: user, by, password: pass, clientId, clientSecret, refreshToken, tokenAddress: accessUrl } = signIn;
  const auth =
    by === "OAuth 2"
      ? { type: "OAuth2" as const, user, clientId, clientSecret, refreshToken, accessUrl }
      : { user, pass };
  return {
    host,
    port,
    secure: security === "TLS from the start",
    requireTLS: security === "TLS after the greeting",
    ignoreTLS: security === "none",
    connectionTimeout: WAIT_MS,
    greetingTimeout: WAIT_MS,
    ...(user && { auth }),
  };
}
