import { expect, test } from "vitest";
import { demoSchool } from "@/demo/demoSchool";
import { choose, fill, press, waitForWords } from "./support/browser";
import { journey, page, TODAY } from "./support/journey";
import { beginNote, wordsOf } from "./support/steps";

const school = demoSchool(TODAY);
const [schoolClass] = school.classes;

journey();

test("what the class did is noted in its log, changed, and stands in a letter with its link", async () => {
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid");
  await press(page, "Class log");
  await fill(page, "What the class did", "We launched the tide buoy, see https://harbour.example/buoy");
  await press(page, "Add to the log");
  await waitForWords(page, "An entry was added to the class log.");
  await press(page, "Change the entry of 24 November 2026");
  await page.locator(".grid-side .lines textarea").fill("We launched the big tide buoy: https://harbour.example/buoy");
  await press(page, "Keep");
  await waitForWords(page, "the big tide buoy");

  await beginNote(page, "How things stand");
  await press(page, "Class log");
  await page.waitForFunction(() =>
    [...document.querySelectorAll(".letter-body .block")].some(
      (block) => block.querySelector("a")?.getAttribute("href") === "https://harbour.example/buoy",
    ),
  );
  await press(page, "Upcoming work");
  await waitForWords(page, "due 28 November 2026");
});

test("words for a range of averages are written once, and a letter has those of its student", async () => {
  await press(page, "Settings", "link");
  await press(page, "Change Overall statement");
  for (const from of [85, 70, 0]) await fill(page, `Words from ${from} percent`, `These are the words from ${from}.`);
  await press(page, "Add a range");
  await fill(page, "Range 4 begins at percent", "85");
  await waitForWords(page, "Two ranges begin at the same percent.");
  await press(page, "× range from 85 percent");
  await waitForWords(page, "Each range needs its words.");
  await fill(page, "Words from 85 percent", "These are the words from 85.");
  await press(page, "Keep the statement");
  await waitForWords(page, "The statement “Overall statement” was changed.");
  await beginNote(page, "How things stand");
  const overall = Number((await wordsOf(page, ".letter-body .field[title='Overall average']")).match(/\d+/)?.[0]);
  const from = overall >= 85 ? 85 : overall >= 70 ? 70 : 0;
  await page.locator(".tray button ::-p-text(Overall statement)").click();
  await page.waitForFunction(
    (words) => document.querySelector(".letter-body .field[title='Overall statement']")?.textContent === words,
    {},
    `These are the words from ${from}.`,
  );
});

test("a checklist is added, ticked, and those left are written to", async () => {
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid");
  await press(page, "Checklists");
  await fill(page, "Name of a new checklist", "Safety sheet signed");
  await press(page, "Add a checklist");
  await waitForWords(page, "nobody has done it yet");
  const students = schoolClass?.studentIds.length ?? 0;
  await waitForWords(page, `${students} students of this class left.`);
  const first = await page.$eval(".checklist label", (label) => label.textContent ?? "");
  await choose(page, first, "done");
  await waitForWords(page, `${students - 1} students of this class left.`);
  await press(page, "Write to those left");
  await waitForWords(page, `${students - 1} students selected`);
  await waitForWords(page, "Safety sheet signed: not done");
  expect(await page.$$eval(".who-open", (names) => names.map((name) => name.textContent))).not.toContain(first);
});

test("all classes stand in one gradebook; a score goes to the right class, and its average follows", async () => {
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid");
  await choose(page, "Class", "All classes");
  await waitForWords(page, `${school.students.length} students`);
  const shared = school.students.find(
    ({ id }) => school.classes.filter(({ studentIds }) => studentIds.includes(id)).length === 2,
  );
  await fill(page, "Find a name", `${shared?.familyName} ${shared?.givenName}`);
  await page.waitForFunction(() => document.querySelectorAll(".grid tbody th").length === 2);
  const figures = () =>
    page.$$eval(".grid .pin-first", (cells) => cells.slice(1).map((cell) => (cell.textContent ?? "").trim()));
  const before = await figures();
  await page.focus(".grid");
  await page.keyboard.press("ArrowDown");
  await page.waitForSelector("#score-0-0.is-head");
  // The first assignment that counts: no checklist of what was handed in, no extra credit.
  await page.keyboard.type("0");
  await page.keyboard.press("Enter");
  await page.waitForFunction(
    (was) => [...document.querySelectorAll(".grid .pin-first")].slice(1)[0]?.textContent?.trim() !== was,
    {},
    before[0],
  );
  expect((await figures())[1]).toBe(before[1]);
  await choose(page, "Class", "Charts and Navigation, Block 6");
  await page.waitForFunction(() => !document.querySelector(".row-class"));
});
