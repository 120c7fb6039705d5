"use client";
import { classLabel } from "@/core/model/schoolClass";
import { useVine } from "./VineContext";

/** The classes as choices of a picker. */
export function ClassOptions() {
  const { world } = useVine();
  return [...world.classes.values()].map((schoolClass) => (
    <option key={schoolClass.id} value={schoolClass.id}>
      {classLabel(schoolClass)}
    </option>
  ));
}
