import { writingIn } from "../fields/writingIn";
import { type BlockKind, listOr } from "./blockKind";

/** What the class did in the last days. */
export const classLog: BlockKind<"classLog"> = {
  label: "Class log",
  begins: { days: 14, whenNothing: "Nothing was noted for these days." },
  isWritten: true,
  model: ({ days, whenNothing }, { classDays, language }) =>
    listOr(
      whenNothing,
      classDays
        .log(days)
        .map(({ day, text }) => `${writingIn(language).day(day, "long")}: ${text.replace(/\s+/g, " ")}`),
    ),
  tells: ({ days }, { classDays }) => classDays.log(days).map(({ id, text }) => `in class ${id} ${text}`),
  settings: ({ days }) => [
    { kind: "days", label: "Of how many of the last days", value: days, change: (next) => ({ days: next }) },
  ],
};
