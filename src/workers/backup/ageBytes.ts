import { chacha20poly1305 } from "@noble/ciphers/chacha.js";
import { hkdf } from "@noble/hashes/hkdf.js";
import { sha256 } from "@noble/hashes/sha2.js";
import { utf8ToBytes } from "@noble/hashes/utils.js";
import type { Decrypter } from "age-encryption";
import { releaseBuffer } from "@/core/backup/releaseBuffer";
import type { BytesAnywhere } from "./bytesAnywhere";

/** The payload of the age format (age-encryption.org/v1) comes in chunks of so many bytes, each with a tag. */
export const CHUNK_BYTES = 65_536;
const TAG_BYTES = 16;
const SEALED_BYTES = CHUNK_BYTES + TAG_BYTES;
const PAYLOAD_NONCE_BYTES = 16;
const CHUNK_NONCE_BYTES = 12;
/** No header of one passphrase is longer, by far. */
const LONGEST_HEADER_BYTES = 4_096;

/**
 * What is in an age file, decrypted where it is asked for: a zip is read from its end, and nothing of a large one has to lie
 * in the open meanwhile. Every chunk is held against its tag, and the last one must be the last one.
 * Errors: those of the library for the header; any other where the file is cut or was changed.
 */
export async function ageBytes(file: Blob, decrypter: Decrypter): Promise<BytesAnywhere> {
  const head = new Uint8Array(await file.slice(0, LONGEST_HEADER_BYTES).arrayBuffer());
  const headerBytes = headerLength(head);
  const fileKey = await decrypter.decryptHeader(head.subarray(0, headerBytes));
  const payloadFrom = headerBytes + PAYLOAD_NONCE_BYTES;
  const key = hkdf(sha256, fileKey, head.subarray(headerBytes, payloadFrom), utf8ToBytes("payload"), 32);
  const sealed = file.slice(payloadFrom);
  const chunks = Math.max(1, Math.ceil(sealed.size / SEALED_BYTES));
  const size = sealed.size - chunks * TAG_BYTES;
  // A last chunk of nothing would be a second way to write the same, and is none of the format.
  if (size < 0 || (chunks > 1 && size <= (chunks - 1) * CHUNK_BYTES)) throw new Error("The file ends within a chunk.");
  return {
    size,
    async read(from, to) {
      const first = Math.floor(from / CHUNK_BYTES);
      const end = Math.min(Math.ceil(to / CHUNK_BYTES), chunks);
      const bytes = new Uint8Array(await sealed.slice(first * SEALED_BYTES, end * SEALED_BYTES).arrayBuffer());
      const open = new Uint8Array((end - first) * CHUNK_BYTES);
      let length = 0;
      for (let place = first; place < end; place += 1) {
        const at = (place - first) * SEALED_BYTES;
        const chunk = bytes.subarray(at, at + SEALED_BYTES);
        const into = open.subarray(length, length + chunk.length - TAG_BYTES);
        chacha20poly1305(key, chunkNonce(place, place === chunks - 1)).decrypt(chunk, into);
        length += into.length;
      }
      releaseBuffer(bytes);
      const skipped = from - first * CHUNK_BYTES;
      return open.subarray(skipped, Math.min(length, to - first * CHUNK_BYTES));
    },
  };
}

/** The header ends with the line that begins with three hyphens. */
function headerLength(head: Uint8Array): number {
  // A character for each byte.
  const lastLine = /^--- .*\n/m.exec(new TextDecoder("latin1").decode(head));
  if (!lastLine) throw new Error("The header has no end.");
  return lastLine.index + lastLine[0].length;
}

/** The place of a chunk as a large number, and whether it is the last one. */
function chunkNonce(place: number, isLast: boolean): Uint8Array {
  const nonce = new Uint8Array(CHUNK_NONCE_BYTES);
  new DataView(nonce.buffer).setUint32(CHUNK_NONCE_BYTES - 5, place);
  nonce[CHUNK_NONCE_BYTES - 1] = isLast ? 1 : 0;
  return nonce;
}
