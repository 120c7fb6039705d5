import { studentMatcher } from "../matching/matchStudents";
import type { World } from "../model/world";
import { type ColumnRole, guessShape } from "./columnRoles";
import type { RawTable } from "./rawTable";
import { guessTargets, identityReader, type ScoreImportChoices } from "./scoreImport";

/** How a table of scores seems to be meant: its header, its columns, its class. Every part of it can be changed. */
export function startScoreImport(
  table: RawTable,
  options: { termId: string; classId?: string; newId: () => string },
  world: World,
): ScoreImportChoices {
  const { headerRow, headers, roles } = guessShape(table);
  const classId = options.classId ?? guessClass(table, headerRow, roles, world);
  const categoryId = world.classes.get(classId)?.categories[0]?.id ?? "";
  return {
    classId,
    termId: options.termId,
    headerRow,
    roles: [...roles],
    targets: guessTargets(headers, roles, { ...options, classId, categoryId }, world),
    marks: {},
    answers: {},
  };
}

/** The class that most rows belong to. */
function guessClass(table: RawTable, headerRow: number, roles: readonly ColumnRole[], world: World): string {
  const identityOf = identityReader(roles);
  const rows = table.rows.slice(headerRow + 1).map(identityOf);
  let best = { classId: "", certain: -1 };
  for (const schoolClass of world.classes.values()) {
    const matchOf = studentMatcher(
      schoolClass.studentIds.flatMap((id) => world.students.get(id) ?? []),
      "exact only",
    );
    const certain = rows.filter((row) => matchOf(row).kind === "certain").length;
    if (certain > best.certain) best = { classId: schoolClass.id, certain };
  }
  return best.classId;
}
