import { fieldById } from "../../letter/fields/fieldsFor";
import { languageName } from "../../selection/conditions/languageName";
import { counted } from "../../words";
import type { FindingDetails } from "./findingKind";

/** "3 letters". */
export function lettersOf({ numbers }: FindingDetails): string {
  return counted(numbers.letters ?? 0, "letter");
}

/** "3 letters say", "1 letter says". */
export function lettersDo(details: FindingDetails, one: string, several: string): string {
  return `${lettersOf(details)} ${details.numbers.letters === 1 ? one : several}`;
}

export function studentsOf({ numbers }: FindingDetails): string {
  return counted(numbers.students ?? 0, "student");
}

/** "Polish " where the words are a variant's. */
export function inLanguage({ path }: FindingDetails): string {
  return path.language ? `${languageName(path.language)} ` : "";
}

/** "Polish subject", "letter". */
export function placeOf(details: FindingDetails): string {
  return inLanguage(details) + (details.path.place === "subject" ? "subject" : "letter");
}

export function fieldLabel({ path }: FindingDetails): string {
  return (path.field && fieldById(path.field)?.label) || "A field";
}
