import type { PaperPictures, PaperRun } from "@/core/report/paperContent";

/** What came of drawing a run of papers. */
export type MadePaper =
  | {
      readonly ok: true;
      readonly file: Uint8Array | string;
      readonly pages: number;
      /** Whose paper has no room in its part of a page, so that its end is cut off. */
      readonly cut: readonly string[];
      /** Characters that no font has: they come out as boxes. */
      readonly boxes: readonly string[];
      /** What the worker holds by now, in bytes: it only grows. */
      readonly memory: number;
    }
  /** What is wrong with the content, in the words of whoever draws it. */
  | { readonly ok: false; readonly problem: string; readonly memory: number };

/** As what papers are drawn: a PDF, or, to be looked at, one SVG with all pages under one another. */
export type PaperFormat = "pdf" | "svg";

/** What a paper worker can be asked. */
export interface PaperApi {
  draw(run: PaperRun, pictures: PaperPictures, as: PaperFormat): Promise<MadePaper>;
}
