import type { FiguresIndex } from "@/core/figures/figuresIndex";
import type { Period } from "@/core/model/term";
import { type GradebookNews, gradebookNews, type HeldView } from "./gradebookNews";
import { GradebookParts, gradebookView } from "./gradebookView";

/** So many views are kept to tell the next one from; who holds an older one is told everything. */
const MOST_HELD = 3;

/** The views of the gradebook that were given away, so that only what is new has to be told. */
export class GradebookViews {
  private readonly parts = new GradebookParts();
  private held: readonly HeldView[] = [];

  /** What is new in the gradebook since the view of that stamp; everything where there is none. */
  news(index: FiguresIndex, classIds: readonly string[], period: Period, stamp?: string): GradebookNews {
    const before = this.held.find((view) => view.stamp === stamp);
    const now = { stamp: crypto.randomUUID(), view: gradebookView(index, classIds, period, this.parts) };
    this.held = [now, ...this.held].slice(0, MOST_HELD);
    return gradebookNews(now, before?.view);
  }
}
