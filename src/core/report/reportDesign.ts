import type { PageLook, PageWords } from "../model/pageDesign";

/** A page design in the words of one language. */
export interface ReportDesign extends PageWords {
  readonly id: string;
  readonly name: string;
  readonly page: PageLook;
  /** Whether it is meant for one page; what runs over is said. */
  readonly onePage: boolean;
  /** Of a design of one's own, ms since the epoch. */
  readonly changedAt?: number;
}
