import { describe, expect, test } from "vitest";
import { isEmptyChange } from "../change/change";
import { BRING_IN_DAY, outcomeOf, planOf, tableOf, bringInWorld as world } from "../testing/bringInWorld";
import { learnRecipes } from "./learnRecipes";

const lab = (scores: Record<string, string>) => ({
  assignments: { "Salinity lab": { ana: "12", bo: "missing", ...scores } },
});
const all = { ana: "1", bo: "2", cy: "3", dee: "4" };
const utf16 = (text: string, bigEndian = false) => {
  const bytes = new Uint8Array(2 + text.length * 2);
  const view = new DataView(bytes.buffer);
  view.setUint16(0, 0xfeff, !bigEndian);
  for (let place = 0; place < text.length; place += 1) {
    view.setUint16(2 + place * 2, text.charCodeAt(place), !bigEndian);
  }
  return bytes;
};
const windows1252 = (text: string) => Uint8Array.from([...text].map((character) => character.charCodeAt(0)));
const rows = "0041,1\n42,2\n43,3\n44,4\n";

describe("a table of scores, however it is written", () => {
  test.each<[string, string | Uint8Array, object]>([
    ["commas", `ID,Salinity lab\n${rows}`, lab(all)],
    ["semicolons and decimal commas", "ID;Salinity lab\n0041;1,5\n42;2,25\n", lab({ ana: "1.5", bo: "2.25" })],
    ["tabs", "ID\tSalinity lab\n41\t1\n42\t2\n", lab({ ana: "1", bo: "2" })],
    ["bars", "ID|Salinity lab\n41|1\n42|2\n", lab({ ana: "1", bo: "2" })],
    [
      "plain text with columns of spaces",
      "Student        Salinity lab\nAna Wójcik     1\nBo Li          2\n",
      lab({ ana: "1", bo: "2" }),
    ],
    ["a byte order mark", `\ufeffID,Salinity lab\n${rows}`, lab(all)],
    ["UTF-16, little end first", utf16("Student,Salinity lab\nWójcik Ana,1\n"), lab({ ana: "1" })],
    ["UTF-16, big end first", utf16("Student,Salinity lab\nWójcik Ana,1\n", true), lab({ ana: "1" })],
    ["Windows-1252", windows1252("Student,Salinity lab\nWójcik Ana,1\nLi Bo,2\n"), lab({ ana: "1", bo: "2" })],
    ["Windows line ends and quoted line breaks", 'Student,"Salinity\nlab"\r\n"Li,\r\nBo",2\r\n', lab({ bo: "2" })],
    ["quotes in quotes", '"Student","Salinity lab"\n"Li, ""Bo""",2\n', lab({ bo: "2" })],
    ["title lines above", `Sallow Bay School,\nWinter term,\n\nID,Salinity lab\n${rows}`, lab(all)],
    [
      "a merged title cell",
      `"Earth Systems 9, Block 3",,\nID,Student,Salinity lab\n41,Ana Wójcik,1\n`,
      lab({ ana: "1" }),
    ],
    [
      "titles above points",
      `,,Salinity lab,Density lab\nID,Student,20,24\n41,Ana Wójcik,1,5\n`,
      { assignments: { "Salinity lab": { ana: "1" }, "Density lab": { ana: "5" } } },
    ],
    ["points below the titles", `ID,Student,Salinity lab\n,,20\n41,Ana Wójcik,1\n`, lab({ ana: "1" })],
    [
      "dates below the titles",
      `ID,Student,Density lab (20)\n,,2026-11-12\n41,Ana Wójcik,1\n`,
      { assignments: { "Density lab": { ana: "1" } } },
    ],
    [
      "categories above the titles",
      `,,Quizzes,\nID,Student,Tides,Currents\n,Points,10,12\n41,Ana Wójcik,1,2\n`,
      { assignments: { Tides: { ana: "1" }, Currents: { ana: "2" } } },
    ],
    ["first and last names", "First name,Last name,Salinity lab\nAna,Wójcik,1\nBo,Li,2\n", lab({ ana: "1", bo: "2" })],
    [
      "names turned, in capitals, without accents",
      'Student,Salinity lab\n"WOJCIK, ANA",1\nO\'DWYER CY,3\n',
      lab({ ana: "1", cy: "3" }),
    ],
    ["a preferred name", "Student,Salinity lab\nDee Rey Duval,4\n", lab({ dee: "4" })],
    ["addresses", "Student email,Salinity lab\nS41@students.sallowbay.example,1\n", lab({ ana: "1" })],
    ["scores out of points", "ID,Salinity lab\n41,17/20\n42,9 / 20\n", lab({ ana: "17", bo: "9" })],
    ["percents of the points possible", "ID,Salinity lab\n41,50%\n42,87.5 %\n", lab({ ana: "10", bo: "17.5" })],
    [
      "status words",
      "ID,Salinity lab\n41,Missing\n42,EXCUSED\n43,12 late\n44,incomplete\n",
      lab({ ana: "missing", bo: "excused", cy: "12 late", dee: "incomplete" }),
    ],
    [
      "handed-in ticks",
      "ID,Safety sheet\n,2026-11-12\n41,✓\n42,✓\n43,missing\n44,✓\n",
      { assignments: { "Safety sheet": { ana: "handed in", bo: "handed in", cy: "missing", dee: "handed in" } } },
    ],
    ["numbers that are text in a spreadsheet", "ID,Salinity lab\n'0041,'1\n=\"42\",2\n", lab({ ana: "1", bo: "2" })],
    [
      "a class column",
      'Class,Student,Salinity lab\nEarth Systems 9,Ana Wójcik,1\n"Earth Systems 9, Block 3",Bo Li,2\n',
      lab({ ana: "1", bo: "2" }),
    ],
    [
      "a long list",
      "Student ID,Assignment,Score,Points possible,Category,Status\n41,Salinity lab,1,20,Labs,\n42,Salinity lab,0,20,Labs,missing\n43,Salinity lab,7,20,Labs,late\n44,Tides,5,10,Quizzes,\n",
      {
        kind: "score list",
        assignments: { "Salinity lab": { ana: "1", bo: "missing", cy: "7 late" }, Tides: { dee: "5" } },
      },
    ],
    [
      "a column of totals beside the scores",
      "ID,Salinity lab,Total,Overall %,Letter grade\n41,1,55,61%,D\n",
      { ...lab({ ana: "1" }), averages: {} },
    ],
  ])("%s", (_words, text, expected) => {
    expect(outcomeOf(planOf([tableOf(text)]))).toMatchObject({ kind: expect.stringMatching(/^score/), ...expected });
  });

  test.each<[string, string, string[]]>([
    ["points possible", "ID,Student,Salinity lab\n,Points possible,20\n41,Ana Wójcik,1\n", []],
    [
      "points possible at the end",
      "ID,Student,Salinity lab\n41,Ana Wójcik,1\n,Points possible,20\n",
      ["points possible"],
    ],
    [
      "class averages and totals",
      "Student,Salinity lab\nAna Wójcik,1\nClass average,1\nTotal:,1\n",
      ["figures of the class", "figures of the class"],
    ],
    ["due dates", "Student,Salinity lab\nAna Wójcik,1\nDue date,2026-11-12\n", ["due dates"]],
    ["due dates above", "Student,Salinity lab\nDue date,2026-11-12\nAna Wójcik,1\n", []],
    ["the header again", "Student,Salinity lab\nAna Wójcik,1\nStudent,Salinity lab\nBo Li,2\n", ["the header again"]],
    ["rows of nobody", "Student,Salinity lab\nAna Wójcik,1\n,7\n", ["no name and no number"]],
  ])("leaves out rows that are no students: %s", (_words, text, causes) => {
    const outcome = outcomeOf(planOf([text]));
    expect(outcome.leftOut).toEqual(causes);
    expect(outcome.assignments["Salinity lab"]?.ana).toBe("1");
    expect(outcome.unknown).toEqual([]);
  });

  test("a new assignment has the points, date and category that the table tells; without points it counts in no average", () => {
    const text = "ID,Student,Density lab,Tides (12),Poster\n,,2026-11-12,,\n41,Ana Wójcik,1,2,3\n";
    const open = planOf([text]);
    const made = ({ after }: typeof open, title: string) =>
      [...after.assignments.values()].find((one) => one.title === title);
    expect(made(open, "Tides")).toMatchObject({ pointsPossible: 12, termId: "winter", classId: "class" });
    expect(made(open, "Density lab")).toMatchObject({ pointsPossible: 0, dueDate: "2026-11-12" });
    expect(made(open, "Poster")).toBe(undefined);
    expect(outcomeOf(open)).toMatchObject({ points: ["Density lab"], columns: ["Poster: scores"] });
    const told = planOf([text], { points: { "density lab": 24, poster: 5 }, columns: { poster: { role: "scores" } } });
    expect(made(told, "Density lab")).toMatchObject({ dueDate: "2026-11-12", categoryId: "labs", pointsPossible: 24 });
    expect(made(told, "Poster")).toMatchObject({ pointsPossible: 5 });
    expect(outcomeOf(told)).toMatchObject({ points: [], columns: [] });
    expect(told.tables[0]?.scores?.assignments.map(({ guessed }) => guessed)).toEqual([
      ["category"],
      ["category"],
      ["category"],
    ]);
  });

  test("a score above what is possible, an empty column and a class whose mean jumps stand out", () => {
    const { tables, moves } = planOf(["ID,Salinity lab,Tides (5)\n41,31,\n42,20,\n43,19,\n"]);
    expect(tables[0]?.scores?.assignments[0]?.above.map(({ studentId }) => studentId)).toEqual(["ana"]);
    expect(tables[0]?.scores?.assignments[0]?.isEmpty).toBe(false);
    expect(moves).toEqual([{ classId: "class", before: 30, after: expect.closeTo(116.67, 1) }]);
    const emptied = planOf(["ID,Salinity lab\n41,\n42,\n"], {
      tables: { t1: { meanings: { "1": { role: "scores" } }, kind: "scores" } },
    });
    expect(emptied.tables[0]?.scores?.assignments[0]).toMatchObject({ isEmpty: true, changes: [] });
  });

  test("an empty cell leaves a score as it is, or clears it on the teacher's word", () => {
    const text = "ID,Salinity lab\n41,\n42,5\n";
    expect(outcomeOf(planOf([text])).assignments["Salinity lab"]).toEqual({ ana: "12", bo: "5" });
    const cleared = planOf([text], { tables: { t1: { blanks: "clear" } } });
    expect(outcomeOf(cleared).assignments["Salinity lab"]).toEqual({ bo: "5" });
  });

  test("a student with two rows gets neither; two columns for one assignment are not both used; below 0 is refused", () => {
    const twice = planOf(["ID,Salinity lab\n41,3\n41,4\n42,5\n"]);
    expect(twice.tables[0]?.scores?.doubled).toEqual(["ana"]);
    expect(outcomeOf(twice).assignments["Salinity lab"]).toEqual({ ana: "12", bo: "5" });
    expect(planOf(["ID,Salinity lab,salinity LAB\n41,3,4\n"]).tables[0]?.scores?.clashing).toEqual([2]);
    expect(planOf(["ID,Salinity lab\n41,-3\n42,5\n"]).tables[0]?.scores?.refusedCells).toMatchObject([{ text: "-3" }]);
  });
});

describe("averages alone", () => {
  test.each<[string, string, object]>([
    ["of a category, as percents", "ID,Labs average\n41,86%\n42,70.5%\n", { labs: { ana: 86, bo: 70.5 } }],
    ["of a category, as fractions", "ID,Labs\n41,0.8649\n42,1\n", { labs: { ana: 86.49, bo: 100 } }],
    [
      "overall, as numbers",
      "Student,Overall average\nAna Wójcik,86.25\nBo Li,1.2\n",
      { overall: { ana: 86.25, bo: 1.2 } },
    ],
    [
      "several at once",
      "Student,Labs %,Quizzes %,Final grade\nAna Wójcik,80,90,84\n",
      { labs: { ana: 80 }, quizzes: { ana: 90 }, overall: { ana: 84 } },
    ],
    ["out of points", "Student,Overall average\nAna Wójcik,172/200\n", { overall: { ana: 86 } }],
  ])("%s", (_words, text, averages) => {
    expect(outcomeOf(planOf([text]))).toMatchObject({ kind: "averages", averages });
  });

  test("fractions can be said to be percents", () => {
    const choices = { tables: { t1: { percents: { "1": "percents" as const } } } };
    expect(outcomeOf(planOf(["ID,Labs\n41,0.9\n"], choices)).averages).toEqual({ labs: { ana: 0.9 } });
  });

  test("several files in other orders, one student missing in one, become one picture", () => {
    const plan = planOf([
      "Student,Overall average\nBo Li,70\nAna Wójcik,80\n",
      "ID,Labs average\n41,81\n42,71\n43,61\n",
      "Student,Quizzes average\nCy O'Dwyer,62\nAna Wójcik,82\n",
    ]);
    expect(outcomeOf(plan).averages).toEqual({
      overall: { ana: 80, bo: 70 },
      labs: { ana: 81, bo: 71, cy: 61 },
      quizzes: { ana: 82, cy: 62 },
    });
    expect([...(plan.tables[2]?.absent ?? [])].sort()).toEqual(["bo", "dee"]);
  });
});

describe("what only the teacher can say", () => {
  test("marks are asked once with a guess; the answer counts", () => {
    const text = "ID,Salinity lab,Tides (10)\n41,abs,3\n42,nhi,zz\n43,B+,4\n44,5,6\n";
    expect(outcomeOf(planOf([text])).marks).toEqual(["zz 1 ?", "B+ 1 grade label"]);
    const answered = planOf([text], { marks: { abs: "excused", nhi: "missing", "b+": "grade label", zz: "nothing" } });
    expect(outcomeOf(answered)).toMatchObject({
      marks: [],
      assignments: { "Salinity lab": { ana: "excused", bo: "missing", cy: "B+", dee: "5" } },
    });
  });

  test("cells that begin like a formula are text", () => {
    expect(outcomeOf(planOf(["ID,Salinity lab\n41,=1+1\n42,+5\n43,@x\n44,7\n"]))).toMatchObject({
      marks: ["=1+1 1 ?", "+5 1 ?", "@x 1 ?"],
      assignments: { "Salinity lab": { dee: "7" } },
    });
  });

  test("a name cut short means the only one it can, a similar one is a suggestion, an unknown one is listed", () => {
    const text =
      "Student,Salinity lab\nA. Wójcik,1\nBo Lee-Quill,2\nBo Li,5\nDeirdre Anna Rey-Duval,4\nCy O'Dwyr,3\nZora Quite,9\n";
    const plan = planOf([text]);
    expect(plan.tables[0]?.rows.map(({ match }) => match)).toMatchObject([
      { kind: "certain", studentId: "ana", by: "name" },
      { kind: "nobody" },
      { kind: "certain", studentId: "bo", by: "name" },
      { kind: "certain", studentId: "dee", by: "name" },
      { kind: "likely", studentId: "cy", because: "a similar name" },
      { kind: "nobody" },
    ]);
    expect(outcomeOf(plan).assignments["Salinity lab"]).toMatchObject({ ana: "1", dee: "4" });
    const similar = plan.tables[0]?.rows[4];
    const answered = planOf([text], { answers: { [similar?.key ?? ""]: "cy" } });
    expect(outcomeOf(answered).assignments["Salinity lab"]?.cy).toBe("3");
    // Two rows that can only mean one student leave it to the teacher.
    const both = planOf(["Student,Salinity lab\nA. Wójcik,1\nAna M. Wójcik,2\nBo Li,5\n"]);
    expect(outcomeOf(both).assignments["Salinity lab"]?.ana).toBe("12");
  });

  test("dates that can be read two ways are asked with the evidence, and others decide for themselves", () => {
    const list = (dates: string[]) =>
      `ID,Assignment,Score,Points possible,Due date\n${dates.map((date, place) => `41,Assignment ${place},5,10,${date}`).join("\n")}\n`;
    expect(outcomeOf(planOf([list(["03/11/2026", "04/11/2026"])])).asks).toEqual(["dates"]);
    const due = (plan: ReturnType<typeof planOf>) =>
      [...plan.after.assignments.values()].flatMap(({ title, dueDate }) =>
        title.startsWith("Assignment") ? [dueDate] : [],
      );
    expect(due(planOf([list(["03/11/2026", "24/11/2026"])]))).toEqual(["2026-11-03", "2026-11-24"]);
    expect(due(planOf([list(["03.11.2026", "11.24.2026"])]))).toEqual(["2026-03-11", "2026-11-24"]);
    expect(due(planOf([list(["2026-11-03", "24 Nov 2026", '"November 5, 2026"'])]))).toEqual([
      "2026-11-03",
      "2026-11-24",
      "2026-11-05",
    ]);
    expect(due(planOf([list(["03/11/2026"])], { dateOrder: "month first" }))).toEqual(["2026-03-11"]);
  });

  test("a table that names nobody is not used until it is said what it is", () => {
    const outcome = outcomeOf(planOf(["Colour,Count\nred,3\nblue,4\n"]));
    expect(outcome).toMatchObject({ kind: "not used", asks: ["kind"] });
  });

  test("the same shape next week asks nothing, also in other rows and with other work", () => {
    const week = (title: string, order: number[]) => {
      const lines = ["A. Wójcik,North,zz", "Bo Li,South,nhi", "Cy O'Dwyr,North,7"];
      return `Student,Team,${title}\n${order.map((place) => lines[place]).join("\n")}\n`;
    };
    const first = planOf([week("Salinity lab (20)", [0, 1, 2])]);
    expect(outcomeOf(first)).toMatchObject({ asked: ["Cy O'Dwyr"], marks: ["zz 1 ?"] });
    const keys = first.tables[0]?.rows.map(({ key }) => key) ?? [];
    const answers = { [keys[2] ?? ""]: "cy" };
    const done = planOf([week("Salinity lab (20)", [0, 1, 2])], { answers, marks: { zz: "excused" } });
    const recipes = learnRecipes(done.tables, 1);
    const next = planOf([week("Density lab (20)", [2, 0, 1])], {}, recipes, done.after);
    expect(outcomeOf(next)).toMatchObject({
      asked: [],
      marks: [],
      asks: [],
      assignments: { "Density lab": { ana: "excused", bo: "missing", cy: "7" } },
    });
    expect(next.tables[0]?.read.recipe?.usedAt).toBe(1);
  });
});

describe("people", () => {
  const people = (plan: ReturnType<typeof planOf>) =>
    plan.tables.flatMap(({ people: planned }) =>
      (planned?.people ?? []).map(
        ({ studentId, differences }) =>
          `${studentId}: ${differences.map(({ what, from, to }) => `${what} ${from} -> ${to}`).join("; ")}`,
      ),
    );

  test("a roster adds students and classes; those who are there stay", () => {
    const plan = planOf([
      'Student ID,Given name,Family name,Class,Date of birth\n41,Ana,Wójcik,"Earth Systems 9, Block 3",2012-03-04\n77,Noor,Said,"Ocean Science 8, Block 1",05/25/2012\n',
    ]);
    expect(outcomeOf(plan)).toMatchObject({ kind: "roster", asks: [] });
    const noor = [...plan.after.students.values()].find(({ studentNumber }) => studentNumber === "77");
    expect(noor).toMatchObject({ givenName: "Noor", birthday: "2012-05-25" });
    // Ids stand in journals and links: nothing of a name or a number may be read off them.
    expect(noor?.id).toMatch(/^[a-z0-9]{18}$/);
    expect(people(plan)).toEqual(["ana: birthday  -> 2012-03-04", `${noor?.id}: class  -> Ocean Science 8, Block 1`]);
    const made = [...plan.after.classes.values()].find(({ name }) => name === "Ocean Science 8");
    expect(made).toMatchObject({ block: "Block 1", studentIds: [noor?.id] });
  });

  test("contacts, one guardian a row: known ones are brought up to date, new ones added, siblings share", () => {
    const plan = planOf([
      "Student ID,Guardian,Relation,Address,Language\n41,Ewa Wójcik,mother,ewa@tidepost.example,Polish\n42,Mei Li,parent,mei@tidepost.example,en\n43,Ewa Wójcik,aunt,ewa@tidepost.example,pl\n",
    ]);
    expect(outcomeOf(plan).kind).toBe("contacts");
    expect(people(plan)).toEqual([
      "ana: Ewa Wójcik: letters go to ewa@harbourmail.example -> ewa@tidepost.example; Ewa Wójcik: language en -> pl; Ewa Wójcik: relation parent -> mother",
      "bo: new guardian  -> Mei Li, parent, mei@tidepost.example",
      "cy: guardian shared with a sibling  -> Ewa Wójcik",
    ]);
    expect(plan.after.guardians.get("guardian")?.addresses).toEqual([
      "ewa@tidepost.example",
      "ewa@harbourmail.example",
    ]);
    expect(plan.after.guardians.size).toBe(2);
  });

  test("contacts, several guardians a row, with an address that is none", () => {
    const plan = planOf([
      "Student,Parent 1 name,Parent 1 email,Parent 2 first name,Parent 2 last name,Parent 2 email\nBo Li,Mei Li,mei@tidepost,Jun,Li,jun@tidepost.example\n",
    ]);
    expect(people(plan)).toEqual([
      "bo: new guardian  -> Mei Li, guardian, no address; new guardian  -> Jun Li, guardian, jun@tidepost.example",
    ]);
    expect(plan.tables[0]?.people?.badAddresses).toEqual(["mei@tidepost"]);
  });

  test("form answers: of several for one family the last counts, whatever the order of the rows", () => {
    const plan = planOf([
      "Timestamp,Child's name,Your name,Email,How often?\n11/24/2026 10:02:00,Bo Li,x,x@x.example,\n".replace(
        "Your name",
        "Guardian name",
      ) +
        "11/20/2026 09:00:00,Bo Li,Mei Li,old@tidepost.example,weekly\n11/24/2026 11:00:00,Bo Li,Mei Li,new@tidepost.example,every letter\n",
    ]);
    expect(outcomeOf(plan).kind).toBe("form answers");
    const mei = [...plan.after.guardians.values()].find(({ givenName }) => givenName === "Mei");
    expect(mei).toMatchObject({
      addresses: ["new@tidepost.example", "old@tidepost.example"],
      frequency: "each letter",
    });
  });

  test("a roster, its contacts and its scores, dropped together in any order into an empty gradebook", () => {
    const empty = {
      ...world,
      students: new Map(),
      guardians: new Map(),
      classes: new Map(),
      assignments: new Map(),
      scoreColumns: new Map(),
      terms: new Map(),
    };
    const plan = planOf(
      [
        "ID,Compass course (25)\n7,20\n8,21\n",
        "Student ID,Guardian,Email\n7,Ada Roe,ada@tidepost.example\n",
        "Student ID,Student,Class\n7,Kit Roe,Charts\n8,Lu Moe,Charts\n",
      ],
      {},
      [],
      empty,
    );
    const [kit = "", lu = ""] = plan.after.students.keys();
    expect(outcomeOf(plan).assignments).toEqual({ "Compass course": { [kit]: "20", [lu]: "21" } });
    expect([...plan.after.students.values()].map(({ guardians }) => guardians.length)).toEqual([1, 0]);
    expect([...plan.after.terms.values()][0]).toMatchObject({ name: "This term", from: expect.any(String) });
    expect(BRING_IN_DAY > ([...plan.after.terms.values()][0]?.from ?? "")).toBe(true);
  });

  test("the same files twice change nothing", () => {
    const files = [
      'Student ID,Given name,Family name,Class\n41,Ana,Wójcik,"Earth Systems 9, Block 3"\n77,Noor,Said,Ocean 8\n',
      "Student ID,Guardian,Relation,Address,Language\n77,Huda Said,mother,huda@tidepost.example,ar\n",
      "ID,Salinity lab,Tides (10)\n41,7,8\n42,missing,9\n",
      "ID,Labs average\n41,81\n42,71%\n",
    ];
    const first = planOf(files);
    expect(isEmptyChange(first.change)).toBe(false);
    expect(isEmptyChange(planOf(files, {}, [], first.after).change)).toBe(true);
  });
});
