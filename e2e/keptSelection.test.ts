import { writeFile } from "node:fs/promises";
import path from "node:path";
import { expect, test } from "vitest";
import { demoSchool } from "@/demo/demoSchool";
import { choose, fill, press, waitForWords } from "./support/browser";
import { journey, page, TODAY, temporaryFolder } from "./support/journey";
import { beginNote, bringIn, wordsOf } from "./support/steps";

const school = demoSchool(TODAY);
const [schoolClass] = school.classes;
const assignment = school.assignments.find(
  ({ id, classId, termId, pointsPossible }) =>
    classId === schoolClass?.id &&
    termId === "winter" &&
    pointsPossible > 0 &&
    school.scoreColumns.some(({ assignmentId }) => assignmentId === id),
);
const scores = school.scoreColumns.find(({ assignmentId }) => assignmentId === assignment?.id)?.scores ?? {};
/** Two who handed the assignment in. */
const [first, second] = (schoolClass?.studentIds ?? [])
  .filter((id) => scores[id]?.status === "scored")
  .flatMap((id) => school.students.find((student) => student.id === id) ?? []);
if (!assignment || !first || !second) throw new Error("The demo school has no such assignment.");

journey();
const folder = temporaryFolder();
/** Waits until the sentence comes from a selection of a name. */
const waitForSelection = (name: string) =>
  page.waitForFunction(
    (wanted) => document.querySelector("select[aria-label=Selection] option:checked")?.textContent === wanted,
    {},
    name,
  );
const status = () => wordsOf(page, ".workspace-part .finding");

test("a selection is kept by name; after bringing in the note says who is new in it, until that was seen", async () => {
  await beginNote(page, "Missing work");
  await choose(page, "Selection", "Not handed in: Harbour talk");
  await choose(page, "Assignment", assignment.title);
  await choose(page, "Classes", "Ocean Science 8, Block 1");
  await press(page, "Keep by name …");
  await fill(page, "Name of the selection", "The assignment is late");
  await press(page, "Keep");
  await waitForSelection("The assignment is late");
  const note = page.url();

  const file = path.join(folder, "scores.csv");
  await writeFile(
    file,
    `Student ID,Student,${assignment.title}\n${first.studentNumber},"${first.familyName}, ${first.givenName}",missing\n`,
  );
  await bringIn(page, [file]);
  // The one student of the table is in two classes with such an assignment.
  await choose(page, "Class of scores.csv", "Ocean Science 8, Block 1");
  await waitForWords(page, "Nothing is open.");
  await press(page, "Apply");
  await waitForWords(page, "Brought in:");

  await page.goto(note);
  await page.waitForSelector(".is-new");
  expect(await status()).toContain(`1 new: ${first.givenName} ${first.familyName} (Ocean Science 8, Block 1).`);
  const marked = await page.$$eval(".who-list li", (rows) =>
    rows.filter((row) => row.querySelector(".is-new")).map((row) => row.querySelector(".who-open")?.textContent),
  );
  expect(marked).toEqual([`${first.givenName} ${first.familyName}`]);
  await press(page, "Seen");
  await page.waitForFunction(() => !document.querySelector(".is-new"));
});

test("words changed in a note are not those of the kept selection until they are kept in it, or given up", async () => {
  await choose(page, "How the assignment stands", "late");
  await waitForWords(page, "The words below are not those of “The assignment is late”.");
  await press(page, "Use it as it is kept");
  await page.waitForFunction(
    () =>
      (document.querySelector("select[aria-label='How the assignment stands']") as HTMLSelectElement).value ===
      "not handed in",
  );
  await press(page, "Notes", "link");
  await waitForWords(page, "The assignment is late");
  await press(page, "Write to these The assignment is late");
  await waitForWords(page, "Letter 1 of");
  await waitForSelection("The assignment is late");
});

test("for one student alone others are written to", async () => {
  const name = await wordsOf(page, ".who-open");
  await press(page, `Change who is written to about ${name}`);
  const boxes = await page.$$(".who-list fieldset .form-check-input");
  for (const box of boxes) if (await box.evaluate((one) => (one as HTMLInputElement).checked)) await box.click();
  await boxes.at(-1)?.click();
  await waitForWords(page, `to ${name} (chosen for this student)`);
  await press(page, "As the sentence says");
  await page.waitForFunction(() => !document.body.textContent?.includes("(chosen for this student)"));
});

test("those chosen in the gradebook are written to by name", async () => {
  await press(page, "Gradebook", "link");
  await page.waitForSelector("td[id^=cell-], .grid td.numeric");
  await page.click(".grid tbody tr:nth-of-type(1) td[role=gridcell]");
  await page.keyboard.down("Shift");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.up("Shift");
  await waitForWords(page, "2 students chosen");
  const names = await page.$$eval(".grid tbody th", (heads) =>
    heads.slice(0, 2).map((head) => (head.textContent ?? "").split(", ").reverse().join(" ")),
  );
  await press(page, "Write to these");
  await page.waitForSelector(".letter-body .tiptap");
  await page.waitForFunction(() => document.querySelectorAll(".who-open").length >= 2);
  const listed = await page.$$eval(".who-open", (all) => all.map((one) => one.textContent ?? ""));
  expect([...new Set(listed)].sort()).toEqual([...names].sort());
  await waitForWords(page, "chosen by name");
});
