/** A figure that a sentence holds, as it is shown. */
export type StatedFigure =
  | { readonly kind: "percent"; readonly value: number; readonly isNow: boolean }
  | { readonly kind: "points"; readonly value: number; readonly possible: number }
  | { readonly kind: "count"; readonly value: number }
  /** In percentage points. */
  | { readonly kind: "change"; readonly value: number };

/** Something that a sentence says of the figures in it. */
export interface Claim {
  /** As it stands there. */
  readonly words: string;
  /** Whether it is certainly untrue of these figures; where nothing compares it is not. */
  isUntrueOf(figures: readonly StatedFigure[], passMark: number | undefined): boolean;
}

/** What is only supposed, wished or rounded is not said of a figure. */
const ONLY_SUPPOSED =
  /\b(?:if|when|once|whether|until|unless|would|could|should|might|may|must|need(?:s|ed)? to|have to|aim|goal|target|hope|try|to reach|those|everybody|students|anybody|who|about|around|roughly|almost|nearly|close to|approximately|rounded|not yet)\b/iu;

const AMOUNT = "(\\d+(?:[.,]\\d+)?)\\s*(%|percent|per cent|points?|marks?)?";

/** What a sentence in English says of the figures in it; each stands as "…". */
export function claimsOf(sentence: string): Claim[] {
  if (ONLY_SUPPOSED.test(sentence)) return [];
  return [...boundClaims(sentence), ...changeClaims(sentence), ...passClaims(sentence), ...wholeClaims(sentence)];
}

type Test = (value: number) => boolean;

function boundClaims(sentence: string): Claim[] {
  const made: Claim[] = [];
  const find = (pattern: string, testOf: (threshold: number, upTo: number) => Test) => {
    for (const match of sentence.matchAll(new RegExp(`\\b${pattern}`, "giu"))) {
      const [words, ...groups] = match;
      const numbers = groups
        .filter((one) => one !== undefined && /^\d/.test(one))
        .map((one) => Number(one?.replace(",", ".")));
      const unit = groups.filter((one) => one !== undefined && !/^\d/.test(one)).at(-1);
      const [first = Number.NaN, second = first] = numbers;
      const isNot = /\b(?:not|never|no longer)\s*$/iu.test(sentence.slice(0, match.index));
      const test = testOf(first, second);
      made.push(boundClaim((isNot ? "not " : "") + words.trim(), unit, (value) => test(value) !== isNot));
    }
  };
  find(`(?:above|over|more than|higher than|better than|beyond)\\s+${AMOUNT}`, (x) => (value) => value > x);
  find(`(?:below|under|less than|lower than|worse than|fewer than)\\s+${AMOUNT}`, (x) => (value) => value < x);
  find(`(?:at least|no less than|reached (?:the )?)\\s*${AMOUNT}`, (x) => (value) => value >= x);
  find(`(?:at most|no more than|not more than)\\s+${AMOUNT}`, (x) => (value) => value <= x);
  find(`(?:at\\s+)?${AMOUNT}\\s*(?:or|and)\\s+(?:more|above|higher|better|over)`, (x) => (value) => value >= x);
  find(`(?:at\\s+)?${AMOUNT}\\s*(?:or|and)\\s+(?:less|below|lower|fewer|under)`, (x) => (value) => value <= x);
  find(
    `between\\s+${AMOUNT}\\s+and\\s+${AMOUNT}`,
    (x, y) => (value) => value >= Math.min(x, y) && value <= Math.max(x, y),
  );
  return made;
}

function boundClaim(words: string, unit: string | undefined, holds: Test): Claim {
  const isPercent = unit !== undefined && /^(?:%|per)/i.test(unit);
  const isPoints = unit !== undefined && /^(?:point|mark)/i.test(unit);
  return {
    words,
    isUntrueOf: (figures) => {
      const compared = figures.flatMap((figure) => {
        if (figure.kind === "percent") return isPercent || unit === undefined ? [figure.value] : [];
        if (figure.kind === "points")
          return isPercent ? (figure.possible > 0 ? [(figure.value * 100) / figure.possible] : []) : [figure.value];
        return figure.kind === "count" && !isPercent && !isPoints ? [figure.value] : [];
      });
      return compared.length > 0 && !compared.some(holds);
    },
  };
}

const ROSE =
  /\b(?:(?:has |have |is |are )?(?:gone up|rose|risen|rises|improved|improving|increased|climbed|went up|going up|better than before|higher than (?:before|last))|(?:fine |great |good |clear |an? )?(?:improvement|increase|rise))\b/iu;
const FELL =
  /\b(?:(?:has |have |is |are )?(?:gone down|fell|fallen|falls|dropped|declined|decreased|slipped|went down|going down|worse than before|lower than (?:before|last))|(?:an? )?(?:drop|decline|decrease))\b/iu;
const SAME = /\b(?:stayed the same|unchanged|remained the same|not changed|no change|the same as before)\b/iu;

function changeClaims(sentence: string): Claim[] {
  const kinds: [RegExp, (change: number) => boolean][] = [
    [ROSE, (change) => change > 0],
    [FELL, (change) => change < 0],
    [SAME, (change) => change === 0],
  ];
  return kinds.flatMap(([pattern, holds]) => {
    const [words] = pattern.exec(sentence) ?? [];
    if (words === undefined || /\b(?:no|not|without) (?:an? )?(?:improvement|increase|drop)\b/iu.test(sentence))
      return [];
    return [
      {
        words,
        isUntrueOf: (figures: readonly StatedFigure[]) => {
          const change = figures.find(({ kind }) => kind === "change")?.value ?? changeBetween(figures);
          return change !== undefined && !holds(change);
        },
      },
    ];
  });
}

function changeBetween(figures: readonly StatedFigure[]): number | undefined {
  const percents = figures.flatMap((figure) => (figure.kind === "percent" ? [figure] : []));
  const now = percents.find(({ isNow }) => isNow);
  const before = percents.find(({ isNow }) => !isNow);
  return now && before && percents.length === 2 ? now.value - before.value : undefined;
}

const PASSED = /\b(?:passed|passing|(?:a |clear |good )?pass(?! mark)|above the pass mark|over the pass mark)\b/iu;
const NOT_PASSED =
  /\b(?:(?:not|n['’]t|have not|has not) (?:yet )?pass(?:ed|ing)?|fail(?:s|ed|ing)?|below the pass mark|under the pass mark)\b/iu;

function passClaims(sentence: string): Claim[] {
  const [not] = NOT_PASSED.exec(sentence) ?? [];
  const [pass] = not === undefined ? (PASSED.exec(sentence) ?? []) : [];
  const words = not ?? pass;
  if (words === undefined) return [];
  return [
    {
      words,
      isUntrueOf: (figures, passMark) => {
        const [figure] = figures.flatMap((one) => (one.kind === "percent" ? [one.value] : []));
        return passMark !== undefined && figure !== undefined && figure >= passMark !== (not === undefined);
      },
    },
  ];
}

/** "full marks", "more than half of the points", "more than one". */
function wholeClaims(sentence: string): Claim[] {
  const points = (pattern: RegExp, holds: (value: number, possible: number) => boolean): Claim[] => {
    const [words] = pattern.exec(sentence) ?? [];
    if (words === undefined) return [];
    return [
      {
        words,
        isUntrueOf: (figures) =>
          figures.some((one) => one.kind === "points" && one.possible > 0 && !holds(one.value, one.possible)),
      },
    ];
  };
  const counts = (pattern: RegExp, holds: Test): Claim[] => {
    const [words] = pattern.exec(sentence) ?? [];
    if (words === undefined) return [];
    return [{ words, isUntrueOf: (figures) => figures.some((one) => one.kind === "count" && !holds(one.value)) }];
  };
  return [
    ...points(
      /\b(?:full marks|all (?:the |of the )?points|every point|a perfect score|perfect score)\b/iu,
      (a, b) => a >= b,
    ),
    ...points(/\bmore than half\b/iu, (a, b) => a > b / 2),
    ...points(/\bless than half\b/iu, (a, b) => a < b / 2),
    ...counts(/\bmore than one\b/iu, (value) => value > 1),
    ...counts(/\b(?:only one|just one|exactly one)\b/iu, (value) => value === 1),
  ];
}
