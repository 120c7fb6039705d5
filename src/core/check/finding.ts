/** What the check reports: a stop (the note can't be sent) or a caution (needs a word). Words are made elsewhere. */
export interface Finding {
  readonly severity: "stop" | "caution";
  readonly code: FindingCode;
  readonly path: {
    /** The first letter it was found in. */
    readonly letterKey?: string;
    readonly recipientId?: string;
    readonly field?: string;
    readonly place?: "subject" | "body";
  };
  readonly numbers: { readonly letters?: number; readonly students?: number };
  /** Names and words quoted in the message. */
  readonly quotes: readonly string[];
}

export const FINDING_CODES = [
  "nobody-selected",
  "no-recipients",
  "no-good-address",
  "student-not-reached",
  "empty-subject",
  "empty-body",
  "unfilled-field",
  "unknown-field",
  "drafting-words",
  "term-not-current",
] as const;
export type FindingCode = (typeof FINDING_CODES)[number];
