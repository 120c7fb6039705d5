"use client";
import { useMemo, useState, useSyncExternalStore } from "react";
import { adding, updating } from "@/core/change/change";
import { usualMarking } from "@/core/marking/feedbackNote";
import { markingOrder } from "@/core/marking/markingOrder";
import type { Assignment } from "@/core/model/assignment";
import type { Marking } from "@/core/model/marking";
import type { SchoolClass } from "@/core/model/schoolClass";
import { MarkDesk } from "@/office/marking/markDesk";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

/** The marks of an assignment, its students in order, and how it is marked. */
export function useMarking(assignment: Assignment, schoolClass: SchoolClass) {
  const { office, world } = useVine();
  const change = useChange();
  const [desk] = useState(() => new MarkDesk(office, assignment.id));
  const state = useSyncExternalStore(desk.state.subscribe, desk.state.get, desk.state.get);
  const marking = world.markings.get(assignment.id) ?? usualMarking(assignment);
  const { students: known, seatingPlans } = world;
  const students = useMemo(
    () => markingOrder({ students: known, seatingPlans }, schoolClass, marking),
    [known, seatingPlans, schoolClass, marking],
  );
  const setMarking = (part: Partial<Marking>) =>
    change(
      (now) => {
        const before = now.markings.get(assignment.id);
        const next = { ...(before ?? usualMarking(assignment)), ...part };
        return before ? updating("markings", before, next) : adding("markings", [next]);
      },
      `How “${assignment.title}” is marked was changed.`,
      { quietly: true, joins: `marking/${assignment.id}` },
    );
  return { desk, state, marking, students, setMarking };
}
