import { nameKey } from "../matching/nameKey";
import { classLabel } from "../model/schoolClass";
import { fullName } from "../model/student";
import { titleKey } from "../model/titleKey";
import type { World } from "../model/world";

/** What a gradebook knows by its words and numbers: cells and headings that are among them say what a column is. */
export interface KnownValues {
  /** By `titleKey`. */
  readonly categories: ReadonlySet<string>;
  readonly assignments: ReadonlySet<string>;
  readonly classes: ReadonlySet<string>;
  readonly ownColumns: ReadonlySet<string>;
  readonly terms: ReadonlySet<string>;
  /** Whether other tables of the same drop are each about a category, and called so: then a like one is too. */
  readonly hasCategoryTables?: boolean;
  /** Assignments and categories that other tables of the same drop have, by `titleKey`. */
  readonly pileWork?: ReadonlyMap<string, number | undefined>;
  readonly pileCategories?: ReadonlySet<string>;
  /** By `numberKey`. */
  readonly studentNumbers: ReadonlySet<string>;
  /** By `nameKey`, of students: whole names, and the parts of them. */
  readonly names: ReadonlySet<string>;
  readonly givenNames: ReadonlySet<string>;
  readonly familyNames: ReadonlySet<string>;
  readonly guardianNames: ReadonlySet<string>;
  /** In small letters. */
  readonly studentAddresses: ReadonlySet<string>;
  readonly guardianAddresses: ReadonlySet<string>;
}

type Known = Pick<World, "classes" | "assignments" | "students" | "guardians" | "ownColumns" | "terms">;

/** A student number as it compares: spreadsheets drop leading zeros. */
export function numberKey(studentNumber: string): string {
  return studentNumber
    .trim()
    .toLowerCase()
    .replace(/^0+(?=.)/, "");
}

/** A number with the zeros that a spreadsheet took from it elsewhere. */
export function fullerNumber(known: string, written: string): string {
  if (!known) return written;
  return numberKey(known) === numberKey(written) && written.length > known.length ? written : known;
}

/** Made again only for the parts of a world that are other ones: tables are planned one after the other. */
const kept = new WeakMap<object, object>();

function once<Source extends object, Made extends object>(source: Source, make: (source: Source) => Made): Made {
  const known = kept.get(source) as Made | undefined;
  if (known) return known;
  const made = make(source);
  kept.set(source, made);
  return made;
}

/** The words and numbers that a gradebook knows. */
export function knownValues({ classes, assignments, students, guardians, ownColumns, terms }: Known): KnownValues {
  return {
    ...once(classes, (all) => ({
      categories: new Set([...all.values()].flatMap((one) => one.categories.map(({ name }) => titleKey(name)))),
      classes: new Set([...all.values()].flatMap((one) => [classLabel(one), one.name, one.block].map(titleKey))),
    })),
    ...once(assignments, (all) => ({ assignments: new Set([...all.values()].map(({ title }) => titleKey(title))) })),
    ...once(ownColumns, (all) => ({ ownColumns: new Set([...all.values()].map(({ name }) => titleKey(name))) })),
    ...once(terms, (all) => ({ terms: new Set([...all.values()].map(({ name }) => titleKey(name))) })),
    ...once(students, (all) => {
      const list = [...all.values()];
      return {
        studentNumbers: new Set(list.flatMap(({ studentNumber }) => numberKey(studentNumber) || [])),
        names: new Set(
          list.flatMap((student) => [
            nameKey(fullName(student)),
            ...(student.preferredName ? [nameKey(`${student.preferredName} ${student.familyName}`)] : []),
          ]),
        ),
        givenNames: new Set(
          list.flatMap((one) => [one.givenName, one.preferredName ?? ""].map(nameKey)).filter(Boolean),
        ),
        familyNames: new Set(list.flatMap(({ familyName }) => nameKey(familyName) || [])),
        studentAddresses: new Set(list.flatMap(({ address }) => address?.toLowerCase() ?? [])),
      };
    }),
    ...once(guardians, (all) => {
      const list = [...all.values()];
      return {
        guardianNames: new Set(list.flatMap((one) => nameKey(fullName(one)) || [])),
        guardianAddresses: new Set(list.flatMap(({ addresses }) => addresses.map((one) => one.toLowerCase()))),
      };
    }),
  };
}
