import { trend as trendOf } from "../../figures/trend";
import { trendPicture } from "../fields/trendPicture";
import { writingIn } from "../fields/writingIn";
import type { BlockKind } from "./blockKind";

const FEWEST_POINTS = 2;

/** How the overall average went, as a picture with the same in words. */
export const trend: BlockKind<"trend"> = {
  label: "Trend as a picture",
  begins: { whenNothing: "There are not enough scores yet." },
  model: ({ whenNothing }, { gradebook, student, period, today, language, schoolClass }) => {
    const points = trendOf(gradebook, student.id, period, today);
    const known = points.flatMap(({ day, average }) => (average ? [{ day, shown: average.shown }] : []));
    if (known.length < FEWEST_POINTS) return { kind: "sentence", text: whenNothing };
    const writing = writingIn(language);
    const words = known.map(
      ({ day, shown }) => `${writing.day(day, "short")} ${writing.percent(shown, schoolClass.decimals)}`,
    );
    return {
      kind: "picture",
      src: trendPicture(points.map(({ average }) => average?.shown)),
      words: `${words.join(", ")}.`,
    };
  },
};
