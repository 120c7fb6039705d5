import type { Checklist, ChecklistMark } from "@/core/model/checklist";
import { addDays, type Day } from "@/core/model/day";
import type { ExtraColumn } from "@/core/model/extraColumn";
import type { LogEntry } from "@/core/model/logEntry";
import type { SchoolClass } from "@/core/model/schoolClass";
import type { Statement } from "@/core/model/statement";
import { Random } from "@/core/random";

/** What each course did lately: days before today, and a line or two. */
const LOG: Record<string, readonly (readonly [daysAgo: number, text: string])[]> = {
  "Ocean Science 8": [
    [1, "We read the tide gauge at the harbour wall and drew the first tide curve of our own."],
    [5, "Waves in the tank: what a sandbank does to them. The film is at https://harbour.example/waves"],
    [8, "Quiz on ocean layers, then we began the salinity tables."],
    [13, "Plankton under the microscope. Please bring a jar of sea water if you walk past the shore."],
  ],
  "Earth Systems 9": [
    [2, "How a dune moves: we marked our profile poles, to be read again in spring."],
    [6, "Sediment lab, second part. The grain chart is at https://harbour.example/grains"],
    [9, "Coastline quiz handed back and talked through."],
    [14, "Cliff sketches outdoors; boots are a good idea on Thursdays."],
  ],
  "Charts and Navigation": [
    [3, "We plotted a course from the lighthouse to the outer buoy, with the tide against us."],
    [10, "Reading depth lines; everybody found the old wreck on the chart."],
  ],
};

const STATEMENTS: readonly Statement[] = [
  {
    id: "overall-statement",
    name: "Overall statement",
    ranges: [
      { from: 85, text: "This is strong, steady work, and it shows." },
      { from: 70, text: "This is good work; a little more care with the details will lift it further." },
      { from: 0, text: "This has been a hard stretch, and I would like us to talk about what would help." },
    ],
  },
];

const BUS_STOPS = ["Quay Street", "North Pier", "Lighthouse Road", "Sallow Mill"];

export interface DemoClassroom {
  readonly logEntries: LogEntry[];
  readonly checklists: Checklist[];
  readonly statements: Statement[];
  readonly ownColumns: ExtraColumn[];
}

/** The class logs, checklists, statements and extra columns of the demo school as of a day. */
export function demoClassroom(classes: readonly SchoolClass[], today: Day): DemoClassroom {
  const random = new Random(7);
  const everybody = new Set(classes.flatMap(({ studentIds }) => studentIds));
  const marked = (studentIds: Iterable<string>, done: number, notNeeded: number): Checklist["marks"] => {
    const marks: Record<string, Exclude<ChecklistMark, "not done">> = {};
    for (const id of studentIds) {
      if (random.chance(done)) marks[id] = "done";
      else if (random.chance(notNeeded)) marks[id] = "not needed";
    }
    return marks;
  };
  return {
    logEntries: classes.flatMap(({ id, name }) =>
      (LOG[name] ?? []).map(([daysAgo, text]) => ({
        id: `${id}-log-${daysAgo}`,
        classId: id,
        day: addDays(today, -daysAgo),
        text,
      })),
    ),
    checklists: [
      { id: "boat-trip", name: "Boat trip form", classId: "all", marks: marked(everybody, 0.8, 0.2) },
      ...classes
        .filter(({ name }) => name === "Charts and Navigation")
        .map(
          ({ id, studentIds }): Checklist => ({
            id: "chart-kit",
            name: "Chart kit returned",
            classId: id,
            marks: marked(studentIds, 0.7, 0),
          }),
        ),
    ],
    statements: [...STATEMENTS],
    ownColumns: [
      {
        id: "harbour-bus",
        name: "Harbour bus",
        type: "text",
        classId: "all",
        from: "",
        values: Object.fromEntries(
          [...everybody].flatMap((id) => (random.chance(0.6) ? [[id, random.pick(BUS_STOPS)]] : [])),
        ),
      },
    ],
  };
}
