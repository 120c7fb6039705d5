import { firstName, type Student } from "../model/student";

/** What students are called on a plan: by the first name, with as much of the family name as tells them apart. */
export function seatNames(students: readonly Student[]): ReadonlyMap<string, string> {
  const byFirst = new Map<string, Student[]>();
  for (const student of students)
    byFirst.set(firstName(student), [...(byFirst.get(firstName(student)) ?? []), student]);
  return new Map(
    students.map((student) => {
      const namesakes = byFirst.get(firstName(student)) ?? [];
      if (namesakes.length === 1) return [student.id, firstName(student)];
      const initial = [...student.familyName][0] ?? "";
      const isEnough = namesakes.filter(({ familyName }) => familyName.startsWith(initial)).length === 1;
      const isNamesake = namesakes.filter(({ familyName }) => familyName === student.familyName).length > 1;
      const more = isEnough
        ? `${initial}.`
        : [student.familyName, isNamesake ? student.studentNumber : ""].filter(Boolean).join(" ");
      return [student.id, `${firstName(student)} ${more}`.trim()];
    }),
  );
}

/** From where a plan is seen: from the back the front is at the top. */
export type SeenFrom = "the back" | "the front";

/** Where a place of the room is on the page; from the front all is turned around. */
export function placeSeen(
  { row, column }: { readonly row: number; readonly column: number },
  { rows, columns }: { readonly rows: number; readonly columns: number },
  from: SeenFrom,
): { row: number; column: number } {
  return from === "the back" ? { row, column } : { row: rows - 1 - row, column: columns - 1 - column };
}
