import { assignmentWords } from "../fields/missingWords";
import { type BlockKind, listOr } from "./blockKind";

/** What falls due in the days to come. */
export const upcomingWork: BlockKind<"upcomingWork"> = {
  label: "Upcoming work",
  begins: { days: 14, whenNothing: "Nothing falls due in the days to come." },
  model: ({ days, whenNothing }, { classDays, schoolClass, language }) => {
    const categoryOf = (id: string) => schoolClass.categories.find((category) => category.id === id)?.name ?? "";
    return listOr(
      whenNothing,
      classDays.upcoming(days).map((one) => assignmentWords(one, categoryOf(one.categoryId), language)),
    );
  },
  tells: ({ days }, { classDays }) => classDays.upcoming(days).map(({ id, dueDate }) => `to come ${id} ${dueDate}`),
  settings: ({ days }) => [
    { kind: "days", label: "For how many days to come", value: days, change: (next) => ({ days: next }) },
  ],
};
