import type { FiguresIndex } from "../figures/figuresIndex";
import type { Match, PlannedLetter } from "../selection/planNote";
import { type Finding, type FindingCode, findingOf, STOP_CODES } from "./finding";
import { someNames } from "./someNames";

const STOPS: ReadonlySet<FindingCode> = new Set(STOP_CODES);

type Where = Pick<Finding["path"], "field" | "place" | "word">;

interface Gathered {
  readonly code: FindingCode;
  readonly where: Where;
  readonly quote: string;
  readonly letters: PlannedLetter[];
  readonly matches: Match[];
}

/** Findings of many letters, gathered by what they are. */
export class Collected {
  private readonly found = new Map<string, Gathered>();

  constructor(private readonly index: FiguresIndex) {}

  /** One more letter with a finding; `about` are those whom it concerns, where not all that the letter is about. */
  add(code: FindingCode, planned: PlannedLetter, where: Where = {}, quote = "", about = planned.matches): void {
    const key = keyOf(code, where);
    const known = this.found.get(key) ?? { code, where, quote, letters: [], matches: [] };
    known.letters.push(planned);
    known.matches.push(...about);
    this.found.set(key, known);
  }

  /** What is only maybe so of a word, in letters where for others it surely is, counts with those. */
  private joinMaybes(): void {
    for (const [key, { code, where, letters, matches }] of this.found) {
      const sure = code === "maybe-foreign-name" ? this.found.get(keyOf("foreign-name", where)) : undefined;
      if (!sure) continue;
      sure.letters.push(...letters);
      sure.matches.push(...matches);
      this.found.delete(key);
    }
  }

  findings(): Finding[] {
    this.joinMaybes();
    return [...this.found.values()].map(({ code, where, quote, letters, matches }) =>
      findingOf(code, {
        path: {
          letterKey: letters[0]?.key,
          ...(STOPS.has(code) && { letterKeys: letters.map(({ key }) => key) }),
          ...where,
        },
        numbers: {
          letters: letters.length,
          students: new Set(matches.map(({ studentId }) => studentId)).size,
          ...(code === "long-subject" && { characters: quote.length }),
          ...((code === "heavy-letter" || code === "too-large-letter") && { size: Number(quote) }),
        },
        quotes:
          code === "drafting-words"
            ? [quote]
            : code === "no-photo" || code === "unfilled-field" || code === "empty-subject" || code === "empty-body"
              ? someNames(this.index, matches)
              : [quote, ...someNames(this.index, matches)],
      }),
    );
  }
}

function keyOf(code: FindingCode, { field = "", word = "" }: Where): string {
  return `${code}/${field}/${word}`;
}
