/**
 * What the ready-made letters say, in one language. In braces stand the values: {recipient}, {student}, {class}, {term},
 * {overall}, {grade}, {change}, {missing} (how many, with the noun), {score}, and {assignment}, which is its title.
 */
export interface StarterPhrases {
  readonly greeting: string;
  readonly closing: string;
  readonly notKnown: string;
  readonly nothingMissing: string;
  /** What stands for the name of a term where there are none. */
  readonly theTerm: string;
  readonly progress: { readonly subject: string; readonly stands: string; readonly missing: string };
  readonly missingWork: { readonly subject: string; readonly lead: string; readonly canStill: string };
  readonly below: {
    readonly subject: string;
    readonly early: string;
    readonly helps: string;
    readonly nothingMissing: string;
  };
  readonly belowOnOne: {
    readonly subject: string;
    readonly didNotGoWell: string;
    readonly notHandedIn: string;
    readonly canStill: string;
    readonly glad: string;
  };
  readonly wellDone: { readonly subject: string; readonly good: string; readonly steady: string };
  readonly improved: { readonly subject: string; readonly rose: string; readonly praise: string };
  readonly feedback: { readonly subject: string; readonly back: string; readonly more: string };
  readonly welcome: { readonly subject: string; readonly glad: string; readonly card: string };
  readonly meeting: { readonly subject: string; readonly talk: string; readonly when: string };
  readonly endOfTerm: {
    readonly subject: string;
    readonly over: string;
    readonly noGrade: string;
    readonly missing: string;
    readonly allIn: string;
  };
  readonly week: {
    readonly subject: string;
    readonly did: string;
    readonly quiet: string;
    readonly coming: string;
    readonly nothingComing: string;
    readonly missing: string;
  };
}
