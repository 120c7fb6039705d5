import { type ClassEnds, closeYearInto } from "@/store/closeYearInto";
import type { OfficeCore } from "../open/officeCore";
import { swapDatabase } from "../open/swapDatabase";
import { takeBackAll } from "./putBack";

/**
 * Closes the year: scores and rounds go, families, notes, templates, rubrics and recipes stay, classes go on or end. What was
 * here is kept, so that it can be taken back. Errors: in words; all is as before then.
 */
export async function closeYear(office: OfficeCore, classes: ClassEnds): Promise<void> {
  await swapDatabase(office, {
    first: () => takeBackAll(office),
    why: "The year was closed",
    keepFormer: true,
    fill: (from, to) => closeYearInto(from, to, classes),
  });
}
