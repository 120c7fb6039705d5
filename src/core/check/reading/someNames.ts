import type { FiguresIndex } from "../../figures/figuresIndex";
import { fullName } from "../../model/student";
import type { Match } from "../../selection/planNote";
import { fewOf } from "../../words";

/** The students of some matches by name, each once, the first few of many. */
export function someNames(index: FiguresIndex, matches: readonly Pick<Match, "studentId">[]): string[] {
  const names = [...new Set(matches.map(({ studentId }) => studentId))].map((id) => {
    const student = index.world.students.get(id);
    return student ? fullName(student) : id;
  });
  return fewOf(names);
}
