import { noteLetters } from "../letter/noteLetters";
import type { Match, PlannedLetter } from "../selection/planNote";
import { type Finding, findingOf } from "./finding";
import { FINDING_CODES, type FindingCode, findingKind } from "./findingKinds";
import type { Hit, NoteScene } from "./findings/findingKind";
import { LetterScene, LettersOfNote } from "./findings/letterScene";
import { someNames } from "./reading/someNames";

interface Gathered {
  readonly code: FindingCode;
  /** Of the first letter. */
  readonly hit: Hit;
  readonly letters: PlannedLetter[];
  readonly matches: Match[];
}

const IN_LETTERS = FINDING_CODES.flatMap((code) => {
  const { inLetter } = findingKind(code);
  return inLetter ? [{ code, inLetter }] : [];
});

/** What only the finished letters show; each kind of finding once, with the first letter and how many more there are. */
export function letterFindings({ index, note, plan }: NoteScene): Finding[] {
  const found = new Map<string, Gathered>();
  const all = new LettersOfNote(index, note);
  for (const letter of noteLetters(index, note, plan.letters)) {
    const { planned } = letter;
    const scene = new LetterScene(all, letter);
    for (const { code, inLetter } of IN_LETTERS) {
      for (const hit of inLetter(scene)) {
        const key = keyOf(code, hit.where);
        const known = found.get(key) ?? { code, hit, letters: [], matches: [] };
        known.letters.push(planned);
        known.matches.push(...(hit.about ?? planned.matches));
        found.set(key, known);
      }
    }
  }
  joinMaybes(found);
  return [...found.values()].map(({ code, hit, letters, matches }) => {
    const { severity, quotes } = findingKind(code);
    const names = quotes === "what stands there" ? [] : someNames(index, matches);
    return findingOf(code, {
      path: {
        letterKey: letters[0]?.key,
        ...(severity === "stop" && { letterKeys: letters.map(({ key }) => key) }),
        ...hit.where,
      },
      numbers: {
        letters: letters.length,
        students: new Set(matches.map(({ studentId }) => studentId)).size,
        ...hit.numbers,
      },
      quotes: quotes === "names" ? names : [hit.quote ?? "", ...names],
    });
  });
}

/** What is only maybe so of a word, in letters where for others it surely is, counts with those. */
function joinMaybes(found: Map<string, Gathered>): void {
  for (const [key, { code, hit, letters, matches }] of found) {
    const sure = code === "maybe-foreign-name" ? found.get(keyOf("foreign-name", hit.where)) : undefined;
    if (!sure) continue;
    sure.letters.push(...letters);
    sure.matches.push(...matches);
    found.delete(key);
  }
}

function keyOf(code: FindingCode, { field = "", word = "" }: Hit["where"] = {}): string {
  return `${code}/${field}/${word}`;
}
