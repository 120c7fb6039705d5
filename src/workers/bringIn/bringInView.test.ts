import { describe, expect, test } from "vitest";
import { bringInWorld, planOf, tableOf } from "@/core/testing/bringInWorld";
import { bringInView } from "./bringInView";

const viewOf = (...args: Parameters<typeof planOf>) => bringInView(planOf(...args), args[3] ?? bringInWorld);

describe("what bringing in is said to do", () => {
  test("scores: what changes before what is new, what is unlikely first of all, and a sum of everything", () => {
    const { summary, differences, outliers, isEmpty } = viewOf([
      "Number,Salinity lab (20),Wave tank (10)\n0041,14,9\n42,21,\n43,18,8\n",
    ]);
    expect(summary).toBe("5 scores in 2 assignments");
    expect(isEmpty).toBe(false);
    expect(outliers).toEqual([
      // Before: 60 % and 0 %; after: 23 of 30, 21 of 20 and 26 of 30.
      "The mean of Earth Systems 9, Block 3 would go from 30.0 % to 89.4 %, a move of more than 10 points.",
      "1 score above the 20 points of “Salinity lab” in Earth Systems 9, Block 3, such as 21 of Bo Li.",
    ]);
    const [lab, tank] = differences;
    expect(lab).toMatchObject({
      title: "Salinity lab, Earth Systems 9, Block 3",
      isNew: false,
      added: 1,
      changed: 2,
      cleared: 0,
    });
    expect(lab?.rows.map(({ who, from, to }) => [who, from, to])).toEqual([
      ["Bo Li", "missing", "21"],
      ["Ana Wójcik", "12", "14"],
      ["Cy O’Dwyer", "", "18"],
    ]);
    expect(tank).toMatchObject({ isNew: true, added: 2, guessed: "category Labs" });
  });

  test("nothing new is nothing to apply", () => {
    const view = viewOf(["Number,Salinity lab (20)\n0041,12\n"]);
    expect(view).toMatchObject({ summary: "", isEmpty: true, differences: [], outliers: [] });
  });

  test("a mark is asked once for all tables, the open ones first, and the open questions are counted", () => {
    const view = viewOf([
      "Number,Salinity lab (20)\n0041,zz\n42,missing\n",
      "Number,Wave tank (10)\n0041,ZZ\n42,zz\n43,7\n",
    ]);
    const [open, known] = view.marks;
    expect(open).toMatchObject({ mark: "zz", count: 3, tables: 2, meaning: undefined });
    expect(known).toMatchObject({ mark: "missing", meaning: "missing" });
    expect(view.openCount).toBe(1);
  });

  test("a row of an uncertain owner is asked with what tells the students apart, and stays when it is answered", () => {
    const table = 'Name,Salinity lab (20)\n"Wojcik, Anna",15\n';
    const [question] = viewOf([table]).rows;
    expect(question).toMatchObject({ suggested: "ana", answer: undefined });
    expect(question?.cause).toMatch(/^Nobody has exactly this name\. Likely the same person, by /);
    expect(question?.candidates[0]).toEqual({
      studentId: "ana",
      name: "Ana Wójcik",
      about: "0041, Earth Systems 9, Block 3, with Ewa Wójcik",
    });
    expect(question?.candidates).toHaveLength(4);
    const key = question?.key ?? "";
    const answered = viewOf([table], { answers: { [key]: "bo" } });
    expect(answered.rows[0]?.answer).toBe("bo");
    expect(answered.differences[0]?.rows[0]?.who).toBe("Bo Li");
  });

  test("a table says how it was read: its columns, its first rows with their owners, who is absent, what is not used", () => {
    const [table] = viewOf(["Number,Salinity lab (20)\n0041,-3\n42,17\n99,12\n"]).tables;
    expect(table).toMatchObject({ kind: "scores", classId: "class", rowCount: 3, joined: 2, absentMore: 0 });
    expect(table?.columns.map(({ title, meaning }) => [title, meaning.role])).toEqual([
      ["Number", "student number"],
      ["Salinity lab (20)", "scores"],
    ]);
    expect(table?.columns[1]?.assignment).toMatchObject({ goesTo: "lab", isNew: false, title: "Salinity lab" });
    expect(table?.firstRows.map(({ who }) => who)).toEqual(["Ana Wójcik", "Bo Li", ""]);
    expect(table?.unknown.map(({ name }) => name)).toEqual(["99"]);
    expect(table?.absent).toEqual(["Cy O’Dwyer", "Deirdre Rey-Duval"]);
    expect(table?.notices).toEqual(["1 cell can’t be a score and is not used: -3. Points are never below 0."]);
  });

  test("two rows for one student are not used, and an address that can't be one is said", () => {
    const [doubled] = viewOf(["Number,Salinity lab (20)\n0041,13\n0041,14\n"]).tables;
    expect(doubled?.notices).toEqual(["More than one row or score for Ana Wójcik: none of these is used."]);
    const view = viewOf([
      tableOf("Student number,First name,Last name,Guardian,Guardian email\n42,Bo,Li,Mei Li,mei@\n"),
    ]);
    expect(view.tables[0]?.notices).toEqual(["Taken in as they stand, though nothing can be sent to them: mei@."]);
    expect(view.summary).toBe("1 family");
  });
});
