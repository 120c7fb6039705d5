import { wordsIn } from "../../languages/productLanguages";
import { shownCategories } from "../../model/shownCategories";
import { titleKey } from "../../model/titleKey";
import { categoryOptions } from "../../selection/conditions/gradebookOptions";
import { writingIn } from "../fields/writingIn";
import type { BlockKind } from "./blockKind";

export const averagesTable: BlockKind<"averagesTable"> = {
  label: "Table of averages",
  begins: { leftOut: [], withOverall: true },
  model: ({ leftOut, withOverall }, { index, schoolClass, figures, language }) => {
    const words = wordsIn(language);
    const text = (average: { shown: number } | undefined) =>
      average ? writingIn(language).percent(average.shown, schoolClass.decimals) : words.noScoresYet;
    const isShown = new Set(shownCategories(schoolClass, index.world).map(({ name }) => name));
    const isListed = (name: string) => !leftOut.some((one) => titleKey(one) === titleKey(name));
    return {
      kind: "table",
      head: [words.category, words.average],
      rows: [
        ...schoolClass.categories.flatMap(({ name }, place) =>
          isListed(name) && isShown.has(name) ? [[name, text(figures.categoryAverages[place])]] : [],
        ),
        ...(withOverall ? [[words.overall, text(figures.overall)]] : []),
      ],
    };
  },
  settings: ({ leftOut, withOverall }, world) => [
    ...categoryOptions(world).map(({ value }) => ({
      kind: "check" as const,
      label: value,
      isOn: !leftOut.includes(value),
      change: (isOn: boolean) => ({ leftOut: isOn ? leftOut.filter((one) => one !== value) : [...leftOut, value] }),
    })),
    {
      kind: "check",
      label: "the overall average",
      isOn: withOverall,
      change: (isOn) => ({ withOverall: isOn }),
    },
  ],
};
