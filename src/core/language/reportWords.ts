/** The words of the designs that come along, in one language. */
export interface ReportWords {
  readonly progress: string;
  readonly progressAll: string;
  readonly slip: string;
  readonly feedback: string;
  readonly notMarked: string;
  readonly certificate: string;
  readonly meeting: string;
  readonly scores: string;
  readonly missing: string;
  readonly nothingMissing: string;
  readonly trend: string;
  readonly lately: string;
  readonly checklists: string;
  readonly agreed: string;
  readonly teacher: string;
  readonly guardian: string;
  readonly has: string;
  readonly withAverage: string;
  readonly page: (page: "page", pages: "pages") => readonly (string | "page" | "pages")[];
}
