import { Reader } from "@zip.js/zip.js/index-native.js";

const WINDOW_BYTES = 2_000_000;
/** One for each place that is read at the same time. */
const MOST_WINDOWS = 4;

/** Reads a blob in large pieces: each is a question to the browser's disk, and a zip has many small parts. */
export class BlobWindows extends Reader<Blob> {
  private readonly windows = new Map<number, Promise<Uint8Array>>();

  constructor(private readonly blob: Blob) {
    super(blob);
    this.size = blob.size;
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
    const window =
      this.windows.get(place) ??
      this.blob
        .slice(from, from + WINDOW_BYTES)
        .arrayBuffer()
        .then((buffer) => new Uint8Array(buffer));
    // The one that was used last stands last, and the first one goes.
    this.windows.delete(place);
    this.windows.set(place, window);
    const [oldest = place] = this.windows.keys();
    if (this.windows.size > MOST_WINDOWS) this.windows.delete(oldest);
    return window;
  }
}
