import type { FiguresIndex } from "@/core/figures/figuresIndex";
import { compares } from "@/core/model/condition";
import { currentPeriod } from "@/core/model/term";
import { counted } from "@/core/words";
import { labelOf, nameOf } from "./peopleView";

/** What was so when the desk was looked at last: missing assignments by class, student and assignment, low averages by class and student. */
export interface DeskSeen {
  readonly missing: readonly string[];
  readonly below: readonly string[];
}

/** What is so now, and of whom it is new. */
export interface DeskView {
  readonly seen: DeskSeen;
  readonly missing: readonly DeskNews[];
  readonly below: readonly DeskNews[];
}

export interface DeskNews {
  readonly studentId: string;
  /** "Ana Wójcik (Earth Systems 9): Salinity lab". */
  readonly words: string;
}

const LOW_PERCENT = 70;

/** What came newly to be missing, and whose average newly fell below 70 %, in the current term. */
export function deskView(index: FiguresIndex, before: DeskSeen | undefined): DeskView {
  const { world, today } = index;
  const period = currentPeriod(world, today);
  const known = before && { missing: new Set(before.missing), below: new Set(before.below) };
  const seen = { missing: [] as string[], below: [] as string[] };
  const missing: DeskNews[] = [];
  const below: DeskNews[] = [];
  for (const { id: classId, studentIds } of world.classes.values()) {
    for (const studentId of studentIds) {
      const figures = index.figures(classId, studentId, period);
      const key = `${classId}/${studentId}`;
      const who = () => `${nameOf(index, studentId)} (${labelOf(index, classId)})`;
      const fresh = figures.missing.filter(({ assignment }) => {
        seen.missing.push(`${key}/${assignment.id}`);
        return known && !known.missing.has(`${key}/${assignment.id}`);
      });
      if (fresh.length > 0) {
        const titles = fresh.map(({ assignment }) => assignment.title);
        const named = titles.length > 2 ? counted(titles.length, "assignment") : titles.join(", ");
        missing.push({ studentId, words: `${who()}: ${named}` });
      }
      if (!figures.overall || !compares(figures.overall.shown, "below", LOW_PERCENT)) continue;
      seen.below.push(key);
      if (known && !known.below.has(key)) below.push({ studentId, words: who() });
    }
  }
  return { seen, missing, below };
}
