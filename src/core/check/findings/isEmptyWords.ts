import { liveBlocks } from "../../letter/blockKinds";
import { inlineNodes, type LetterBody, type LetterSubject, plainBlocks, writtenLines } from "../../model/letterBody";

/** Whether nothing stands in a document: no words, no field, no block, no picture. */
export function isEmptyWords(document: LetterSubject | LetterBody): boolean {
  if (document.content.some(({ type }) => type === "picture")) return false;
  const hasField = [...inlineNodes(document)].some(({ type }) => type === "field");
  return (
    !hasField &&
    !writtenLines(document, () => " ")
      .join("")
      .trim()
  );
}

/** Whether a letter has anything beside written words and fields. */
export function hasBlocks(body: LetterBody): boolean {
  return liveBlocks(body).length > 0 || [...plainBlocks(body)].some(({ type }) => type === "picture");
}
