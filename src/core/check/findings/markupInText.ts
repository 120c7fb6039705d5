import type { FindingKind } from "./findingKind";
import { wordsLines } from "./wordsLines";

/** Code of a web page or of another program, which a reader would see as it stands. */
export const markupInText: FindingKind = {
  severity: "caution",
  words: ({ quotes: [words] }) => ({
    title: `“${words}” would be read as it stands`,
    mend: "It is code of another program. Delete it, and use the buttons above the letter.",
  }),
  inWords: (scene) =>
    wordsLines(scene).flatMap(({ line, place }) => {
      const [text] = MARKUP.map((pattern) => pattern.exec(line)?.[0]).filter((one) => one !== undefined);
      return text === undefined ? [] : [{ path: { place, word: text.trim() }, quotes: [text.trim()] }];
    }),
};

const MARKUP: readonly RegExp[] = [
  /<\/?(?:a|b|i|u|em|strong|p|br|div|span|h[1-6]|ul|ol|li|table|tr|td|th|img|font|center|small|sup|sub|blockquote|hr|code)(?:\s[^<>]*)?\/?>/i,
  /&(?:[a-z]{2,8}\d{0,2}|#\d{2,5}|#x[\da-f]{2,5});/i,
  /<!--|-->|<!\[CDATA\[/,
  /\[\/?(?:b|i|u|url|img|color|size|quote|list|code)(?:=[^\]]*)?\]/i,
  // Words between two pairs of stars or underlines, and headings.
  /(?<![\p{L}\p{N}*])\*\*[^*\s](?:[^*]{0,80}[^*\s])?\*\*(?![\p{L}\p{N}*])|(?<![\p{L}\p{N}_])__[^_\s](?:[^_]{0,80}[^_\s])?__(?![\p{L}\p{N}_])/u,
  /^\s{0,3}#{1,6}\s+\S.*$/u,
  /!?\[[^\]\n]{1,80}\]\((?:https?:\/\/|mailto:|\/|#|www\.)[^)\s]*\)/i,
  /\[[^\]\n]{1,80}\]\([^)\s]{1,80}\)/,
  /(?<=[\p{L}\p{N}.,!?;:)])(?:\\r)?\\[nrt](?=\p{L}|\s|\\|$)/u,
  /style\s*=\s*["'][^"']*["']|font-(?:family|size):|color:\s*#[\da-f]{3,6}/i,
  /(?<![\p{L}\p{N}~])~~[^~\s][^~]{0,80}~~|```|^\s*>\s*>\s*\S/u,
  /Ã[\u0080-\u00bf©¨¡³±¼]|â€[™œ\u009d“”¦]|ï»¿|\ufffd/u,
];
