import { adding, removing, updating } from "@/core/change/change";
import type { Plan } from "@/core/model/plan";
import type { OfficeCore } from "../open/officeCore";

/** Begins, changes or ends a plan. */
export function setPlan(office: OfficeCore, before: Plan | undefined, next: Plan | undefined, words: string) {
  return office.commit(changeOf(before, next), { words, screen: "Notes" });
}

function changeOf(before: Plan | undefined, next: Plan | undefined) {
  if (!before) return next ? adding("plans", [next]) : {};
  return next ? updating("plans", before, next) : removing("plans", [before]);
}
