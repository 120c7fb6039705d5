import { bytesToHex } from "@noble/hashes/utils.js";

/** SHA-256 (FIPS 180-4) of bytes that are all here, in hexadecimal digits. */
export async function sha256Of(bytes: Uint8Array<ArrayBuffer> | ArrayBuffer): Promise<string> {
  return bytesToHex(new Uint8Array(await crypto.subtle.digest("SHA-256", bytes)));
}
