import chardet from "chardet";

/** Bytes of a text file as text: by its byte order mark, else UTF-8 where it is valid, else as the bytes look most likely. */
export function decodeText(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder("utf-16le").decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder("utf-16be").decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    // The Latin family differs from Windows-1252 in no letter that a gradebook writes.
    const guess = chardet.detect(bytes.subarray(0, DETECTED_BYTES));
    const label = guess && !/^ISO-8859-1$|UTF-8|ASCII/i.test(guess) ? guess : FALLBACK;
    return decoderFor(label).decode(bytes);
  }
}

const DETECTED_BYTES = 200_000;
const FALLBACK = "windows-1252";

/** Some encodings can be detected that no decoder reads. */
function decoderFor(label: string): TextDecoder {
  try {
    return new TextDecoder(label);
  } catch {
    return new TextDecoder(FALLBACK);
  }
}
