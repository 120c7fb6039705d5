import { Reader } from "@zip.js/zip.js/index-native.js";
import { releaseBuffer } from "@/core/backup/releaseBuffer";
import { CHUNK_BYTES } from "./ageBytes";
import type { BytesAnywhere } from "./bytesAnywhere";

/** Whole chunks of what is encrypted, so that none is decrypted twice. */
const WINDOW_BYTES = 32 * CHUNK_BYTES;
/** One for each place that is read at the same time. */
const MOST_WINDOWS = 4;

/** Reads bytes in large pieces: each is a question to the browser's disk, and a zip has many small parts. */
export class ByteWindows extends Reader<BytesAnywhere> {
  private readonly windows = new Map<number, Promise<Uint8Array>>();

  constructor(private readonly bytes: BytesAnywhere) {
    super(bytes);
    this.size = bytes.size;
  }

  override async readUint8Array(from: number, length: number): Promise<Uint8Array> {
    const to = Math.min(from + length, this.size);
    const bytes = new Uint8Array(Math.max(0, to - from));
    for (let at = from; at < to; ) {
      const place = Math.floor(at / WINDOW_BYTES);
      const part = (await this.window(place)).subarray(at - place * WINDOW_BYTES, to - place * WINDOW_BYTES);
      if (part.length === 0) throw new Error("The file ended before it should.");
      bytes.set(part, at - from);
      at += part.length;
    }
    return bytes;
  }

  private window(place: number): Promise<Uint8Array> {
    const from = place * WINDOW_BYTES;
    const window = this.windows.get(place) ?? this.bytes.read(from, from + WINDOW_BYTES);
    // The one that was used last stands last, and the first one goes.
    this.windows.delete(place);
    this.windows.set(place, window);
    const [[oldest, old] = [place, window]] = this.windows;
    if (this.windows.size > MOST_WINDOWS) {
      this.windows.delete(oldest);
      // Whoever waits for it was there before, and is told before.
      old.then(releaseBuffer, () => undefined);
    }
    return window;
  }
}
