import { MAX_HEADER_CHARACTERS } from "../delivery/postRequests";
import type { FiguresIndex } from "../figures/figuresIndex";
import { wantsNoLetters } from "../model/guardian";
import { firstName } from "../model/student";
import { type NotePlan, type PlannedLetter, readersOf } from "../selection/planNote";
import { fewOf, listed } from "../words";
import { type Finding, findingOf } from "./finding";
import { someNames } from "./someNames";

/** A line break or another control character: in a name it could end a header of the message. */
const BREAKS_HEADER = /[\p{Cc}\u2028\u2029]/u;

/** Who gets the note: nobody, somebody who can't, somebody who must not. */
export function peopleFindings(index: FiguresIndex, plan: NotePlan): Finding[] {
  if (plan.selected.length === 0) return [findingOf("nobody-selected")];
  if (plan.letters.length === 0) return [findingOf("no-recipients")];
  const findings: Finding[] = [];
  const seen = new Set<string>();
  for (const letter of plan.letters) {
    const code = recipientProblem(index, letter);
    const { key, recipient } = letter;
    if (!code || seen.has(`${code}/${recipient.id}`)) continue;
    seen.add(`${code}/${recipient.id}`);
    findings.push(
      findingOf(code, {
        path: { letterKey: key, recipientId: recipient.id },
        quotes: [recipient.name, recipient.address, ...someNames(index, letter.matches)],
      }),
    );
  }
  if (plan.notReached.length > 0) {
    findings.push(findingOf("student-not-reached", { quotes: someNames(index, plan.notReached) }));
  }
  return [...findings, ...mailboxFindings(index, plan), ...nameFindings(index, plan)];
}

/** Mailboxes that several people read: one letter for them, or, where they have other children, a word of caution. */
function mailboxFindings(index: FiguresIndex, { letters }: NotePlan): Finding[] {
  const together = letters.filter(({ others }) => others !== undefined);
  const line =
    together.length > 0
      ? [
          findingOf("one-mailbox", {
            path: { letterKey: together[0]?.key },
            numbers: { letters: together.length },
            quotes: fewOf(together.map((letter) => listed(readersOf(letter).map(({ name }) => name)))),
          }),
        ]
      : [];
  const byAddress = new Map<string, Map<string, PlannedLetter>>();
  for (const letter of letters) {
    if (!letter.recipient.addressIsGood) continue;
    const address = letter.recipient.address.toLowerCase();
    byAddress.set(address, (byAddress.get(address) ?? new Map()).set(letter.recipient.id, letter));
  }
  const shared = [...byAddress.values()].filter(({ size }) => size > 1);
  const [first] = shared;
  if (!first) return line;
  const [letter] = [...first.values()];
  return [
    findingOf("shared-mailbox", {
      path: { letterKey: letter?.key },
      numbers: { letters: shared.length },
      quotes: fewOf(
        shared.map((readers) =>
          listed(
            [...readers.values()].map(
              ({ recipient, matches }) => `${recipient.name} (${listed(someNames(index, matches))})`,
            ),
          ),
        ),
      ),
    }),
    ...line,
  ];
}

function recipientProblem(index: FiguresIndex, { matches, recipient }: PlannedLetter): Finding["code"] | undefined {
  const looksAfter = (studentId: string) =>
    index.world.students.get(studentId)?.guardians.some(({ guardianId }) => guardianId === recipient.id) ?? false;
  if (recipient.kind === "guardian") {
    const guardian = index.world.guardians.get(recipient.id);
    if (!matches.every(({ studentId }) => looksAfter(studentId))) return "not-a-guardian";
    if (guardian && wantsNoLetters(guardian)) return "wants-no-letters";
  } else if (matches.some(({ studentId }) => studentId !== recipient.id)) return "not-a-guardian";
  if (BREAKS_HEADER.test(recipient.name) || BREAKS_HEADER.test(recipient.address)) return "header-breaking";
  if (recipient.name.length > MAX_HEADER_CHARACTERS) return "too-long";
  return recipient.addressIsGood ? undefined : "no-good-address";
}

/** Names that a table brought along in capitals, or with spaces where none belong, as a family would read them. */
function nameFindings(index: FiguresIndex, plan: NotePlan): Finding[] {
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
  return first ? [findingOf("odd-name", { path: { letterKey: first[1] }, quotes: [...odd.keys()].slice(0, 3) })] : [];
}

function isOdd(name: string): boolean {
  if (name !== name.trim() || /\s{2,}/.test(name)) return true;
  const letters = name.replace(/[^\p{L}]/gu, "");
  // Scripts without capitals are the same either way.
  return letters.length > 2 && letters === letters.toLocaleUpperCase() && letters !== letters.toLocaleLowerCase();
}
