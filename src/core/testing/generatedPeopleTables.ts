import type { Student } from "../model/student";
import type { Random } from "../random";
import { type GeneratedTable, HEADINGS, identities, LANGUAGES, type Language } from "./generatedTable";
import type { TableSchool } from "./tableSchool";

export function contacts(school: TableSchool, random: Random, at: number): GeneratedTable {
  const language = LANGUAGES[at % LANGUAGES.length] as Language;
  const head = HEADINGS[language];
  const identity = random.pick(identities(language).filter(({ hasNumber }) => hasNumber));
  const students = school.studentsOf(random.pick(school.classes).id);
  const address = (student: Student) => `new.${student.id}@harbourmail.example`;
  const cell = (student: Student) =>
    random.pick([
      address(student),
      `Home <${address(student)}>`,
      `mailto:${address(student)}`,
      ` ${address(student)} `,
      `${address(student)}; ${address(student).toUpperCase()}`,
    ]);
  const rows = students.map((student) => [...identity.cells(student), `Ada ${student.familyName}`, cell(student)]);
  return {
    name: `contacts ${at}, ${language}`,
    fileName: "families.csv",
    rows: [[...identity.heads, head.guardian, head.guardianMail], ...rows],
    delimiter: random.pick([",", "\t"]),
    encoding: "utf-8",
    truth: new Map(students.map((student) => [`guardian ${student.id}/Ada ${student.familyName}`, address(student)])),
    isClean: true,
  };
}

export function roster(school: TableSchool, random: Random, at: number): GeneratedTable {
  const language = LANGUAGES[at % LANGUAGES.length] as Language;
  const head = HEADINGS[language];
  const schoolClass = random.pick(school.classes);
  const known = school.studentsOf(schoolClass.id);
  const added = Array.from({ length: 4 }, (_, place) => ({
    number: String(90_000 + at * 10 + place),
    given: `Neu${"abcd"[place]}`,
    family: random.pick(known).familyName,
  }));
  const label = `${schoolClass.name}, ${schoolClass.block}`;
  const rows = [
    ...known.map(({ studentNumber, givenName, familyName }) => [studentNumber, givenName, familyName, label]),
    ...added.map(({ number, given, family }) => [number, given, family, label]),
  ];
  return {
    name: `roster ${at}, ${language}`,
    fileName: "list.csv",
    rows: [[head.number, head.given, head.family, head.class], ...rows],
    delimiter: random.pick([",", ";"]),
    encoding: "utf-8",
    truth: new Map(
      added.map(({ number, given, family }) => [`student ${number}`, `${given} ${family} in ${schoolClass.id}`]),
    ),
    isClean: true,
  };
}

export function ownColumns(school: TableSchool, random: Random, at: number): GeneratedTable {
  const language = LANGUAGES[at % LANGUAGES.length] as Language;
  const identity = random.pick(identities(language).filter(({ hasNumber }) => hasNumber));
  const schoolClass = random.pick(school.classes);
  const students = school.studentsOf(schoolClass.id);
  const columns = ["Bus stop", "Mile time", "Photo allowed"];
  const withClass = random.chance(0.5);
  const rows = students.map((student) => [
    ...identity.cells(student),
    ...(withClass ? [`${schoolClass.name}, ${schoolClass.block}`] : []),
    ...columns.map((column) => school.own(student.id, column)),
  ]);
  const place = withClass ? schoolClass.id : "all";
  return {
    name: `own columns ${at}, ${language}`,
    fileName: "trip.csv",
    rows: [[...identity.heads, ...(withClass ? [HEADINGS[language].class] : []), ...columns], ...rows],
    delimiter: ",",
    encoding: "utf-8",
    choices: { columns: Object.fromEntries(columns.map((column) => [column.toLowerCase(), { role: "own column" }])) },
    truth: new Map(
      students.flatMap((student) =>
        columns.map((column): [string, string] => [
          `own ${column}/${place}/${student.id}`,
          school.own(student.id, column),
        ]),
      ),
    ),
    isClean: true,
  };
}

/** Who may be written to stands beside the addresses: the addresses come in, and each no with them. */
export function writeToTable(school: TableSchool, random: Random, at: number): GeneratedTable {
  const heading = ["OK to email?", "Do not contact", "Email consent", "Contact", "Opted out"][at % 5] as string;
  const students = school.studentsOf(random.pick(school.classes).id);
  const answers = students.map((_student, place) =>
    place % 4 === 0 ? random.pick(["no", "NO!", "n", "no - phone only"]) : random.pick(["yes", "Yes", "y", "ok"]),
  );
  const isNegative = heading === "Do not contact" || heading === "Opted out";
  const rows = students.map((student, place) => [
    student.studentNumber,
    `Ada ${student.familyName}`,
    `new.${student.id}@harbourmail.example`,
    answers[place] ?? "",
  ]);
  return {
    name: `who may be written to ${at}, ${heading}`,
    fileName: "families.csv",
    rows: [["Student ID", "Guardian", "Guardian email", heading], ...rows],
    delimiter: ",",
    encoding: "utf-8",
    truth: new Map(
      students.flatMap((student, place): [string, string][] => {
        const isNo = /^n/i.test(answers[place] ?? "") !== isNegative;
        const key = `guardian ${student.id}/Ada ${student.familyName}`;
        return [
          [key, `new.${student.id}@harbourmail.example`],
          ...(isNo ? [[`${key} may be written to`, "declined"] as [string, string]] : []),
        ];
      }),
    ),
    isClean: true,
  };
}

/** A list that names another class for some: whether they moved or are in both is asked, nobody is enrolled by it. */
export function moves(school: TableSchool, random: Random, at: number): GeneratedTable {
  const language = LANGUAGES[at % LANGUAGES.length] as Language;
  const head = HEADINGS[language];
  const identity = random.pick(identities(language).filter(({ hasNumber }) => hasNumber));
  const [from, to] = [school.classes[at % 3], school.classes[(at + 1) % 3]];
  const moved = school.studentsOf(from?.id ?? "").filter(() => random.chance(0.3));
  const stayed = school.studentsOf(to?.id ?? "");
  const rows = [...stayed, ...moved].map((student) => [...identity.cells(student), `${to?.name}, ${to?.block}`]);
  return {
    name: `moves ${at}, ${language}`,
    fileName: "list.csv",
    rows: [[...identity.heads, head.class], ...(random.chance(0.5) ? rows.reverse() : rows)],
    delimiter: random.pick([",", ";"]),
    encoding: "utf-8",
    truth: new Map(),
    isClean: false,
  };
}
