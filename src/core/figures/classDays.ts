import type { Assignment } from "../model/assignment";
import { addDays, type Day } from "../model/day";
import type { LogEntry } from "../model/logEntry";
import type { World } from "../model/world";

type Classroom = Pick<World, "logEntries" | "assignments">;

/** The days of one class: what it did and what is coming, asked for by how far one looks from today. */
export class ClassDays {
  private readonly entries: readonly LogEntry[];
  private readonly due: readonly Assignment[];

  constructor(
    world: Classroom,
    classId: string,
    private readonly today: Day,
  ) {
    this.entries = [...world.logEntries.values()]
      .filter((entry) => entry.classId === classId)
      .sort((a, b) => b.day.localeCompare(a.day));
    this.due = [...world.assignments.values()]
      .filter((assignment) => assignment.classId === classId && (assignment.dueDate ?? "") >= today)
      .sort((a, b) => (a.dueDate ?? "").localeCompare(b.dueDate ?? "") || a.order - b.order);
  }

  /** What the class did in the last days, today among them, the newest first. */
  log(days: number): LogEntry[] {
    const from = addDays(this.today, 1 - days);
    return this.entries.filter(({ day }) => day >= from && day <= this.today);
  }

  /** What falls due from today on within some days, the nearest first. */
  upcoming(days: number): Assignment[] {
    const to = addDays(this.today, days - 1);
    return this.due.filter(({ dueDate = "" }) => dueDate <= to);
  }
}

const known = new WeakMap<Classroom, Map<string, ClassDays>>();

/** The days of a class in a world, made once for all its letters: a world never changes, another takes its place. */
export function classDaysOf(world: World, classId: string, today: Day): ClassDays {
  const ofWorld = known.get(world) ?? new Map<string, ClassDays>();
  known.set(world, ofWorld);
  const days = ofWorld.get(classId) ?? new ClassDays(world, classId, today);
  ofWorld.set(classId, days);
  return days;
}
