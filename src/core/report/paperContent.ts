/** What stands on paper, as plain data: drawn elsewhere, by one template for all designs. Nothing in it is ever read as code. */

/** A run of words; a page number only in head and foot. */
export type PaperInline =
  | string
  | {
      readonly type: "text";
      readonly text: string;
      readonly marks?: readonly ("bold" | "italic" | "underline")[];
      readonly link?: string;
    }
  | { readonly type: "break" | "space" | "page" | "pages" };

interface PaperCell {
  readonly content: readonly PaperInline[];
  readonly align?: "start" | "center" | "end";
  readonly columns?: number;
  readonly rows?: number;
}

export type PaperBlock =
  | {
      readonly type: "paragraph";
      readonly content: readonly PaperInline[];
      readonly align?: "start" | "center" | "end";
      /** Times the usual size. */
      readonly size?: number;
    }
  | {
      readonly type: "heading";
      readonly level: 1 | 2;
      readonly content: readonly PaperInline[];
      readonly align?: "start" | "center" | "end";
    }
  | { readonly type: "bullets" | "numbers"; readonly content: readonly (readonly PaperBlock[])[] }
  | {
      readonly type: "table";
      /** Relative to each other. */
      readonly widths: readonly number[];
      readonly head: readonly PaperCell[];
      readonly content: readonly (readonly PaperCell[])[];
    }
  | { readonly type: "image"; readonly file: string; readonly width: number; readonly alt: string }
  | { readonly type: "pageBreak" }
  | { readonly type: "sign"; readonly content: readonly PaperInline[] }
  | { readonly type: "gap"; readonly height: number }
  /** A room of desks: its rows and columns, the desks in their places, and words at the top or the bottom. */
  | {
      readonly type: "seats";
      readonly rows: number;
      readonly columns: number;
      readonly front: { readonly words: string; readonly at: "top" | "bottom" };
      readonly desks: readonly {
        readonly row: number;
        readonly column: number;
        readonly name: string;
        readonly file?: string;
      }[];
    }
  | { readonly type: "columns"; readonly count: number; readonly content: readonly PaperBlock[] };

/** What stands above the first page, as above letters. */
export interface PaperLetterHead {
  readonly school: string;
  readonly line: string;
  readonly picture?: { readonly file: string; readonly width: number };
}

/** One paper: of one student, or of one family. */
export interface Paper {
  /** Whose it is, for the outline. */
  readonly name: string;
  /** BCP 47, its first part alone. */
  readonly language: string;
  readonly direction: "ltr" | "rtl";
  readonly letterHead?: PaperLetterHead;
  readonly head: readonly PaperInline[];
  readonly foot: readonly PaperInline[];
  readonly content: readonly PaperBlock[];
}

/** How pages look; lengths in mm. */
export interface PaperPage {
  readonly paper: "a4" | "us-letter";
  readonly across: boolean;
  /** Top, right, bottom, left. */
  readonly margin: readonly [number, number, number, number];
  readonly frame: boolean;
  /** Whether the edge shows where to fold the page into a long envelope. */
  readonly foldMarks?: boolean;
  /** The picture behind the words, by its path. */
  readonly ground?: string;
  /** How many papers stand on one page, with a line to cut between; 1 is one or more pages each. */
  readonly toAPage: 1 | 2 | 3 | 4;
}

/** Papers that are drawn as one file. */
export interface PaperRun {
  readonly title: string;
  readonly author: readonly string[];
  readonly language: string;
  readonly page: PaperPage;
  /** The colour of headings and lines, as "#rrggbb". */
  readonly accent: string;
  /** On two-sided printing each paper begins on the front of a sheet. */
  readonly twoSided: boolean;
  readonly papers: readonly Paper[];
}

/** Before the SHA-256 of a picture whose file is kept apart. */
export const KEPT_APART = "kept:";
/** Before the moment and the id of a design: the picture behind its words, which is too large to go with each paper. */
export const OF_DESIGN = "design:";
/** Pictures of a run by the path under which its blocks name them: data URLs, or what `KEPT_APART` or `OF_DESIGN` begins. */
export type PaperPictures = Readonly<Record<string, string>>;
