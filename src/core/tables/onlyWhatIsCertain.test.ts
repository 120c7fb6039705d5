import { describe, expect, test } from "vitest";
import { isEmptyChange } from "../change/change";
import { NOT_IN_CLASS, whileInClass } from "../figures/whileInClass";
import { agreesAsPerson } from "../matching/agreesAsPerson";
import { emptyWorldRecords, worldOf } from "../model/world";
import { outcomeOf, planOf } from "../testing/bringInWorld";
import type { ColumnMeaning } from "./columnMeaning";
import { isNoScore, isYearOfSchool } from "./isNoScore";
import { openQuestions } from "./openQuestions";
import { readDelimited } from "./readDelimited";

describe("numbers that are no scores", () => {
  test.each([
    ..."Absences,Days absent,Unexcused absences,Tardies,Lates,Attendance %,Lunch balance,Fees owed,Room,Home room,Locker no,Bus,Phone".split(
      ",",
    ),
    ..."Parent phone 2,Zip,Age,Cohort,Year of birth,Class rank,GPA,Number of siblings,Missing,Late work,How many hours?".split(
      ",",
    ),
    ..."Rate your week,I feel safe at school?".split(","),
  ])("by their heading: %s", (heading) => {
    expect(isNoScore(heading, ["1", "2", "3"])).toBe(true);
  });

  test.each([
    ["years", ["2025", "2026", "2025"]],
    ["telephone numbers", ["4155550111", "4155550112"]],
    ["numbers of something", ["40013", "40020", "40021"]],
  ])("by what they are: %s", (_what, cells) => {
    expect(isNoScore("Info", cells)).toBe(true);
  });

  test.each(
    "Rate of reaction,Late Roman essay,Balance of payments essay,Mobile phone project,Room acoustics,Position paper,Times tables,Weight and mass,Count of species lab,Bus stop problem".split(
      ",",
    ),
  )("while a title with such a word stays an assignment: %s", (heading) => {
    expect(isNoScore(heading, ["7", "9", "10"])).toBe(false);
  });

  test("what stands under points possible, or is an assignment already, counts whatever it is called", () => {
    const bare = "Student ID,Absences,Salinity lab,Grade\n41,3,9,9\n42,1,8,9\n43,0,7,9\n";
    expect(Object.keys(outcomeOf(planOf([bare])).assignments)).toEqual(["Salinity lab"]);
    expect(outcomeOf(planOf([bare])).averages).toEqual({});
    const worth = outcomeOf(planOf(["Student ID,Number of species\nPoints possible,10\n41,3\n42,1\n43,7\n"]));
    expect(worth.assignments["Number of species"]).toEqual({ ana: "3", bo: "1", cy: "7" });
  });

  test("a grade may be the year of school, or an average", () => {
    expect(isYearOfSchool("Grade", ["9", "9", "10"])).toBe(true);
    expect(isYearOfSchool("Grade", ["9th", "10th"])).toBe(true);
    expect(isYearOfSchool("Grade", ["86", "91"])).toBe(false);
    expect(isYearOfSchool("Lab grade", ["9", "9"])).toBe(false);
  });
});

test.each<[string, string, boolean]>([
  ["Ana Wójcik", "Wojcik, Ana", true],
  ["A. Wójcik", "Ana Wójcik", true],
  ["Ana Maria Wójcik", "Ana Wójcik", true],
  ["Mike Oakhurst", "Michael Oakhurst", true],
  ["Ana", "Ana Wójcik", true],
  ["Bo Wójcik", "Ana Wójcik", false],
  ["Ana Kowalska", "Ana Wójcik", false],
  ["A. W.", "Ana Wójcik", false],
  ["Ana Ana", "Ana Wójcik", false],
  ["", "Ana Wójcik", false],
])("“%s” and “%s” agree as a person: %s", (written, known, agrees) => {
  expect(agreesAsPerson(written, known)).toBe(agrees);
  expect(agreesAsPerson(known, written)).toBe(agrees);
});

test("a row whose cells may have slipped is named and changes nothing, until it is taken by hand", () => {
  const csv = "Student ID,Student,Salinity lab,Tides (10)\n41,Ana Wójcik,9,8\n42,Li,Bo,7,6\n43,,5\n";
  expect(outcomeOf(planOf([csv])).assignments).toMatchObject({ Tides: { ana: "8" } });
  expect(outcomeOf(planOf([csv])).leftOut).toEqual([
    "more or fewer cells than the heading",
    "more or fewer cells than the heading",
  ]);
  const taken = planOf([csv], { tables: { t1: { rows: { "3": "taken" } } } });
  expect(outcomeOf(taken).assignments["Salinity lab"]).toMatchObject({ cy: "5" });
});

test("rows that stand twice alike count once; of rows that differ none counts, in whatever order they stand", () => {
  const rows = ["41,9,8", "41,9,8", "42,7,6", "43,5,5", "42,7,1"];
  for (const order of [rows, [...rows].reverse()]) {
    const plan = planOf([`Student ID,Salinity lab,Tides (10)\n${order.join("\n")}\n`]);
    expect(outcomeOf(plan).assignments.Tides).toEqual({ ana: "8", cy: "5" });
    expect([plan.tables[0]?.scores?.alike, plan.tables[0]?.scores?.doubled]).toEqual([1, ["bo"]]);
  }
});

test("a good address gives way to another good one alone, and each counts once", () => {
  const after = (cell: string) => {
    const plan = planOf([`Student ID,Guardian,Email\n41,Ewa Wójcik,${cell}\n`]);
    return plan.after.guardians.get("guardian")?.addresses;
  };
  const known = "ewa@harbourmail.example";
  expect(after("ewa at home")).toEqual([known]);
  expect(after("ewa@tidepost.example Cc: office@quay.example")).toEqual(["ewa@tidepost.example", known]);
  expect(after("EWA@harbourmail.example")).toEqual([known]);
  expect(after(`${known}; ewa@tidepost.example`)).toEqual([known, "ewa@tidepost.example"]);
  expect(after("ewa@tidepost.example")).toEqual(["ewa@tidepost.example", known]);
});

describe("what a school exports beside its gradebook", () => {
  const rows = [
    ["41", "Ana Wójcik"],
    ["42", "Bo Li"],
    ["43", "Cy O’Dwyer"],
    ["44", "Deirdre Rey-Duval"],
  ] as const;
  const tableOf = (heads: string, cells: (place: number) => string) =>
    `${heads}\n${rows.map(([number, name], place) => [number, name, cells(place)].join(",")).join("\n")}\n`;

  test.each<[string, string]>([
    ["presence in percent", tableOf("ID,Name,% Present", (at) => `${90 + at}%`)],
    ["the sum of all points", tableOf("ID,Name,Total", (at) => String(150 + at))],
    ["an average on a scale of 20", tableOf("ID,Name,Overall average", (at) => String(11 + at))],
    ["fractions and percents in one column", tableOf("ID,Name,Labs", (at) => ["0.81", "0.92", "0.7", "88"][at] ?? "")],
    ["two columns of one title", tableOf("ID,Name,Quiz,Quiz", (at) => `${at},${at + 1}`)],
    ["marks of attendance", tableOf("ID,Name,Mon,Tue", () => "x,x")],
    ["thousands or decimals", tableOf("ID,Name,Salinity lab", (at) => `"1,${200 + at}"`)],
    ["errors of a spreadsheet", tableOf("ID,Name,Salinity lab", () => "#N/A")],
  ])("%s changes nothing", (_what, text) => {
    expect(isEmptyChange(planOf([text]).change)).toBe(true);
  });

  test("two columns of one title are told apart by what they are worth", () => {
    const text = "ID,Quiz,Quiz\nPoints possible,10,25\n41,7,20\n42,8,21\n";
    const { after } = planOf([text]);
    const made = [...after.assignments.values()].filter(({ title }) => title === "Quiz");
    const scores = made.map(({ id, pointsPossible }) => [
      pointsPossible,
      after.scoreColumns.get(id)?.scores.ana?.points,
    ]);
    expect(scores).toEqual([
      [10, 7],
      [25, 20],
    ]);
    expect(isEmptyChange(planOf([text], {}, [], after).change)).toBe(true);
  });

  test("numbers of another system leave the names to say who is meant", () => {
    const text = tableOf("ID,Name,Salinity lab", (at) => String(at + 5)).replace(/\n4/g, "\n904");
    expect(outcomeOf(planOf([text])).assignments["Salinity lab"]).toMatchObject({ ana: "5", bo: "6", cy: "7" });
  });

  test("a comment beside a score is the score’s; one without a score is said", () => {
    const text = "ID,Salinity lab,Salinity lab comment\n41,9,Clear graphs\n42,8,\n43,,No sketch\n";
    const plan = planOf([text]);
    expect(plan.after.scoreColumns.get("lab")?.scores.ana).toMatchObject({ points: 9, comment: "Clear graphs" });
    expect(plan.tables[0]?.scores?.looseComments).toBe(1);
  });

  test("of two rows that say different things in an extra column it is asked which counts", () => {
    const text = "ID,Bus\n41,Quay\n41,Mill\n42,Pier\n";
    const own: Record<string, ColumnMeaning> = { bus: { role: "own column" } };
    const valuesOf = (plan: ReturnType<typeof planOf>) =>
      [...plan.after.ownColumns.values()].map(({ values }) => values);
    const open = planOf([text], { columns: own });
    const [question] = openQuestions(open).values;
    expect([valuesOf(open), question?.values]).toEqual([[{ bo: "Pier" }], ["Quay", "Mill"]]);
    const told = planOf([text], { columns: own, answers: { [question?.key ?? ""]: "Mill" } });
    expect(valuesOf(told)).toEqual([{ ana: "Mill", bo: "Pier" }]);
  });

  test.each([
    ["OK to email?", "no", "yes"],
    ["E-mail home ok (Y/N)", "please do not", "sure"],
    ["Do NOT e-mail", "yes", "no"],
    ["Mail home?", "no - phone only", "Y"],
    ["Zgoda na e-mail", "Nie", "tak"],
    ["Newsletter", "no thank you", "yes please"],
    ["E-mail consent", "ask the grandmother first", "yes"],
  ])("under “%s” a no is kept as one and asks nothing: %s", (heading, no, yes) => {
    const rows = [
      "41,Ewa Wójcik,ewa@tidepost.example",
      "42,Mei Li,mei@tidepost.example",
      "43,Jo Dwyer,jo@tidepost.example",
    ];
    const answers = [no, yes, yes, yes];
    const more = "44,Al Rey,al@tidepost.example";
    const text = `ID,Guardian,Guardian email,${heading}\n${[...rows, more].map((row, at) => `${row},${answers[at]}`).join("\n")}\n`;
    const { after, tables } = planOf([text]);
    expect(outcomeOf(planOf([text])).columns).toEqual([]);
    expect(tables[0]?.isHeld).toBe(false);
    expect(after.guardians.get("guardian")?.confirmation).toBe("declined");
    expect([...after.guardians.values()].find(({ givenName }) => givenName === "Mei")?.confirmation).toBe("not asked");
  });

  test("a remark that asks for no letters is an opt-out, one about an address is none", () => {
    const wordOf = (remark: string) =>
      planOf([`ID,Guardian,Guardian email,Notes\n41,Ewa Wójcik,ewa@tidepost.example,${remark}\n`]).after.guardians.get(
        "guardian",
      )?.confirmation;
    for (const remark of ["No e-mails please; call instead", "Asked us NOT to e-mail home", "Bitte keine E-Mails"])
      expect(wordOf(remark), remark).toBe("declined");
    for (const remark of ["Has no email address", "Prefers letters", "old e-mail bounced", "No peanuts"])
      expect(wordOf(remark), remark).not.toBe("declined");
  });

  test("a roster with another class asks whether somebody moved; when they came is kept, and what was due before is not missing", () => {
    const text =
      "ID,Given name,Family name,Class,Start date\n41,Ana,Wójcik,Charts,2026-11-20\n77,Noor,Said,Charts,2026-11-20\n";
    const classesOf = (plan: ReturnType<typeof planOf>, id: string) =>
      [...plan.after.classes.values()].filter(({ studentIds }) => studentIds.includes(id)).map(({ name }) => name);
    const open = planOf([text]);
    expect([outcomeOf(open).asks, classesOf(open, "ana")]).toEqual([["moves"], ["Earth Systems 9"]]);
    const shapes = (moves: "moved" | "in both") => ({ shapes: { [open.tables[0]?.read.shapeId ?? ""]: { moves } } });
    expect(classesOf(planOf([text], shapes("in both")), "ana")).toEqual(["Earth Systems 9", "Charts"]);
    const moved = planOf([text], shapes("moved"));
    expect(classesOf(moved, "ana")).toEqual(["Charts"]);
    const charts = [...moved.after.classes.values()].find(({ name }) => name === "Charts");
    expect(charts?.joinedOn?.ana).toBe("2026-11-20");
    const due = { dueDate: "2026-11-12" };
    expect(whileInClass(undefined, due, charts ?? {}, "ana")).toBe(NOT_IN_CLASS);
    expect(whileInClass(undefined, { dueDate: "2026-11-21" }, charts ?? {}, "ana")).toBeUndefined();
  });

  test("a new sibling with the family’s address is a new student, and nobody is renamed", () => {
    const text =
      'ID,Name,Student email,Class\n41,Anna Wojcik,s41@students.sallowbay.example,"Earth Systems 9, Block 3"\n88,Jan Wójcik,s41@students.sallowbay.example,"Earth Systems 9, Block 3"\n';
    const plan = planOf([text]);
    const jan = [...plan.after.students.values()].find(({ studentNumber }) => studentNumber === "88");
    expect(jan).toMatchObject({ givenName: "Jan", familyName: "Wójcik" });
    expect(plan.after.students.get("ana")?.givenName).toBe("Ana");
  });

  test("of several encodings that fit, names that are known decide; else it is asked", () => {
    const bytes = Uint8Array.from([..."Student,Bus\nMu\xf1oz Ana,Quay\n"].map((letter) => letter.charCodeAt(0)));
    const open = readDelimited(bytes, "x.csv");
    expect(open.ok && open.tables[0]?.reading?.rivals?.map(({ sample }) => sample)).toEqual(["Muñoz", "Muńoz"]);
    const known = readDelimited(bytes, "x.csv", { knows: (word) => word === "Muñoz" });
    expect(known.ok && known.tables[0]?.reading).toEqual({ encoding: "windows-1252", delimiter: "," });
    const asked = readDelimited(bytes, "x.csv", { encoding: "windows-1250" });
    expect(asked.ok && asked.tables[0]?.rows[1]?.[0]).toBe("Muńoz Ana");
  });
});

describe("columns pasted side by side", () => {
  test.each([
    ["numbers", "ID,Salinity lab,ID,Density lab (20)\n41,15,42,8\n42,16,41,9\n43,1,43,1\n"],
    [
      "names",
      "Student,Salinity lab,Student,Density lab (20)\nAna Wójcik,15,Bo Li,8\nBo Li,16,Ana Wójcik,9\nCy O’Dwyer,1,Cy O’Dwyer,1\n",
    ],
    [
      "names in two columns",
      "First,Last,Salinity lab,First,Last,Density lab (20)\nAna,Wójcik,15,Bo,Li,8\nBo,Li,16,Ana,Wójcik,9\nCy,O’Dwyer,1,Cy,O’Dwyer,1\n",
    ],
  ])("never agree by their order: %s", (_what, text) => {
    const outcome = outcomeOf(planOf([text]));
    expect(outcome.joined).toEqual(["cy"]);
    expect(outcome.asked).toHaveLength(2);
    expect(outcome.assignments["Salinity lab"]).toEqual({ ana: "12", bo: "missing", cy: "1" });
  });

  test("from an empty gradebook too", () => {
    const plan = planOf(
      ["ID,Student,Bus,ID\n51,Ana Wójcik,4,52\n52,Bo Li,5,51\n53,Cy O’Dwyer,6,53\n"],
      {},
      [],
      worldOf(emptyWorldRecords()),
    );
    expect([...plan.after.students.values()].map(({ studentNumber }) => studentNumber)).toEqual(["53"]);
  });

  test.each(["Partner", "Marker", "Sibling"])(
    "while somebody named on purpose says nothing of whose row it is: %s",
    (who) => {
      const outcome = outcomeOf(planOf([`Student,${who},Salinity lab\nAna Wójcik,Bo Li,15\nBo Li,Ana Wójcik,16\n`]));
      expect(outcome.assignments["Salinity lab"]).toEqual({ ana: "15", bo: "16" });
    },
  );
});

test.each<[string, string, Record<string, string>]>([
  [
    "pronouns behind a name",
    "Name (pronouns),Salinity lab\nAna Wójcik (she/her),15\nBo Li (he/they),16\n",
    { ana: "15", bo: "16" },
  ],
  ["percents of an assignment", "ID,Salinity lab (%)\n41,75%\n42,80 %\n", { ana: "15", bo: "16" }],
  [
    "marks and marks available",
    "ID,Assignment,Late?,Marks,Marks available\n41,Salinity lab,N,15,20\n42,Salinity lab,Y,16,20\n",
    { ana: "15", bo: "16" },
  ],
])("is read without a question: %s", (_what, text, scores) => {
  const outcome = outcomeOf(planOf([text]));
  expect(outcome.assignments["Salinity lab"]).toMatchObject(scores);
  expect(outcome.columns).toEqual([]);
});

test("a bare Final may be the examination or the average: it is asked", () => {
  const outcome = outcomeOf(planOf(["ID,Q1,Final\n41,80,82.5\n42,90,91\n"]));
  expect(outcome.averages).toEqual({});
  expect(outcome.columns).toContain("Final: overall average");
});

test.each([
  [
    "with classes",
    "Student,Class,Guardian,Guardian email\nAna Li,Earth 9,Mai Li,mai@x.example\nAna Li,Earth 9,Tom Li,tom@x.example\nBo Ash,Earth 9,Dee Ash,dee@x.example\n",
  ],
  [
    "without a class",
    "Student,Guardian,Guardian email\nAna Li,Mai Li,mai@x.example\nAna Li,Tom Li,tom@x.example\nBo Ash,Dee Ash,dee@x.example\n",
  ],
])("one table of students and their guardians fills an empty gradebook: %s", (_what, text) => {
  const { after } = planOf([text], {}, [], worldOf(emptyWorldRecords()));
  const [ana, bo, ...others] = [...after.students.values()].map(
    ({ givenName, guardians }) => `${givenName} ${guardians.length}`,
  );
  expect([ana, bo, others]).toEqual(["Ana 2", "Bo 1", []]);
  expect([...after.classes.values()].map(({ studentIds }) => studentIds.length)).toEqual([2]);
});
