/** What the check reports: a stop (the note can't be sent), a caution (needs a word), or a quiet line. Words are made elsewhere. */
export interface Finding {
  readonly severity: "stop" | "caution" | "line";
  readonly code: FindingCode;
  readonly path: {
    /** The first letter it was found in. */
    readonly letterKey?: string;
    /** Of a stop: every letter that it is in. */
    readonly letterKeys?: readonly string[];
    readonly recipientId?: string;
    /** Of several at once: all whom it is about. */
    readonly recipientIds?: readonly string[];
    readonly field?: string;
    readonly place?: "subject" | "body";
    /** The word that it is about, where several of a kind are told apart by it. */
    readonly word?: string;
    /** Of words that are not the note's own: the language of the variant. */
    readonly language?: string;
  };
  readonly numbers: {
    readonly letters?: number;
    readonly students?: number;
    readonly guardians?: number;
    readonly days?: number;
    readonly characters?: number;
    /** In kB. */
    readonly size?: number;
    readonly before?: number;
  };
  /** Names and words quoted in the message. */
  readonly quotes: readonly string[];
  /** Why the teacher means it, where it would be a stop. */
  readonly meant?: string;
}

/** What can't be sent as it is. */
export const STOP_CODES = [
  "nobody-selected",
  "no-recipients",
  "no-good-address",
  "not-a-guardian",
  "wants-no-letters",
  "header-breaking",
  "too-long",
  "empty-subject",
  "empty-body",
  "unfilled-field",
  "unknown-field",
  "drafting-words",
  "bad-link",
  "foreign-name",
  "missing-not-known",
  "gone-source",
  "gone-design",
  "too-large-letter",
] as const;

/** What needs a word before it is sent. */
export const CAUTION_CODES = [
  "student-not-reached",
  "term-not-current",
  "repeat-note",
  "repeat-kind",
  "wishes-fewer",
  "gradebook-old",
  "many-more",
  "whole-class",
  "late-evening",
  "raw-decimal",
  "letter-disagrees",
  "nothing-missing",
  "odd-name",
  "long-subject",
  "heavy-letter",
  "broken-sentence",
  "language-missing",
  "picture-without-alt",
  "maybe-foreign-name",
  "greeting-typed",
  "figure-typed",
  "other-term",
  "says-nothing-missing",
  "shared-mailbox",
  "score-too-high",
  "same-title",
  "twice-in-class",
  "in-two-blocks",
  "empty-report",
  "no-photo",
  "no-glyph",
] as const;

/** What is worth knowing and asks for nothing. */
const LINE_CODES = ["not-in-all-classes", "one-mailbox"] as const;

/** Stops of which the teacher can say that it is meant so. */
const MEANABLE: ReadonlySet<FindingCode> = new Set(["foreign-name", "drafting-words", "missing-not-known"]);

/** Every code there is, so that tests can ask whether each is planted, found and worded. */
export const FINDING_CODES = [...STOP_CODES, ...CAUTION_CODES, ...LINE_CODES] as const;
export type FindingCode = (typeof FINDING_CODES)[number];

type Details = Partial<Pick<Finding, "path" | "numbers" | "quotes">>;

/** A finding of a code; its severity follows from the code alone. */
export function findingOf(code: FindingCode, details: Details = {}): Finding {
  const isIn = (codes: readonly string[]) => codes.includes(code);
  const severity = isIn(STOP_CODES) ? "stop" : isIn(LINE_CODES) ? "line" : "caution";
  return { severity, code, path: {}, numbers: {}, quotes: [], ...details };
}

/** Whether a finding keeps the note from being sent, whatever the teacher says. */
export function isStop(finding: Finding): boolean {
  return finding.severity === "stop";
}

/** Whether a finding has to be seen before the note is sent; what is meant was said already. */
export function isCaution({ severity, meant }: Finding): boolean {
  return severity === "caution" && !meant;
}

/** Names a stop that the teacher can say is meant; none where it can't be. */
export function meaningKey({ code, path, quotes }: Finding): string | undefined {
  if (!MEANABLE.has(code)) return undefined;
  return [code, path.language ?? "", path.place ?? "", path.word ?? quotes.join(", ")].join("/");
}

/** A stop that is meant asks for no more than to be known: it is a caution with the teacher’s own word. */
export function asMeant(finding: Finding, meant: readonly { readonly key: string; readonly why: string }[]): Finding {
  const key = meaningKey(finding);
  const said = key === undefined ? undefined : meant.find((one) => one.key === key);
  return said ? { ...finding, severity: "caution", meant: said.why } : finding;
}
