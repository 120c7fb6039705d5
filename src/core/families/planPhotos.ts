import { nameKey } from "../matching/nameKey";
import { studentMatcher } from "../matching/studentMatcher";
import type { Student } from "../model/student";

/** Whose photo a file is, by its name. */
export interface PhotoPlan {
  readonly fileName: string;
  /** Only where it is certain. */
  readonly studentId: string | undefined;
  /** Who may be meant, where it is not; nothing is taken until somebody says so. */
  readonly candidates: readonly string[];
  readonly why: "" | "not certain" | "nobody has this name" | "two files for one student";
}

/**
 * Whose photos files are: by a student number or a name in the file's name, as rows of tables are matched. Numbers that
 * nobody has, such as those of a camera, say nothing.
 */
export function planPhotos(fileNames: readonly string[], students: readonly Student[]): PhotoPlan[] {
  const match = studentMatcher(students);
  const numbers = new Map(
    students.flatMap(({ studentNumber }) => (studentNumber ? [[bare(studentNumber), studentNumber]] : [])),
  );
  const plans = fileNames.map((fileName): PhotoPlan => {
    const all = wordsOf(fileName);
    const words = all.filter((word) => !ABOUT_PHOTOS.test(word) && !OF_CAMERAS.test(word));
    const known = words.flatMap((word) => numbers.get(bare(word)) ?? []);
    if (new Set(known).size > 1) {
      const candidates = known.flatMap((studentNumber) => {
        const found = match({ studentNumber, name: "" });
        return found.kind === "certain" ? [found.studentId] : [];
      });
      return { fileName, studentId: undefined, candidates, why: "not certain" };
    }
    const name = words.filter((word) => !/\d/.test(word)).join(" ");
    const found = match({ studentNumber: known[0] ?? "", name: nameKey(name) ? name : "" });
    switch (found.kind) {
      case "nobody":
        return { fileName, studentId: undefined, candidates: [], why: "nobody has this name" };
      case "certain":
        // A camera counts its pictures: that a student has the same number may be chance.
        return found.by === "student number" && !name && all.some((word) => OF_CAMERAS.test(word))
          ? { fileName, studentId: undefined, candidates: [found.studentId], why: "not certain" }
          : { fileName, studentId: found.studentId, candidates: [found.studentId], why: "" };
      case "likely":
        return { fileName, studentId: undefined, candidates: [found.studentId], why: "not certain" };
      default:
        return { fileName, studentId: undefined, candidates: found.candidates, why: "not certain" };
    }
  });
  const taken = new Map<string, number>();
  for (const { studentId } of plans) if (studentId) taken.set(studentId, (taken.get(studentId) ?? 0) + 1);
  return plans.map((plan) =>
    plan.studentId && (taken.get(plan.studentId) ?? 0) > 1
      ? { ...plan, studentId: undefined, why: "two files for one student" }
      : plan,
  );
}

/** What says that it is a photo and not of whom, and what cameras begin their names with. */
const ABOUT_PHOTOS = /^(?:photo|foto|picture|portrait|image|student|id)$/i;
const OF_CAMERAS = /^(?:img|dsc[fn]?|pxl|mvimg|dcim|scan|p)$/i;

/** The words of a file's name without its path and ending; capitals within a word part it too: "NoorOkonjo". */
function wordsOf(fileName: string): string[] {
  const stem = fileName.replace(/^.*[/\\]/, "").replace(/\.[A-Za-z0-9]{1,5}$/, "");
  return stem
    .normalize("NFC")
    .replace(/\(\d+\)/g, " ")
    .replace(/(\p{Ll})(\p{Lu})/gu, "$1 $2")
    .replace(/(\p{L})(\d)|(\d)(\p{L})/gu, "$1$3 $2$4")
    .replace(/[_.+–—-]+/g, " ")
    .split(/\s+/)
    .filter(Boolean);
}

/** A number without what may stand before it. */
function bare(number: string): string {
  return number.trim().replace(/^0+(?=\d)/, "");
}
