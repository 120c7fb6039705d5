import { plainBlocks } from "../../model/letterBody";
import type { FindingKind } from "./findingKind";
import { placeOf } from "./wording";

export const pictureWithoutAlt: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `A picture in the ${placeOf(details)} has no words`,
    mend: "Who can’t see it gets nothing. Choose the picture and write what it shows.",
  }),
  inWords: ({ words }) =>
    [...plainBlocks(words.body)].some((block) => block.type === "picture" && !block.attrs.alt.trim())
      ? [{ path: { place: "body" } }]
      : [],
};
