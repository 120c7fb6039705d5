import type { FiguresIndex } from "@/core/figures/figuresIndex";
import type { ReportChoice } from "@/core/model/reportChoice";
import type { Selection } from "@/core/model/selection";
import { byFamilyName } from "@/core/model/student";
import type { Period } from "@/core/model/term";
import { designOf, isOfAllClasses } from "@/core/report/designs";
import { type ReportDraft, reportPaper } from "@/core/report/reportPaper";
import { type NotePeople, planNote } from "@/core/selection/planNote";

/** Of whom reports are wanted, and in which language: one for all, or each family's own. */
export interface ReportsWanted {
  readonly choice: ReportChoice;
  readonly classIds: readonly string[];
  readonly period: Period;
  readonly language: string;
  /** Only these; none is everybody in the classes. */
  readonly studentIds?: readonly string[];
  /** Only those of a selection, in its own classes and period. */
  readonly selection?: Selection;
}

/** The language that stands for each family’s own. */
export const EACH_FAMILY = "each family";

/** One report among others. */
export interface ReportInRun extends ReportDraft {
  readonly key: string;
  readonly name: string;
}

/** Whom reports would be made about, by class and family name; each student once where a design is of all classes. */
export function reportKeys(index: FiguresIndex, { choice, classIds, studentIds, selection }: ReportsWanted): string[] {
  const wanted = studentIds && new Set(studentIds);
  const design = designOf(index.world, choice.design, "en");
  if (!design) return [];
  const isOnce = isOfAllClasses(design);
  const seen = new Set<string>();
  if (selection)
    return planNote(index, { ...NOBODY_YET, selection }).selected.flatMap(({ classId, studentId }) => {
      if (isOnce && seen.has(studentId)) return [];
      seen.add(studentId);
      return [`${classId}/${studentId}`];
    });
  return classIds.flatMap((classId) => {
    const students = (index.world.classes.get(classId)?.studentIds ?? []).flatMap(
      (id) => index.world.students.get(id) ?? [],
    );
    return students.sort(byFamilyName).flatMap(({ id }) => {
      if ((wanted && !wanted.has(id)) || (isOnce && seen.has(id))) return [];
      seen.add(id);
      return [`${classId}/${id}`];
    });
  });
}

/** Whom a selection selects is asked without anybody being written to. */
const NOBODY_YET: Omit<NotePeople, "selection"> = {
  id: "",
  audience: { guardians: "none", students: true },
  leftOutRecipientIds: [],
  recipientChoices: {},
  perFamily: false,
};

/** Some reports, by the keys that `reportKeys` gives. */
export function reportsOf(index: FiguresIndex, wanted: ReportsWanted, keys: readonly string[]): ReportInRun[] {
  const design = designOf(index.world, wanted.choice.design, "en");
  if (!design) return [];
  const isOnce = isOfAllClasses(design);
  return keys.flatMap((key) => {
    const [classId = "", studentId = ""] = key.split("/");
    const student = index.world.students.get(studentId);
    if (!student || !index.world.classes.has(classId)) return [];
    const classes = isOnce
      ? wanted.classIds.filter((id) => index.world.classes.get(id)?.studentIds.includes(studentId))
      : [classId];
    const [first] = student.guardians;
    const language =
      wanted.language === EACH_FAMILY
        ? (index.world.guardians.get(first?.guardianId ?? "")?.language ?? "en")
        : wanted.language;
    const about = classes.map((one) => ({ studentId, classId: one }));
    const draft = reportPaper(index, wanted.choice, about, wanted.period, language);
    return draft ? [{ ...draft, key, name: draft.paper.name }] : [];
  });
}
