import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";

/** SHA-256 of what comes bit by bit, in hexadecimal digits, and how many bytes it was. */
export class Hashing {
  private readonly hash = sha256.create();
  bytes = 0;

  add(chunk: Uint8Array): void {
    this.hash.update(chunk);
    this.bytes += chunk.length;
  }

  end(): string {
    return bytesToHex(this.hash.digest());
  }
}

/** The same of bytes that are all here; the browser's own is faster. */
export async function hashOf(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  return bytesToHex(new Uint8Array(await crypto.subtle.digest("SHA-256", bytes)));
}
