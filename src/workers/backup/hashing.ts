import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";

/** SHA-256 of what comes bit by bit, in hexadecimal digits, and how many bytes it was. */
export class Hashing {
  bytes = 0;
  private readonly hash = sha256.create();

  add(chunk: Uint8Array): void {
    this.hash.update(chunk);
    this.bytes += chunk.length;
  }

  end(): string {
    return bytesToHex(this.hash.digest());
  }
}
