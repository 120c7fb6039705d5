/** What a digest says around its figures, in one language. */
export interface DigestPhrases {
  readonly subject: { readonly daily: string; readonly weekly: string };
  readonly greeting: readonly [before: string, after: string];
  readonly fresh: string;
  readonly nothingFresh: string;
  readonly missing: string;
  readonly nothingMissing: string;
  readonly coming: string;
  readonly nothingComing: string;
  readonly inClass: string;
  readonly nothingInClass: string;
}
