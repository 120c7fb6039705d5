import type { FiguresIndex } from "../figures/figuresIndex";
import { fullName } from "../model/student";
import type { Match } from "../selection/planNote";

/** How many names a finding quotes before it says how many more there are. */
const MOST_NAMES = 3;

/** The students of some matches by name, each once, the first few of many. */
export function someNames(index: FiguresIndex, matches: readonly Pick<Match, "studentId">[]): string[] {
  const names = [...new Set(matches.map(({ studentId }) => studentId))].map((id) => {
    const student = index.world.students.get(id);
    return student ? fullName(student) : id;
  });
  return fewOf(names);
}

/** The first few of many names, and how many more there are. */
export function fewOf(names: readonly string[]): string[] {
  return names.length <= MOST_NAMES + 1
    ? [...names]
    : [...names.slice(0, MOST_NAMES), `${names.length - MOST_NAMES} more`];
}
