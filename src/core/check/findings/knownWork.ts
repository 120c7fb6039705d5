import type { FiguresIndex } from "../../figures/figuresIndex";
import { assignmentsIn } from "../../figures/studentFigures";
import type { Period } from "../../model/term";

/** In which classes it is known what is missing: those with work in the term, some of it marked. */
export class KnownWork {
  private readonly known = new Map<string, boolean>();

  constructor(
    private readonly index: FiguresIndex,
    private readonly period: Period,
  ) {}

  isKnownIn(classId: string): boolean {
    const known = this.known.get(classId);
    if (known !== undefined) return known;
    const gradebook = this.index.gradebook(classId);
    const isKnown =
      gradebook !== undefined &&
      assignmentsIn(gradebook, this.period).some(({ id }) =>
        Object.values(gradebook.columns.get(id)?.scores ?? {}).some(({ status }) => status !== "pending"),
      );
    this.known.set(classId, isKnown);
    return isKnown;
  }
}
