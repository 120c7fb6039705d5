import type { FiguresIndex } from "@/core/figures/figuresIndex";
import type { ReportChoice } from "@/core/model/reportChoice";
import { byFamilyName } from "@/core/model/student";
import type { Period } from "@/core/model/term";
import { readyMadeDesign } from "@/core/report/readyMadeDesigns";
import { type ReportDraft, reportPaper } from "@/core/report/reportPaper";

/** Of whom reports are wanted, and in which language: one for all, or each family's own. */
export interface ReportsWanted {
  readonly choice: ReportChoice;
  readonly classIds: readonly string[];
  readonly period: Period;
  readonly language: string;
  /** None is everybody in the classes. */
  readonly studentIds?: readonly string[];
}

/** The language that stands for each family’s own. */
export const EACH_FAMILY = "each family";

/** One report among others. */
export interface ReportInRun extends ReportDraft {
  readonly key: string;
  readonly name: string;
}

/** Whom reports would be made about, by class and family name; each student once where a design is of all classes. */
export function reportKeys(index: FiguresIndex, { choice, classIds, studentIds }: ReportsWanted): string[] {
  const wanted = studentIds && new Set(studentIds);
  const isOnce = readyMadeDesign(choice.design, "en").isOfAllClasses;
  const seen = new Set<string>();
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

/** Some reports, by the keys that `reportKeys` gives. */
export function reportsOf(index: FiguresIndex, wanted: ReportsWanted, keys: readonly string[]): ReportInRun[] {
  const isOfAllClasses = readyMadeDesign(wanted.choice.design, "en").isOfAllClasses;
  return keys.flatMap((key) => {
    const [classId = "", studentId = ""] = key.split("/");
    const student = index.world.students.get(studentId);
    if (!student || !index.world.classes.has(classId)) return [];
    const classes = isOfAllClasses
      ? wanted.classIds.filter((id) => index.world.classes.get(id)?.studentIds.includes(studentId))
      : [classId];
    const [first] = student.guardians;
    const language =
      wanted.language === EACH_FAMILY
        ? (index.world.guardians.get(first?.guardianId ?? "")?.language ?? "en")
        : wanted.language;
    const about = classes.map((one) => ({ studentId, classId: one }));
    const draft = reportPaper(index, wanted.choice, about, wanted.period, language);
    return [{ ...draft, key, name: draft.paper.name }];
  });
}
