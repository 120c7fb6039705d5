import type { PaperPictures, PaperRun } from "@/core/report/paperContent";

/** What came of drawing a run of papers. */
export type MadePaper =
  | {
      readonly ok: true;
      /** A PDF, or, to be looked at, all pages under one another as one SVG. */
      readonly file: Uint8Array | string;
      readonly pages: number;
      /** What the worker holds by now, in bytes: it only grows. */
      readonly memory: number;
    }
  /** What is wrong with the content, in the words of whoever draws it. */
  | { readonly ok: false; readonly problem: string; readonly memory: number };

/** What a paper worker can be asked. */
export interface PaperApi {
  draw(run: PaperRun, pictures: PaperPictures, as: "pdf" | "svg"): Promise<MadePaper>;
}
