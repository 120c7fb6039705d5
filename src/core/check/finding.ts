/** What the check reports: a stop (the note can't be sent) or a caution (needs a word). Words are made elsewhere. */
export interface Finding {
  readonly severity: "stop" | "caution";
  readonly code: FindingCode;
  readonly path: {
    /** The first letter it was found in. */
    readonly letterKey?: string;
    readonly recipientId?: string;
    /** Of several at once: all whom it is about. */
    readonly recipientIds?: readonly string[];
    readonly field?: string;
    readonly place?: "subject" | "body";
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
] as const;

/** Every code there is, so that tests can ask whether each is planted, found and worded. */
export const FINDING_CODES = [...STOP_CODES, ...CAUTION_CODES] as const;
export type FindingCode = (typeof FINDING_CODES)[number];

type Details = Partial<Pick<Finding, "path" | "numbers" | "quotes">>;

/** A finding of a code; its severity follows from the code alone. */
export function findingOf(code: FindingCode, details: Details = {}): Finding {
  const severity = (STOP_CODES as readonly string[]).includes(code) ? "stop" : "caution";
  return { severity, code, path: {}, numbers: {}, quotes: [], ...details };
}

/** Whether a finding keeps the note from being sent, whatever the teacher says. */
export function isStop(finding: Finding): boolean {
  return finding.severity === "stop";
}
