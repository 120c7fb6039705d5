import chardet from "chardet";

/** Bytes of a text file as text: by its byte order mark, else UTF-8 where it is valid, else as the bytes look most likely. */
export function decodeText(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder("utf-16le").decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder("utf-16be").decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    const guess = chardet.detect(bytes.subarray(0, DETECTED_BYTES));
    // The Latin family differs from Windows-1252 in no letter that a gradebook writes.
    return new TextDecoder(guess && !/^ISO-8859-1$|UTF-8|ASCII/i.test(guess) ? guess : "windows-1252").decode(bytes);
  }
}

const DETECTED_BYTES = 200_000;
