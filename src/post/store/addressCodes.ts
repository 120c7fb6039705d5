import { createHmac } from "node:crypto";

/**
 * The codes of an address, one for each secret, the present one first (HMAC-SHA-256, RFC 2104). Opt-outs are kept by code
 * alone, so that they survive whatever is erased. The case of the address plays no part.
 */
export function addressCodes(address: string, secrets: readonly string[]): string[] {
  const words = `address|${address.trim().toLowerCase()}`;
  return secrets.map((secret) => createHmac("sha256", secret).update(words).digest("base64url"));
}
