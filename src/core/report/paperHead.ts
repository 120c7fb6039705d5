import { isEmptyHead, type LetterHead } from "../model/letterHead";
import { MM_PER_PX } from "./millimetres";
import type { PaperLetterHead, PaperPictures } from "./paperContent";

const CREST = "/pictures/crest";

/** The head of letters as it stands on the first page; nothing where none was written. */
export function letterHeadOf(
  school: string,
  letterHead: LetterHead | undefined,
): { head: PaperLetterHead; pictures: PaperPictures } | undefined {
  if (!letterHead || isEmptyHead(school, letterHead)) return undefined;
  const { picture, line } = letterHead;
  return {
    head: { school, line, ...(picture && { picture: { file: CREST, width: picture.width * MM_PER_PX } }) },
    pictures: picture ? { [CREST]: picture.src } : {},
  };
}
