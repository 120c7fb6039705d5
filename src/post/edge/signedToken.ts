import { createHmac, timingSafeEqual } from "node:crypto";

const MAX_TOKEN_CHARACTERS = 400;

/**
 * A token that names one guardian, with `addressCode` also one of their addresses, and can be made only here: the names and
 * a code over them (HMAC-SHA-256, RFC 2104).
 */
export function signedToken(guardianId: string, secret: string, addressCode = ""): string {
  const name = addressCode ? `${guardianId}\n${addressCode}` : guardianId;
  return `${Buffer.from(name).toString("base64url")}.${codeOf(name, secret).toString("base64url")}`;
}

/**
 * The guardian that a token names, and the address where it names one by its code; none when it was made with none of the
 * secrets or was changed.
 */
export function guardianOfToken(
  token: string,
  secrets: readonly string[],
): { guardianId: string; addressCode: string | undefined } | undefined {
  const [, name = ""] = /^([\w-]+)\.[\w-]{43}$/.exec(token.slice(0, MAX_TOKEN_CHARACTERS)) ?? [];
  const [guardianId = "", addressCode] = Buffer.from(name, "base64url").toString("utf8").split("\n");
  // The written form is compared, not its bytes: several last characters stand for the same bytes (RFC 4648, 3.5).
  const given = Buffer.from(token);
  const isOurs = secrets.some((secret) => {
    const expected = Buffer.from(signedToken(guardianId, secret, addressCode));
    return given.length === expected.length && timingSafeEqual(given, expected);
  });
  return isOurs ? { guardianId, addressCode } : undefined;
}

function codeOf(guardianId: string, secret: string): Buffer {
  return createHmac("sha256", secret).update(`family|${guardianId}`).digest();
}
