import type { FiguresIndex } from "../figures/figuresIndex";
import { fieldById } from "../letter/fields";
import { inlineNodes, type LetterBody, type LetterSubject } from "../letter/letterDocument";
import { noteLetters } from "../letter/noteLetters";
import type { Note } from "../model/note";
import { fullName } from "../model/student";
import { currentTerm, WHOLE_YEAR } from "../model/term";
import type { Match, NotePlan } from "../selection/planNote";
import { draftingWords } from "./draftingWords";
import type { Finding } from "./finding";

/** How many names a finding quotes before it says how many more there are. */
const MOST_NAMES = 3;

/** Reads every letter of a note as it would be sent; stops come first. */
export function checkNote(index: FiguresIndex, note: Note, plan: NotePlan): Finding[] {
  const findings = [
    ...peopleFindings(index, plan),
    ...wordsFindings("subject", note.subject),
    ...wordsFindings("body", note.body),
    ...letterFindings(index, note, plan),
    ...termFindings(index, note),
  ];
  return [...findings.filter(isStop), ...findings.filter((finding) => !isStop(finding))];
}

export function isStop(finding: Finding): boolean {
  return finding.severity === "stop";
}

function peopleFindings(index: FiguresIndex, plan: NotePlan): Finding[] {
  if (plan.selected.length === 0) return [stop("nobody-selected")];
  if (plan.letters.length === 0) return [stop("no-recipients")];
  const findings: Finding[] = [];
  const seen = new Set<string>();
  for (const { key, recipient } of plan.letters) {
    if (recipient.addressIsGood || seen.has(recipient.id)) continue;
    seen.add(recipient.id);
    findings.push(
      stop("no-good-address", {
        path: { letterKey: key, recipientId: recipient.id },
        quotes: [recipient.name, recipient.address],
      }),
    );
  }
  if (plan.notReached.length > 0) {
    findings.push(caution("student-not-reached", { quotes: someNames(index, plan.notReached) }));
  }
  return findings;
}

function wordsFindings(place: "subject" | "body", document: LetterSubject | LetterBody): Finding[] {
  const nodes = [...inlineNodes(document)];
  const fields = nodes.filter((node) => node.type === "field");
  const text = nodes.map((node) => (node.type === "text" ? node.text : " ")).join("");
  const hasBlock = document.content.some(({ type }) => type === "averagesTable" || type === "missingWork");
  const findings: Finding[] = [];
  if (!text.trim() && fields.length === 0 && !hasBlock) {
    findings.push(stop(place === "subject" ? "empty-subject" : "empty-body", { path: { place } }));
  }
  const left = draftingWords(text);
  if (left.length > 0) findings.push(stop("drafting-words", { path: { place }, quotes: left }));
  for (const field of new Set(fields.map(({ attrs }) => attrs.field))) {
    if (!fieldById(field)) findings.push(stop("unknown-field", { path: { place, field } }));
  }
  return findings;
}

/** What only the finished letters show: fields that came out empty, and for whom. */
function letterFindings(index: FiguresIndex, note: Note, plan: NotePlan): Finding[] {
  const unfilled = new Map<string, { letterKey: string; matches: Match[]; letters: number }>();
  for (const { planned, rendered } of noteLetters(index, note, plan.letters)) {
    for (const field of rendered.unfilled) {
      const found = unfilled.get(field);
      if (!found) unfilled.set(field, { letterKey: planned.key, matches: [planned.match], letters: 1 });
      else {
        found.letters += 1;
        if (found.matches.at(-1) !== planned.match) found.matches.push(planned.match);
      }
    }
  }
  return [...unfilled].flatMap(([field, { letterKey, matches, letters }]) =>
    fieldById(field)
      ? stop("unfilled-field", {
          path: { letterKey, field },
          numbers: { letters, students: matches.length },
          quotes: someNames(index, matches),
        })
      : [],
  );
}

function termFindings(index: FiguresIndex, note: Note): Finding[] {
  const { period } = note.selection;
  const terms = [...index.world.terms.values()];
  const current = currentTerm(terms, index.today);
  const chosen = terms.find(({ id }) => id === period);
  if (period === WHOLE_YEAR || !current || chosen?.id === current.id) return [];
  return [caution("term-not-current", { quotes: [chosen?.name ?? "no term", current.name] })];
}

function someNames(index: FiguresIndex, matches: readonly Match[]): string[] {
  const names = [...new Set(matches.map(({ studentId }) => studentId))].map((id) => {
    const student = index.world.students.get(id);
    return student ? fullName(student) : id;
  });
  return names.length <= MOST_NAMES + 1 ? names : [...names.slice(0, MOST_NAMES), `${names.length - MOST_NAMES} more`];
}

type Details = Partial<Pick<Finding, "path" | "numbers" | "quotes">>;

function stop(code: Finding["code"], details: Details = {}): Finding {
  return { severity: "stop", code, path: {}, numbers: {}, quotes: [], ...details };
}

function caution(code: Finding["code"], details: Details): Finding {
  return { ...stop(code, details), severity: "caution" };
}
