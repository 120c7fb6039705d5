/** What a place to fill is about: words that stand in brackets where a value was meant. */
const PLACES =
  /\b(?:names?|first|last|given|family|student|child|pupil|kid|son|daughter|parent|guardian|teacher|grades?|scores?|marks?|points|percent|average|dates?|day|time|class|course|subject|school|assignments?|title|topic|term|unit|insert|add|enter|your|here|his|her|their|he|she|link|room|number|address|email|comment|reason|text|blank|fill|todo|tbd|nombre|nom|prénom|imię|nota|note)\b/i;
/** What writers put into brackets on purpose. */
const QUOTING =
  /^(?:sic!?|\.{3}|…|\d+|emphasis (?:added|mine)|my emphasis|italics mine|pdf|video|audio|translated?|laughter|applause)$/i;

/** Words that a writer leaves for later and then forgets. Kept narrow: "insert" alone can be meant, "insert name" can't. */
const DRAFTING: readonly {
  readonly pattern: RegExp;
  readonly isMeant?: (inside: string, before: string, after: string) => boolean;
}[] = [
  {
    pattern: /\[([^[\]]{1,60})\]/g,
    isMeant: (inside, before) => QUOTING.test(inside.trim()) || isQuoted(before) || !isPlace(inside),
  },
  { pattern: /\{\{([^{}]{1,60})\}\}/g },
  // A set of letters or numbers is mathematics.
  {
    pattern: /(?<!\{)\{([^{}]{1,60})\}(?!\})/g,
    isMeant: (inside) => !/\p{L}{2,}/u.test(inside) || /[<>=≤≥|∈]/u.test(inside),
  },
  { pattern: /<<([^<>]{1,60})>>/g },
  // Some languages quote with these.
  { pattern: /[«‹]([^«»‹›]{1,60})[»›]/g, isMeant: (inside) => /\s/.test(inside.trim()) || !isPlace(inside) },
  { pattern: /<([\p{L} _.-]{2,40})>/gu, isMeant: (inside) => !isPlace(inside) },
  { pattern: /\*\|([\w :.-]{1,40})\|\*/g },
  { pattern: /@@([\w ]{1,40})@@/g },
  { pattern: /#([A-Z][A-Z_ ]{2,30})#/g },
  { pattern: /\$\{([^{}]{1,60})\}/g },
  // "(name of student)", "(time)": nothing but words of places to fill.
  { pattern: /\(([^()]{2,40})\)/g, isMeant: (inside) => !isNothingButPlace(inside) },
  // A day, a time or a sum of which only the shape was written.
  { pattern: /\b(?:dd|mm|DD|MM)[./-](?:mm|dd|MM|DD)(?:[./-](?:yyyy|yy|YYYY|YY))?\b|\b(?:hh|HH):(?:mm|MM)\b/g },
  { pattern: /(?<![\w?])(?:\?\?[:.]\?\?|[xX]{2}[.:][xX]{2})(?![\w?])/g },
  { pattern: /\[(?:\.{2,}|…|\s|_+)\]/g },
  // What a program writes where it has no value.
  { pattern: /\bNaN\b|\[object Object\]|#(?:N\/A|REF!|VALUE!|NAME\?|DIV\/0!)/g },
  {
    pattern:
      /(?<=\b(?:dear|hello|hi|is|of|has|have|with|at|for|was|your|are) )(?:undefined|null)\b(?! (?:hypothes|value|set|result|term|behaviou?r|slope|at\b))/gi,
    isMeant: isMathematics,
  },
  { pattern: /\b[A-Z]{2,}(?:_[A-Z]{2,})+\b/g },
  // A word for a place in capitals, in a line that is not all in capitals.
  {
    pattern:
      /\b((?:STUDENT|PARENT|GUARDIAN|CHILD|FIRST|LAST|FULL|CLASS|TEACHER) ?(?:NAME)?|NAME|GRADE|SCORE|DATE|AMOUNT)\b/g,
    isMeant: (_inside, before, after) => isInCapitals(before, after),
  },
  { pattern: /%([A-Za-z][A-Za-z_]*)%/g },
  { pattern: /\$([A-Za-z_]{2,})\b/g, isMeant: (inside) => /^(?:US|USD|CAD|AUD|NZD)$/.test(inside) },
  // Twenty, in the numbers that chapters, acts and centuries have.
  { pattern: /\b(X{2,})\b/g, isMeant: (inside, before, after) => inside.length < 4 && isNumbered(before, after) },
  { pattern: /\b(x{3,})\b/g },
  {
    pattern:
      /(?<![\w.])[@#]((?:first_?|last_?|student_?|parent_?|guardian_?)?(?:name|grade|score|student|date|guardian|parent))\b/gi,
  },
  { pattern: /\b(?:Student|Parent|Guardian|Child|Teacher|First|Last|Your|Class) Name(?=,| \p{Ll})/gu },
  { pattern: /(?:\.{5,}|…{2,})/g },
  { pattern: /\b(?:TODO|TBD|TBC|FIXME|PLACEHOLDER)\b/g },
  { pattern: /\blorem ipsum\b/gi },
  {
    pattern:
      /\b(?:insert|enter|add|put|type) (?:your |the |student(?:'s|’s)? |child(?:'s|’s)? )?(?:name|grade|date|text|subject)s?(?: here)?\b/gi,
  },
  { pattern: /\byour name(?: here)?\b/gi },
  { pattern: /_{3,}/g, isMeant: (_inside, before, after) => isFormLine(before, after) },
  { pattern: /\?{3,}/g },
];

/** A line that a reader is to fill in: a label before it, or words that ask for it nearby. */
function isFormLine(before: string, after: string): boolean {
  const line = `${before.slice(before.lastIndexOf("\n") + 1)}_${after.split("\n")[0] ?? ""}`;
  const around = `${before.slice(-160)} ${after.slice(0, 160)}`;
  return (
    /^[\s_]*$/.test(line) ||
    /[:：]\s*_+[\s.]*(?:$|\p{L}[^_]*[:：])/u.test(line.replace(/_+/g, "_")) ||
    /\b(?:fill in|gap|blanks?|sign(?:ed|ature)?|return(?: slip)?|tear|cut (?:off|here)|complete the)\b|(?<!\p{L})(?:firma|signature|podpis|підпис|chữ ký|التوقيع|签名)(?!\p{L})/iu.test(
      around,
    )
  );
}

function isMathematics(_inside: string, before: string, after: string): boolean {
  return /\b(?:zero|divi|slope|function|root|logarithm|tangent|expression|limit|equation)\b/i.test(
    `${before.slice(-60)} ${after.slice(0, 40)}`,
  );
}

function isInCapitals(before: string, after: string): boolean {
  const line = before.slice(before.lastIndexOf("\n") + 1) + (after.split("\n")[0] ?? "");
  const letters = line.replace(/[^\p{L}]/gu, "");
  return (
    letters.length === 0 ||
    letters === letters.toUpperCase() ||
    /^\s?:/.test(after) ||
    /(?:DUE|THE|OF|YOUR|AND) $/.test(before)
  );
}

/** Whether words in brackets say nothing but what is to stand there. */
function isNothingButPlace(inside: string): boolean {
  const words = inside
    .trim()
    .toLowerCase()
    .split(/[\s_-]+/);
  const isFill = (word: string) =>
    /^(?:names?|student|child|parent|guardian|teacher|time|date|day|place|room|title|amount|number|subject|topic|grade|score|insert|fill|enter|add|todo|tbd|tbc|here|first|last|full)$/.test(
      word,
    );
  const isSmall = (word: string) => /^(?:of|the|a|an|your|my|in|to|be|or|and|\/)$/.test(word);
  return (
    words.length <= 5 &&
    words.some(isFill) &&
    words.every((word) => isFill(word) || isSmall(word)) &&
    !/^(?:first|last|time|day|place|here|number|student|parent|teacher|child|grade)s?$/.test(
      inside
        .trim()
        .toLowerCase()
        .replace(/^(?:time|date|room)$/, "-"),
    )
  );
}

function isPlace(inside: string): boolean {
  // "StudentName" is two words.
  const text = inside.trim().replace(/(\p{Ll})(\p{Lu})/gu, "$1 $2");
  return (
    PLACES.test(text.replace(/[_.-]+/g, " ")) ||
    /^[A-Z][A-Z _]{2,}$/.test(text) ||
    /^[xX…. ]+$/.test(text) ||
    /_/.test(text)
  );
}

/** Whether quotation marks are open: in a quotation brackets are the writer's own words. */
function isQuoted(before: string): boolean {
  const line = before.slice(before.lastIndexOf("\n") + 1);
  const count = (mark: RegExp) => (line.match(mark) ?? []).length;
  return count(/[“„«]/g) > count(/[”»]/g) || count(/"/g) % 2 === 1;
}

function isNumbered(before: string, after: string): boolean {
  return (
    /\b(?:chapters?|parts?|sections?|volumes?|vol\.?|acts?|books?|psalm|louis|pope|king|lessons?|units?|numbers?|no\.?|figures?|siglo|rozdział|capítulo|chapitre|kapitel) $/i.test(
      before,
    ) || /^ ?(?:century|siècle|wiek|secolo)/i.test(after)
  );
}

/** The left-over drafting words of a text, as they stand in it, in reading order and each once. */
export function draftingWords(text: string): string[] {
  const found = DRAFTING.flatMap(({ pattern, isMeant }) =>
    [...text.matchAll(pattern)].flatMap((match) => {
      const end = match.index + match[0].length;
      const isFine = isMeant?.(match[1] ?? "", text.slice(0, match.index), text.slice(end));
      return isFine ? [] : [{ at: match.index, word: match[0] }];
    }),
  );
  return [...new Set(found.sort((a, b) => a.at - b.at).map(({ word }) => word))];
}
