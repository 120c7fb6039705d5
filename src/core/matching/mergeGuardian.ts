import type { Guardian } from "../model/guardian";
import { fullName, type Student } from "../model/student";
import { freshId } from "./freshId";
import { isGoodAddress } from "./isGoodAddress";
import { nameKey } from "./nameKey";
import { confirmationAfter, frequencyFrom, languageTag, type SaidOfGuardian } from "./saidOfGuardian";
import { type NameParts, splitName } from "./splitName";

/** The people of a world while a table or an answer is worked into it. */
export interface Families {
  readonly students: Map<string, Student>;
  readonly guardians: Map<string, Guardian>;
  /** What the ids of new guardians are made with. */
  readonly idSeed: string;
}

/** One thing that would be different: "address", from, to. */
export interface PersonDifference {
  readonly what: string;
  readonly from: string;
  readonly to: string;
}

/** People by what tells them apart, so that siblings share their guardians. */
export class GuardianDirectory {
  private readonly byAddress = new Map<string, Set<string>>();

  constructor(private readonly families: Families) {
    for (const guardian of families.guardians.values()) this.remember(guardian);
  }

  /** A guardian of any family with this address and this name. */
  find(addresses: readonly string[], name: string): Guardian | undefined {
    const key = nameKey(name);
    for (const address of addresses) {
      for (const id of this.byAddress.get(address.toLowerCase()) ?? []) {
        const guardian = this.families.guardians.get(id);
        if (guardian && (!key || nameKey(fullName(guardian)) === key)) return guardian;
      }
    }
    return undefined;
  }

  remember(guardian: Guardian): void {
    for (const address of guardian.addresses) {
      const ids = this.byAddress.get(address.toLowerCase()) ?? new Set();
      this.byAddress.set(address.toLowerCase(), ids.add(guardian.id));
    }
  }
}

/**
 * Works what is said of one guardian into a student's family: a guardian that is known is brought up to date, a
 * sibling's is shared, others are added. Only what is said changes anything. Gives what is different.
 */
export function mergeGuardian(
  families: Families,
  directory: GuardianDirectory,
  studentId: string,
  said: SaidOfGuardian,
): PersonDifference[] {
  const student = families.students.get(studentId);
  if (!student) return [];
  const { givenName, familyName }: NameParts =
    said.givenName || said.familyName ? said : splitName(said.name, student.familyName);
  const name = fullName({ givenName, familyName });
  const addresses = said.addresses.map((address) => address.trim()).filter(Boolean);
  const known = guardianOf(families, student, name, addresses) ?? directory.find(addresses, name);
  const guardian = known ?? {
    id: freshId(families.idSeed, ["guardian", studentId, name || addresses[0] || "x"], (id) =>
      families.guardians.has(id),
    ),
    givenName,
    familyName,
    addresses: [],
    language: "en",
    householdId: householdOf(families, student),
    confirmation: "not asked" as const,
    frequency: "each letter" as const,
  };
  const next = updated(guardian, { ...said, givenName, familyName, addresses });
  families.guardians.set(next.id, next);
  directory.remember(next);
  const link = student.guardians.find(({ guardianId }) => guardianId === next.id);
  const relation = said.relation.trim() || link?.relation || "guardian";
  if (!link) {
    families.students.set(studentId, {
      ...student,
      guardians: [...student.guardians, { guardianId: next.id, relation }],
    });
  } else if (link.relation !== relation) {
    families.students.set(studentId, {
      ...student,
      guardians: student.guardians.map((one) => (one === link ? { ...one, relation } : one)),
    });
  }
  return differences(known, next, link?.relation, relation);
}

function guardianOf(families: Families, student: Student, name: string, addresses: readonly string[]) {
  const family = student.guardians.flatMap(({ guardianId }) => families.guardians.get(guardianId) ?? []);
  const key = nameKey(name);
  const lower = new Set(addresses.map((address) => address.toLowerCase()));
  const byName = key ? family.filter((guardian) => nameKey(fullName(guardian)) === key) : [];
  const byAddress = family.filter((guardian) => guardian.addresses.some((address) => lower.has(address.toLowerCase())));
  if (byName[0]) return byName[0];
  // Parents may share an address: it is enough alone only where nobody is named, or a part of the name agrees.
  const parts = key.split(" ");
  const alike = byAddress.filter(
    (guardian) =>
      !key ||
      nameKey(fullName(guardian))
        .split(" ")
        .some((part) => !part || parts.includes(part)),
  );
  const familyPart = nameKey(student.familyName).split(" ");
  const byGivenName = alike.filter((guardian) => {
    const given = nameKey(guardian.givenName)
      .split(" ")
      .filter((part) => !familyPart.includes(part));
    return !key || given.length === 0 || given.some((part) => !part || parts.includes(part));
  });
  return byGivenName.length === 1 ? byGivenName[0] : undefined;
}

function householdOf(families: Families, student: Student): string {
  const [first] = student.guardians;
  return (first && families.guardians.get(first.guardianId)?.householdId) || `household-${student.id}`;
}

function updated(guardian: Guardian, said: SaidOfGuardian): Guardian {
  const wish = frequencyFrom(said.frequency);
  return {
    ...guardian,
    // Nobody is renamed by a table; who had no name gets one.
    ...(fullName(guardian) === "" && { givenName: said.givenName, familyName: said.familyName }),
    addresses: addressesAfter(guardian.addresses, said.addresses),
    language: languageTag(said.language) ?? guardian.language,
    frequency: wish && wish !== "none" ? wish : guardian.frequency,
    confirmation: confirmationAfter(wish, guardian.confirmation),
  };
}

/**
 * What was said last goes first, in its order; nothing displaces a good address but another one, and an address that is none
 * goes away as soon as there is one. Each counts once, whatever its case.
 */
function addressesAfter(known: readonly string[], said: readonly string[]): string[] {
  const good = said.filter(isGoodAddress);
  const all = [...good, ...known, ...said];
  const order = good.length > 0 ? all.filter(isGoodAddress) : all;
  const spelled = new Map(known.map((address) => [address.toLowerCase(), address]));
  return [
    ...new Map(order.map((address) => [address.toLowerCase(), spelled.get(address.toLowerCase()) ?? address])).values(),
  ];
}

function differences(
  known: Guardian | undefined,
  next: Guardian,
  relationBefore: string | undefined,
  relation: string,
): PersonDifference[] {
  const name = fullName(next) || next.addresses[0] || "guardian";
  if (!known) {
    return [{ what: "new guardian", from: "", to: [name, relation, next.addresses[0] ?? "no address"].join(", ") }];
  }
  const rows: [string, string, string][] = [
    [`${name}: name`, fullName(known), fullName(next)],
    [`${name}: letters go to`, known.addresses[0] ?? "", next.addresses[0] ?? ""],
    [`${name}: language`, known.language, next.language],
    [`${name}: how often`, known.frequency, next.frequency],
    [`${name}: may be written to`, known.confirmation, next.confirmation],
    relationBefore === undefined
      ? ["guardian shared with a sibling", "", name]
      : [`${name}: relation`, relationBefore, relation],
  ];
  return rows.flatMap(([what, from, to]) => (from === to ? [] : [{ what, from, to }]));
}
