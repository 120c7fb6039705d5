import { firstName } from "../../model/student";
import { listed } from "../../words";
import type { FindingKind } from "./findingKind";

/** Names that a table brought along in capitals, or with spaces where none belong, as a family would read them. */
export const oddName: FindingKind = {
  severity: "caution",
  words: ({ quotes }) => ({
    title: `Names in capitals or with odd spaces: ${listed(quotes.map((name) => `“${name}”`))}`,
    mend: "That is how the families would read them. Correct them in Families.",
  }),
  inNote: ({ index, plan }) => {
    const odd = new Map<string, string>();
    const read = new Set<string>();
    for (const { key, matches, recipient } of plan.letters) {
      const look = (name: string) => {
        if (name && isOdd(name)) odd.set(name, key);
      };
      for (const { studentId } of matches) {
        if (read.has(studentId)) continue;
        read.add(studentId);
        const student = index.world.students.get(studentId);
        if (!student) continue;
        look(firstName(student));
        look(student.familyName);
      }
      if (read.has(recipient.id)) continue;
      read.add(recipient.id);
      look(recipient.name);
    }
    const [first] = odd;
    return first ? [{ path: { letterKey: first[1] }, quotes: [...odd.keys()].slice(0, MOST_QUOTED) }] : [];
  },
};

const MOST_QUOTED = 3;

function isOdd(name: string): boolean {
  if (name !== name.trim() || /\s{2,}/.test(name)) return true;
  const letters = name.replace(/[^\p{L}]/gu, "");
  // Scripts without capitals are the same either way.
  return letters.length > 2 && letters === letters.toLocaleUpperCase() && letters !== letters.toLocaleLowerCase();
}
