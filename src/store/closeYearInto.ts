import { copyDatabase } from "./copyDatabase";
import type { TableName } from "./tables";
import type { VineDatabase } from "./vineDatabase";

/** What becomes of a class in the next year: it goes on under a name, or it ends. */
export type ClassEnds = Readonly<Record<string, { readonly name: string } | "ends">>;

/** What is of one year. */
const OF_THE_YEAR: readonly TableName[] = [
  ...(["assignments", "scoreColumns", "averageColumns", "pastScores", "markings", "views", "logEntries"] as const),
  ...(["broughtIn", "rounds", "letters", "letterBlocks", "roundPeople", "roundWords", "replies"] as const),
  ...(["runs", "planMemories", "laidRounds", "outbox", "changes", "drafts"] as const),
];

/** Copies what stays when a year is closed: families, notes, templates, rubrics and recipes, and the classes that go on. */
export function closeYearInto(from: VineDatabase, to: VineDatabase, classes: ClassEnds): Promise<void> {
  const ends = (id: unknown) => classes[String(id)] === "ends";
  return copyDatabase(
    from,
    to,
    (table, record) => {
      if (ends(table === "classes" ? record.id : record.classId)) return undefined;
      const goesOn = table === "classes" ? classes[String(record.id)] : undefined;
      if (goesOn && goesOn !== "ends") return { ...record, name: goesOn.name };
      // Nothing leaves by itself before she has looked at it.
      return table === "plans" ? { ...record, isOn: false } : record;
    },
    OF_THE_YEAR,
  );
}
