import type { Finding } from "./finding";

/** A word that is to be typed before a round leaves, and why. */
export interface WordToType {
  readonly word: string;
  readonly why: string;
}

/** The words that a round needs: the first real one, and one that some people had just now. */
export function wordsToType(findings: readonly Finding[], isFirstReal: boolean): WordToType[] {
  const isRepeat = findings.some(({ code }) => code === "repeat-note");
  return [
    ...(isFirstReal
      ? [{ word: "real", why: "Letters leave this computer for the first time: families will get them." }]
      : []),
    ...(isRepeat ? [{ word: "again", why: "Some of these people had this very note in the last days." }] : []),
  ];
}
