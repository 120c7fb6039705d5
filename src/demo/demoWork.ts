import type { Assignment } from "@/core/model/assignment";
import { addDays, type Day, daysBetween } from "@/core/model/day";
import type { SchoolClass } from "@/core/model/schoolClass";
import type { Score, ScoreColumn } from "@/core/model/score";
import type { Term } from "@/core/model/term";
import type { Random } from "@/core/random";

const TITLES: Record<string, readonly string[]> = {
  "field-work": ["Tide pool walk", "Shore transect", "Dune profile", "Estuary sampling", "Cliff sketches"],
  labs: ["Salinity lab", "Wave tank lab", "Sediment lab", "Density lab", "Plankton lab", "Current lab"],
  quizzes: ["Quiz: tides", "Quiz: ocean layers", "Quiz: coastlines", "Quiz: currents", "Quiz: weather", "Quiz: charts"],
  projects: ["Harbour model", "Storm season poster", "Reef report", "Lighthouse talk"],
  preparation: ["Reading log", "Safety sheet", "Equipment list", "Vocabulary cards"],
};
const POINTS: Record<string, readonly number[]> = {
  "field-work": [20, 25, 30],
  labs: [20, 24, 40],
  quizzes: [10, 12, 15],
  projects: [50, 60, 100],
};
/** How the assignments of a term follow each other. */
const PATTERN = ["labs", "quizzes", "preparation", "field-work", "labs", "quizzes", "projects"];

interface WorkOptions {
  schoolClass: SchoolClass;
  terms: readonly Term[];
  today: Day;
  assignmentsPerTerm: number;
}

/** The work of a class over the terms, with everybody's scores so far. */
export function demoWork(random: Random, options: WorkOptions): { assignments: Assignment[]; columns: ScoreColumn[] } {
  const { schoolClass, terms, today, assignmentsPerTerm } = options;
  const abilities = new Map(
    schoolClass.studentIds.map((id) => [id, { level: 0.85 + random.bell() * 0.12, care: random.next() }]),
  );
  const assignments: Assignment[] = [];
  const columns: ScoreColumn[] = [];
  for (const term of terms) {
    // Spring lies ahead: nothing is planned there yet.
    if (term.from > today) continue;
    for (let place = 0; place < assignmentsPerTerm; place += 1) {
      const assignment = demoAssignment(random, schoolClass, term, place, assignmentsPerTerm, assignments.length);
      assignments.push(assignment);
      if ((assignment.dueDate ?? "") > addDays(today, -1)) continue;
      const scores: Record<string, Score> = {};
      for (const [studentId, ability] of abilities) {
        const score = demoScore(random, assignment, ability, daysBetween(assignment.dueDate ?? today, today));
        if (score) scores[studentId] = score;
      }
      columns.push({ assignmentId: assignment.id, classId: schoolClass.id, scores });
    }
  }
  return { assignments, columns };
}

function demoAssignment(
  random: Random,
  schoolClass: SchoolClass,
  term: Term,
  place: number,
  assignmentsPerTerm: number,
  order: number,
): Assignment {
  const extraCredit = place === assignmentsPerTerm - 4;
  const categoryId = extraCredit ? "projects" : (PATTERN[place % PATTERN.length] ?? "labs");
  const titles = TITLES[categoryId] ?? [];
  const round =
    Math.floor(place / PATTERN.length) * 2 + (PATTERN.slice(0, place % PATTERN.length).includes(categoryId) ? 1 : 0);
  const title = titles[(round + (term.id === "winter" ? 2 : 0)) % titles.length] ?? "Lab";
  const lap = Math.floor(round / titles.length);
  const span = daysBetween(term.from, term.to);
  return {
    id: `${schoolClass.id}-${term.id}-${place + 1}`,
    classId: schoolClass.id,
    termId: term.id,
    categoryId,
    title: extraCredit ? "Beach clean-up log" : lap > 0 ? `${title} ${lap + 1}` : title,
    dueDate: addDays(term.from, Math.round(((place + 1) * span) / (assignmentsPerTerm + 1))),
    pointsPossible: extraCredit ? 5 : categoryId === "preparation" ? 0 : random.pick(POINTS[categoryId] ?? [20]),
    extraCredit,
    order,
  };
}

/** Careful students hand in; others miss some. Work that fell due in the last days may not be marked yet. */
function demoScore(
  random: Random,
  assignment: Assignment,
  ability: { level: number; care: number },
  daysSinceDue: number,
): Score | undefined {
  const risk = ability.care < 0.2 ? 0.22 : ability.care < 0.5 ? 0.06 : 0.01;
  if (assignment.extraCredit) return random.chance(0.3) ? { status: "scored", points: random.whole(2, 5) } : undefined;
  if (daysSinceDue <= 3) return random.chance(0.5) ? undefined : { status: "pending" };
  if (random.chance(risk)) return random.chance(0.85) ? { status: "missing" } : { status: "incomplete" };
  if (random.chance(0.02)) return { status: "excused" };
  if (assignment.pointsPossible === 0) return { status: "scored" };
  const share = Math.min(1, Math.max(0.1, ability.level + random.bell() * 0.1));
  const points = Math.round(share * assignment.pointsPossible * 2) / 2;
  return random.chance(risk / 2 + 0.02) ? { status: "late", points } : { status: "scored", points };
}
