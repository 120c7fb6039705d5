import { withReached } from "@/core/figures/markScore";
import { withComment } from "@/core/gradebook/scoreEdit";
import type { Assignment } from "@/core/model/assignment";
import type { BankComment } from "@/core/model/bankComment";
import type { Criterion } from "@/core/model/criterion";
import { addDays, type Day, instantOf } from "@/core/model/day";
import type { FieldNode } from "@/core/model/letterBody";
import type { Marking } from "@/core/model/marking";
import type { Rubric } from "@/core/model/rubric";
import type { SchoolClass } from "@/core/model/schoolClass";
import type { Score, ScoreColumn } from "@/core/model/score";
import { byFamilyName, type Student } from "@/core/model/student";
import type { View } from "@/core/model/view";
import { Random } from "@/core/random";

/** A criterion whose levels count 1, 2, 3 and so on, each with the sentence for it. */
function criterion(name: string, levels: readonly (readonly [label: string, sentence: string])[]): Criterion {
  return {
    id: name,
    name,
    levels: levels.map(([label, sentence], place) => ({ id: label, label, points: place + 1, sentence })),
  };
}

const TALK: Rubric = {
  id: "rubric-talk",
  name: "Talk",
  totalRule: "scaled",
  statementId: "overall-statement",
  criteria: [
    criterion("Content", [
      ["beginning", "Say more of what you found out yourself."],
      ["developing", "The main points are there; one or two need a reason."],
      ["secure", "The points are right and each has a reason."],
      ["strong", "You know your subject well and made us see why it matters."],
    ]),
    criterion("Order", [
      ["beginning", "Try three cards: what it is, why it happens, what follows."],
      ["developing", "One can follow; a word between the parts would help."],
      ["secure", "One thing leads to the next."],
      ["strong", "The order itself made the point."],
    ]),
    criterion("Voice", [
      ["beginning", "Look up from the page and speak to the last row."],
      ["developing", "Clear at first; keep it up to the end."],
      ["secure", "Clear and at a good pace."],
      ["strong", "Clear, calm and free of the page."],
    ]),
    criterion("Chart", [
      ["beginning", "A drawing would help us see it."],
      ["developing", "The chart is there; name its axes."],
      ["secure", "The chart shows what you say."],
      ["strong", "The chart says more than words could."],
    ]),
  ],
};

const LAB: Rubric = {
  id: "rubric-lab",
  name: "Lab report",
  totalRule: "sum",
  criteria: [
    criterion("Method", [
      ["not yet", "Write each step so that somebody else could do it."],
      ["nearly", "Most steps are there; the amounts are missing."],
      ["done", "Every step is there, with amounts."],
    ]),
    { id: "Measurements", name: "Measurements", levels: [], most: 10 },
    {
      id: "Units",
      name: "Units everywhere",
      levels: [
        { id: "no", label: "no", points: 0, sentence: "Mind the units." },
        { id: "yes", label: "yes", points: 2 },
      ],
    },
  ],
};

const FIRST_NAME: FieldNode = {
  type: "field",
  attrs: { field: "student.firstName", fallback: "", format: "", upperFirst: false },
};

function sentence(id: string, about: string, ...parts: readonly (string | FieldNode)[]): BankComment {
  const content = parts.map((part) => (typeof part === "string" ? { type: "text" as const, text: part } : part));
  return { id: `bank-${id}`, about, words: { type: "doc", content: [{ type: "paragraph", content }] } };
}

const BANK: readonly BankComment[] = [
  sentence("question", "Talk", "You answered the questions well, ", FIRST_NAME, "."),
  sentence("slower", "Voice", "A little slower, and everybody follows."),
  sentence("source", "Content", "Say where you read it."),
  sentence("eyes", "Voice", "You looked at us while you spoke; that carries."),
  sentence("time", "Talk", "Just within the time."),
  sentence("again", "", "Come and see me on Thursday and we go through it together."),
  sentence("steady", "", FIRST_NAME, ", your work has been steady for weeks. Well done."),
  sentence("units", "Lab report", "Mind the units."),
];

const OWN_VIEWS = 6;
const COMMENTS = [
  "I could follow all of it.",
  "The chart helped me.",
  "A little fast at the end.",
  "I liked the example.",
];
const MOST_PEERS = 4;

/** How a student sees the own talk, and how some peers do. */
function demoViews(random: Random, { id: assignmentId }: Assignment, studentId: string, today: Day): View[] {
  const view = (by: View["by"], place: number): View => ({
    id: `${assignmentId}-${studentId}-${by}-${place}`,
    assignmentId,
    by,
    studentId,
    studentNumber: "",
    reached: Object.fromEntries(TALK.criteria.map(({ id }) => [id, random.pick(LEVELS.slice(1))])),
    comment: by === "own" ? "I was nervous at first, then it went well." : random.pick(COMMENTS),
    inFeedback: false,
    at: instantOf(addDays(today, -TALK_DAYS_AGO), VIEW_HOUR) + place,
  });
  const peers = Array.from({ length: random.whole(0, MOST_PEERS) }, (_, place) => view("other", place + 1));
  return [view("own", 0), ...peers];
}

const VIEW_HOUR = 11;
const LEVELS = ["beginning", "developing", "secure", "strong"];
const TALK_DAYS_AGO = 1;
const WHOLE = 11;
const HALF = 2;

export interface DemoMarking {
  readonly rubrics: Rubric[];
  readonly bankComments: BankComment[];
  readonly markings: Marking[];
  readonly views: View[];
  readonly assignments: Assignment[];
  readonly scoreColumns: ScoreColumn[];
}

/** Two rubrics, a comment bank, and a talk of the first class that is marked in part, as of a day. */
export function demoMarking(
  [schoolClass]: readonly SchoolClass[],
  students: readonly Student[],
  today: Day,
): DemoMarking {
  const kept = { rubrics: [TALK, LAB], bankComments: [...BANK] };
  if (!schoolClass) return { ...kept, markings: [], views: [], assignments: [], scoreColumns: [] };
  const random = new Random(16);
  const byName = students.filter(({ id }) => schoolClass.studentIds.includes(id)).sort(byFamilyName);
  const studentIds = byName.map(({ id }) => id);
  const talk: Assignment = {
    id: `${schoolClass.id}-talk`,
    classId: schoolClass.id,
    termId: "winter",
    categoryId: "projects",
    title: "Harbour talk",
    dueDate: addDays(today, -TALK_DAYS_AGO),
    pointsPossible: 20,
    extraCredit: false,
    rubric: TALK.criteria,
    rubricId: TALK.id,
    totalRule: TALK.totalRule,
    statementId: TALK.statementId,
    order: 900,
  };
  const scores = studentIds.slice(0, WHOLE + HALF).map((studentId, place): [string, Score] => {
    const judged = place < WHOLE ? TALK.criteria : TALK.criteria.slice(0, 2);
    let score: Score | undefined;
    for (const { id } of judged)
      score = withReached(score, talk, id, LEVELS[Math.min(3, Math.max(0, Math.round(2.2 + random.bell())))]);
    const comment =
      place < WHOLE && random.chance(0.5) ? withComment(score, "Just within the time.", ["bank-time"]) : score;
    return [studentId, comment ?? { status: "pending" }];
  });
  return {
    ...kept,
    markings: [
      {
        id: talk.id,
        classId: schoolClass.id,
        order: "names",
        studentIds: [],
        audience: { guardians: "none", students: true },
      },
    ],
    views: studentIds.slice(0, OWN_VIEWS).flatMap((studentId) => demoViews(random, talk, studentId, today)),
    assignments: [talk],
    scoreColumns: [{ assignmentId: talk.id, classId: schoolClass.id, scores: Object.fromEntries(scores) }],
  };
}
