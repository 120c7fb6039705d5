import type { Assignment } from "../model/assignment";
import type { Student } from "../model/student";
import type { Random } from "../random";
import { type GeneratedTable, HEADINGS, type Identity, identities, LANGUAGES, type Language } from "./generatedTable";
import type { TableSchool } from "./tableSchool";

/** Columns that look like figures and are none of the class's work. */
const DECOYS: readonly (readonly [title: string, cell: (random: Random, at: number) => string])[] = [
  ["Absences", (random) => String(random.whole(0, 9))],
  ["Days late", (random) => String(random.whole(0, 5))],
  ["Home room", (random) => String(random.whole(101, 120))],
  ["Lunch balance", (random) => (random.whole(0, 4000) / 100).toFixed(2)],
  ["Phone", (random) => `555${random.whole(1000000, 9999999)}`],
  ["Grade", () => "9"],
  ["Laps run", (random) => String(random.whole(3, 22))],
  ["How safe do you feel?", (random) => String(random.whole(1, 5))],
  ["Year of entry", (random) => String(random.whole(2021, 2025))],
  ["Stickers", (random) => String(random.whole(0, 40))],
  ["Siblings", (random) => String(random.whole(0, 4))],
  ["Height", (random) => String(random.whole(140, 185))],
  ["Bonus tokens", (random) => String(random.whole(0, 12))],
  ["#", (_random, at) => String(at + 1)],
  ["Fees owed", (random) => `$${random.whole(0, 60)}.00`],
];

function scoreText(school: TableSchool, assignment: Assignment, student: Student, decimal: string): string {
  const score = school.score(assignment.id, student.id);
  return score?.status ?? (score?.points === undefined ? "" : String(score.points).replace(".", decimal));
}

function scoreTruth(school: TableSchool, assignment: Assignment, student: Student): [string, string][] {
  const score = school.score(assignment.id, student.id);
  const value = score?.status ?? (score?.points === undefined ? undefined : String(score.points));
  return value === undefined
    ? []
    : [[`score ${assignment.classId}/${assignment.title}/${assignment.pointsPossible}/${student.id}`, value]];
}

/** Namesakes without a number are rightly asked, unless the table names the class. */
function isTold(
  student: Student,
  students: readonly Student[],
  identity: Identity,
  all: readonly Student[],
  namesClass: boolean,
) {
  if (identity.hasNumber) return true;
  const pool = namesClass ? students : all;
  return (
    pool.filter((one) => one.givenName === student.givenName && one.familyName === student.familyName).length === 1
  );
}

const LABELS = new Set(Object.values(HEADINGS).flatMap(({ possible, due }) => [possible, due]));
const isLabel = (cell: string | undefined) => cell !== undefined && LABELS.has(cell);

/** Puts a decoy at a random place of a table. */
function withDecoys(random: Random, rows: string[][], headRow: number, firstBody: number, count: number): string[][] {
  let out = rows;
  const used = new Set<string>();
  for (let at = 0; at < count; at += 1) {
    const [title, cell] = random.pick(DECOYS);
    if (used.has(title)) continue;
    used.add(title);
    const place = random.whole(1, out[headRow]?.length ?? 1);
    out = out.map((row, place2) => {
      const value =
        place2 === headRow
          ? title
          : place2 < firstBody || row[0] === "" || isLabel(row[0])
            ? ""
            : cell(random, place2 - firstBody);
      return [...row.slice(0, place), value, ...row.slice(place)];
    });
  }
  return out;
}

const SHAPES = [
  "points in the heading",
  "points below",
  "points above",
  "known titles",
  "categories above",
  "dates below",
  "points at the end",
] as const;

export function wideScores(school: TableSchool, random: Random, at: number): GeneratedTable {
  const language = LANGUAGES[at % LANGUAGES.length] as Language;
  const head = HEADINGS[language];
  const schoolClass = random.pick(school.classes);
  const students = school.studentsOf(schoolClass.id);
  const shape = SHAPES[at % SHAPES.length] ?? "points below";
  const work = school
    .workOf(schoolClass.id)
    .filter((one) => shape !== "known titles" || school.isKnown(one))
    .filter(() => random.chance(0.6));
  const identity = random.pick(identities(language));
  const delimiter = random.pick([",", ";", "\t", "|"]);
  const decimal = delimiter === ";" ? "," : ".";
  const width = identity.heads.length;
  const pad = (label: string) => [label, ...Array<string>(width - 1).fill("")];
  const titles = work.map(({ title, pointsPossible }) =>
    shape === "points in the heading"
      ? random.pick([`${title} (${pointsPossible})`, `${title} /${pointsPossible}`])
      : title,
  );
  const possible = [...pad(head.possible), ...work.map(({ pointsPossible }) => String(pointsPossible))];
  const due = [...pad(head.due), ...work.map(({ dueDate = "" }) => dueDate)];
  const categoryName = ({ categoryId }: Assignment) =>
    schoolClass.categories.find(({ id }) => id === categoryId)?.name ?? "";
  const body = students.map((student) => [
    ...identity.cells(student),
    ...work.map((assignment) => scoreText(school, assignment, student, decimal)),
  ]);
  const heading = [...identity.heads, ...titles];
  const above: string[][] = shape === "categories above" ? [[...pad(""), ...work.map(categoryName)]] : [];
  if (shape === "points above") above.push([...pad(""), ...work.map(({ pointsPossible }) => String(pointsPossible))]);
  const below =
    shape === "points below" || shape === "categories above"
      ? [possible]
      : shape === "dates below"
        ? [due, possible]
        : [];
  const end = shape === "points at the end" ? [possible] : [];
  const namesClass = random.chance(0.5);
  const rows = withDecoys(
    random,
    [...above, heading, ...below, ...body, ...end],
    above.length,
    above.length + 1 + below.length,
    random.whole(0, 3),
  );
  const all = school.classes.flatMap(({ id }) => school.studentsOf(id));
  const told = students.filter((student) => isTold(student, students, identity, all, namesClass));
  return {
    name: `wide scores ${at}, ${shape}, ${language}`,
    fileName: namesClass ? `${schoolClass.name} ${schoolClass.block} scores.csv` : "export.csv",
    rows,
    delimiter,
    encoding: random.pick(["utf-8", "utf-8 with a mark", "utf-16le"]),
    truth: new Map(told.flatMap((student) => work.flatMap((assignment) => scoreTruth(school, assignment, student)))),
    isClean: true,
  };
}

export function scoreList(school: TableSchool, random: Random, at: number): GeneratedTable {
  const schoolClass = random.pick(school.classes);
  const students = school.studentsOf(schoolClass.id);
  const work = school.workOf(schoolClass.id).filter(() => random.chance(0.5));
  const identity = random.pick(identities("en").filter(({ hasNumber }) => hasNumber));
  const withClass = random.chance(0.5);
  const heads = [
    ["Assignment", "Score", "Points possible", "Due date"],
    ["Task", "Result", "Out of", "Deadline"],
    ["Tarea", "Puntos", "Puntos posibles", "Fecha de entrega"],
    ["Aufgabe", "Punkte", "Max. Punkte", "Abgabe"],
    ["Zadanie", "Punkty", "Maks. punktów", "Termin oddania"],
  ][at % 5] as string[];
  const rows = students.flatMap((student) =>
    work.flatMap((assignment) => {
      const text = scoreText(school, assignment, student, ".");
      if (text === "") return [];
      return [
        [
          ...identity.cells(student),
          ...(withClass ? [`${schoolClass.name}, ${schoolClass.block}`] : []),
          assignment.title,
          text,
          String(assignment.pointsPossible),
          assignment.dueDate ?? "",
        ],
      ];
    }),
  );
  return {
    name: `score list ${at}`,
    fileName: "results.csv",
    rows: [[...identity.heads, ...(withClass ? ["Class"] : []), ...heads], ...rows],
    delimiter: random.pick([",", ";", "\t"]),
    encoding: "utf-8",
    truth: new Map(
      students.flatMap((student) => work.flatMap((assignment) => scoreTruth(school, assignment, student))),
    ),
    isClean: true,
  };
}

export function averages(school: TableSchool, random: Random, at: number): GeneratedTable {
  const language = LANGUAGES[at % LANGUAGES.length] as Language;
  const isFraction = at % 4 === 1;
  const hasSign = at % 4 === 2;
  const several = at % 6 === 5;
  const classes = several ? school.classes : [random.pick(school.classes)];
  const identity = random.pick(identities(language).filter(({ hasNumber }) => hasNumber));
  const kinds = [
    { heads: ["Labs average"], of: ["Labs"] },
    { heads: ["Overall average", "Quizzes %"], of: ["overall", "Quizzes"] },
    { heads: ["Labs", "Quizzes", "Field work"], of: ["Labs", "Quizzes", "Field work"] },
    { heads: ["Average of Labs"], of: ["Labs"] },
    { heads: ["Promedio de Quizzes"], of: ["Quizzes"] },
    { heads: ["Course average"], of: ["overall"] },
    { heads: ["Średnia"], of: ["overall"] },
    { heads: ["Current grade", "Letter grade"], of: ["overall", "letter"] },
    { heads: ["Average"], of: ["Field work"], sheet: "Field work" },
  ] as const;
  const kind = kinds[at % kinds.length] as { heads: readonly string[]; of: readonly string[]; sheet?: string };
  const rows = classes.flatMap((one) =>
    school.studentsOf(one.id).map((student) => [
      ...identity.cells(student),
      ...(several ? [`${one.name}, ${one.block}`] : []),
      ...kind.of.map((of) => {
        if (of === "letter") return "B";
        const average = school.average(one.id, student.id, of);
        return isFraction ? String(Math.round(average * 10) / 1000) : `${average}${hasSign ? "%" : ""}`;
      }),
    ]),
  );
  const truth = classes.flatMap((one) =>
    school
      .studentsOf(one.id)
      .flatMap((student) =>
        kind.of
          .filter((of) => of !== "letter")
          .map((of): [string, string] => [
            `average ${one.id}/${of}/${student.id}`,
            String(school.average(one.id, student.id, of)),
          ]),
      ),
  );
  return {
    name: `averages ${at}, ${kind.heads.join("+")}`,
    fileName: `${kind.sheet ?? "averages"}.csv`,
    needsName: kind.sheet !== undefined,
    rows: [[...identity.heads, ...(several ? ["Class"] : []), ...kind.heads], ...rows],
    delimiter: ",",
    encoding: "utf-8",
    truth: new Map(truth),
    isClean: true,
  };
}

/** Students of two classes in one table that names no class, with a comment beside each score. */
export function severalClasses(school: TableSchool, random: Random, at: number): GeneratedTable {
  const language = LANGUAGES[at % LANGUAGES.length] as Language;
  const identity = random.pick(identities(language).filter(({ hasNumber }) => hasNumber));
  const [first, second] = [school.classes[at % 3], school.classes[(at + 1) % 3]];
  const classes = [first, second].flatMap((one) => one ?? []);
  const titles = school.workOf(first?.id ?? "").filter(() => random.chance(0.4));
  const workOf = (classId: string) =>
    titles.flatMap(({ title }) => school.workOf(classId).find((one) => one.title === title) ?? []);
  const rows = classes.flatMap(({ id }) =>
    school
      .studentsOf(id)
      .map((student) => [
        ...identity.cells(student),
        ...workOf(id).flatMap((work) => [
          scoreText(school, work, student, "."),
          random.chance(0.2) ? "Clear graphs" : "",
        ]),
      ]),
  );
  const heads = titles.flatMap(({ title, pointsPossible }) => [`${title} (${pointsPossible})`, `${title} comment`]);
  return {
    name: `several classes ${at}, ${language}`,
    fileName: "both groups.csv",
    rows: [[...identity.heads, ...heads], ...(random.chance(0.5) ? [...rows].reverse() : rows)],
    delimiter: random.pick([",", ";", "\t"]),
    encoding: "utf-8",
    truth: new Map(
      classes.flatMap(({ id }) =>
        school.studentsOf(id).flatMap((student) => workOf(id).flatMap((work) => scoreTruth(school, work, student))),
      ),
    ),
    isClean: true,
  };
}
