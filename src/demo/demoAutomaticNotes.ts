import { readyMadeAutomaticNotes } from "@/core/delivery/plans/readyMadeAutomaticNotes";
import { addDays, type Day, instantOf } from "@/core/model/day";
import type { Note } from "@/core/model/note";
import type { PastScores } from "@/core/model/pastScores";
import type { Plan } from "@/core/model/plan";
import type { WorldRecords } from "@/core/model/world";
import { noteFrom } from "@/core/starters/startNote";
import { demoSchoolWithPast } from "./demoPast";
import type { SchoolSize } from "./demoSchool";

/** What the demo school has beside its gradebook. */
export interface DemoAutomaticNotes {
  readonly notes: readonly Note[];
  readonly plans: readonly Plan[];
}

/** Every so many guardians one wishes a digest a week. */
const WEEKLY_EVERY = 9;

/** Some guardians wish one letter a week. */
function withDigestWishes(school: WorldRecords): WorldRecords {
  return {
    ...school,
    guardians: school.guardians.map((guardian, place) =>
      place % WEEKLY_EVERY === 4 ? { ...guardian, frequency: "weekly" as const } : guardian,
    ),
  };
}

/** Three automatic notes: a digest that sends itself, one that asks first, one whose time is over. */
function demoAutomaticNotes(today: Day): DemoAutomaticNotes {
  const ready = new Map(readyMadeAutomaticNotes("Quizzes").map((one) => [one.name, one]));
  const notes: Note[] = [];
  const plans: Plan[] = [];
  const add = (name: string, part: Partial<Plan>, until?: Day) => {
    const one = ready.get(name);
    if (!one) return;
    const id = `standing-${notes.length + 1}`;
    const now = instantOf(addDays(today, -20), 9);
    const note = noteFrom({ ...one.words, name }, { id, now, period: "winter" });
    notes.push({ ...note, perFamily: one.perFamily ?? false });
    const { when } = one.plan;
    plans.push({
      ...{
        id,
        isOn: true,
        order: plans.length + 1,
        copy: false,
        onSince: instantOf(addDays(today, -8), 9),
        laidBy: "",
      },
      ...one.plan,
      allowedCautions: ["student-not-reached", "shared-mailbox"],
      when: when.kind === "times" ? { ...when, from: addDays(today, -20), zone: ZONE, ...(until && { until }) } : when,
      ...part,
    });
  };
  add("Weekly digest", { asks: false });
  add("Missing work, every Friday", { asks: true });
  add("At most 70 % on a quiz", { asks: true, onSince: instantOf(today, 0) }, addDays(today, -6));
  return { notes, plans };
}

const ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The demo school with its automatic notes, as it opens on a day. */
export function wholeDemo(today: Day, size?: SchoolSize): [WorldRecords, PastScores[], DemoAutomaticNotes] {
  const [school, past] = demoSchoolWithPast(today, size);
  return [withDigestWishes(school), past, demoAutomaticNotes(today)];
}
