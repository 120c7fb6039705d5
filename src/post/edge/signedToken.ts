import { createHmac, timingSafeEqual } from "node:crypto";

const MAX_TOKEN_CHARACTERS = 400;

/** A token that names one guardian and can be made only here: the id and a code over it (HMAC-SHA-256, RFC 2104). */
export function signedToken(guardianId: string, secret: string): string {
  return `${Buffer.from(guardianId).toString("base64url")}.${codeOf(guardianId, secret).toString("base64url")}`;
}

/** The guardian that a token names; none when it was not made here or was changed. */
export function guardianOfToken(token: string, secret: string): string | undefined {
  const [, name = ""] = /^([\w-]+)\.[\w-]{43}$/.exec(token.slice(0, MAX_TOKEN_CHARACTERS)) ?? [];
  const guardianId = Buffer.from(name, "base64url").toString("utf8");
  // The written form is compared, not its bytes: several last characters stand for the same bytes (RFC 4648, 3.5).
  const expected = Buffer.from(signedToken(guardianId, secret));
  const given = Buffer.from(token);
  return given.length === expected.length && timingSafeEqual(given, expected) ? guardianId : undefined;
}

function codeOf(guardianId: string, secret: string): Buffer {
  return createHmac("sha256", secret).update(`family|${guardianId}`).digest();
}
