import chardet from "chardet";
import { nameKey } from "../matching/nameKey";

/** The text of some bytes, with the encoding that they were read by and those that would do as well. */
export interface DecodedText {
  readonly text: string;
  /** As the WHATWG Encoding Standard names it. */
  readonly encoding: string;
  /** Set where nothing decides: each with a word that is read otherwise by it, as a sample. */
  readonly rivals?: readonly { readonly encoding: string; readonly sample: string }[];
}

/** Encodings of one byte a letter that a spreadsheet in Europe or America writes, the commonest first. */
const OF_ONE_BYTE = ["windows-1252", "windows-1250", "windows-1258", "windows-1254"] as const;
const DETECTED_BYTES = 200_000;
const MOST_SAMPLED = 4_000;

/**
 * Bytes of a text file as text: by its byte order mark, else UTF-8 where it is valid, else by the encoding whose letters
 * make names that are known (`knows` tells by `nameKey` with accents), or by which all readings are the same. `asked` is
 * the encoding that somebody chose.
 */
export function decodeText(
  bytes: Uint8Array,
  asked?: string,
  knows: (word: string) => boolean = () => false,
): DecodedText {
  if (asked) return { text: decoderFor(asked).decode(bytes), encoding: asked };
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return decodeAs("utf-16le", bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return decodeAs("utf-16be", bytes);
  const unmarked = unmarkedUtf16(bytes);
  if (unmarked) return decodeAs(unmarked, bytes);
  try {
    return { text: new TextDecoder("utf-8", { fatal: true }).decode(bytes), encoding: "utf-8" };
  } catch {
    return decodeOneByte(bytes, knows);
  }
}

function decodeAs(encoding: string, bytes: Uint8Array): DecodedText {
  return { text: new TextDecoder(encoding).decode(bytes), encoding };
}

function decodeOneByte(bytes: Uint8Array, knows: (word: string) => boolean): DecodedText {
  const guess = chardet.detect(bytes.subarray(0, DETECTED_BYTES)) ?? "";
  const isOther = guess !== "" && !/^ISO-8859-[129]$|^windows-125|UTF|ASCII/i.test(guess);
  if (isOther && isReadable(guess)) return decodeAs(guess, bytes);
  const readings = OF_ONE_BYTE.map((encoding) => ({
    encoding,
    words: foreignWords(decoderFor(encoding).decode(bytes)),
  }));
  const known = readings.map(({ encoding, words }) => ({ encoding, count: words.filter(knows).length }));
  const most = Math.max(...known.map(({ count }) => count));
  const best = known.filter(({ count }) => count === most);
  if (most > 0 && best[0]) return decodeAs(best[0].encoding, bytes);
  const likelier = byAlphabet(readings);
  if (likelier) return decodeAs(likelier, bytes);
  const [usual] = readings;
  const words = usual?.words ?? [];
  const rivals = readings.flatMap(({ encoding, words: others }) => {
    const at = others.findIndex((word, place) => word !== words[place] && /^[\p{L}'’-]+$/u.test(word));
    return at < 0 ? [] : [{ encoding, sample: others[at] ?? "", at }];
  });
  const first = rivals[0];
  const decoded = decodeAs(OF_ONE_BYTE[0], bytes);
  if (!first) return decoded;
  const distinct = [
    { encoding: OF_ONE_BYTE[0] as string, sample: words[first.at] ?? "" },
    ...readings.slice(1).map((one) => ({ encoding: one.encoding as string, sample: one.words[first.at] ?? "" })),
  ].filter((one, place, all) => all.findIndex(({ sample }) => sample === one.sample) === place);
  return distinct.length > 1 ? { ...decoded, rivals: distinct } : decoded;
}

/** The letters beyond ASCII that one language writes with. */
const ALPHABETS = [
  "áéíóúüñ",
  "àâæçéèêëîïôœùûüÿ",
  "äöüß",
  "áâãàçéêíóôõúü",
  "àèéìíîòóù",
  "æøåéäö",
  "ëïéüöèê",
  "àçéèíïóòúü",
  "áðéíóúýþæö",
  "ąćęłńóśźż",
  "áčďéěíňóřšťúůýž",
  "áäčďéíĺľňóôŕšťúýž",
  "áéíóöőúüű",
  "ăâîșțţş",
  "çğıöşüâîû",
  "čćđšž",
].map((letters) => new Set(letters));

/** The one reading whose words are words of some language more often than those of any other, or all of one; none where two are alike. */
function byAlphabet(readings: readonly { encoding: string; words: readonly string[] }[]): string | undefined {
  const lettersOf = (word: string) => [...word.toLowerCase()].filter((letter) => letter > "\u007f" && letter !== "’");
  const scored = readings.map(({ encoding, words }) => {
    const letters = words.map(lettersOf);
    const fits = letters.filter((some) => ALPHABETS.some((one) => some.every((letter) => one.has(letter)))).length;
    const all = Math.max(
      0,
      ...ALPHABETS.map((one) => letters.filter((some) => some.every((letter) => one.has(letter))).length),
    );
    return { encoding, fits, all };
  });
  for (const by of ["fits", "all"] as const) {
    const most = Math.max(...scored.map((one) => one[by]));
    const best = scored.filter((one) => one[by] === most);
    if (best.length === 1 && best[0]) return best[0].encoding;
  }
  // Of many words none is what no western language writes: then the commonest encoding it is.
  const [usual] = scored;
  const isWhole = usual !== undefined && usual.fits === Math.max(...scored.map(({ fits }) => fits));
  return isWhole && new Set(readings[0]?.words).size >= MANY_WORDS ? usual.encoding : undefined;
}

const MANY_WORDS = 5;

/** Words with letters beyond ASCII: the only ones that an encoding changes. */
function foreignWords(text: string): string[] {
  const words: string[] = [];
  for (const [word] of text.matchAll(
    /[\p{L}\p{M}'’\u0080-\u009f\u20ac-\u2122-]*[\u0080-\uffff][\p{L}\p{M}'’\u0080-\u009f-]*/gu,
  )) {
    words.push(word);
    if (words.length >= MOST_SAMPLED) break;
  }
  return words;
}

/** Whether a word with accents is among known ones: compared with its accents, without case. */
export function knowsWord(words: Iterable<string>): (word: string) => boolean {
  const known = new Set<string>();
  for (const text of words)
    for (const word of text.normalize("NFC").split(/[^\p{L}\p{M}'’-]+/u)) known.add(word.toLowerCase());
  return (word) => nameKey(word) !== "" && known.has(word.normalize("NFC").toLowerCase());
}

/** UTF-16 without a mark: every second byte of plain letters is nothing. */
function unmarkedUtf16(bytes: Uint8Array): string | undefined {
  const sample = bytes.subarray(0, 2_000);
  if (sample.length < 8) return undefined;
  let [even, odd] = [0, 0];
  sample.forEach((byte, at) => {
    if (byte !== 0) return;
    if (at % 2 === 0) even += 1;
    else odd += 1;
  });
  if (odd * 2.5 > sample.length) return "utf-16le";
  return even * 2.5 > sample.length ? "utf-16be" : undefined;
}

function isReadable(encoding: string): boolean {
  try {
    new TextDecoder(encoding);
    return true;
  } catch {
    return false;
  }
}

/** Some encodings can be named that no decoder reads. */
function decoderFor(label: string): TextDecoder {
  return new TextDecoder(isReadable(label) ? label : OF_ONE_BYTE[0]);
}
