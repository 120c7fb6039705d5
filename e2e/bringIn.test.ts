import { writeFile } from "node:fs/promises";
import path from "node:path";
import { expect, test } from "vitest";
import { demoBundles, weekOfExports } from "@/demo/demoFiles";
import { demoSchool } from "@/demo/demoSchool";
import { writeTables } from "../scripts/demo-files";
import { choose, openPage, press, waitForWords } from "./support/browser";
import { browser, goOnWith, journey, page, server, TODAY, temporaryFolder } from "./support/journey";
import { bringIn, wordsOf } from "./support/steps";

const school = demoSchool(TODAY);
const nameOf = (id: string) => school.students.find((student) => student.id === id);
const [firstClass] = school.classes;
const namesakes = (firstClass?.studentIds ?? []).flatMap((id) => {
  const one = nameOf(id);
  const twice = school.students.filter((s) => s.givenName === one?.givenName && s.familyName === one.familyName);
  return one && twice.length === 2 ? [one] : [];
});

journey();
const folder = temporaryFolder();

test("twenty files, four of each class: namesakes are asked, and all is applied in four actions", async () => {
  const files = await writeTables(weekOfExports(school, 1), path.join(folder, "one"));
  expect(files).toHaveLength(20);
  expect(namesakes).toHaveLength(2);
  // The first action.
  await bringIn(page, files);
  await waitForWords(page, "20 tables");
  const [one] = namesakes;
  const questions = await page.$$(`select[aria-label="Who is ${one?.familyName}, ${one?.givenName}"]`);
  expect(questions).toHaveLength(2);
  // The second and third: each row by the advisory that stands beside the name.
  for (const question of questions) {
    const row = await question.evaluate((select) => select.closest("li")?.textContent ?? "");
    const advisory = row.includes("Gulls") ? "Gulls" : "Terns";
    const meant = namesakes.find(
      ({ studentNumber }) => (Number(studentNumber) % 4 < 2 ? "Gulls" : "Terns") === advisory,
    );
    await question.select(meant?.id ?? "");
  }
  const rows = school.classes.reduce((sum, { studentIds }) => sum + studentIds.length, 0);
  const leftOut = 2;
  await waitForWords(page, `${rows * 4 - leftOut} averages in 5 classes`);
  await waitForWords(page, "Nothing is open.");
  // The fourth.
  await press(page, "Apply");
  await waitForWords(page, "Brought in:");
  await waitForWords(page, "and 19 more files");
});

test("the gradebook names imported averages that differ from the computed ones", async () => {
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".average-note");
  expect(await wordsOf(page, ".average-note")).toMatch(/^imported: \d+\s%$/);
  const computed = await page.$eval(".grid .pin-first strong", (figure) => figure.textContent);
  await choose(
    page,
    "Some averages were imported, and can be made from scores too. What counts:",
    "the imported averages",
  );
  await waitForWords(page, "The imported averages count.");
  await page.waitForFunction(
    (before) => document.querySelector(".grid .pin-first strong")?.textContent !== before,
    {},
    computed,
  );
  expect(await wordsOf(page, ".average-note")).toMatch(/^imported; the scores make \d+/);
  await press(page, "Take back");
  await page.waitForFunction(
    (before) => document.querySelector(".grid .pin-first strong")?.textContent === before,
    {},
    computed,
  );
});

test("the second week asks nothing, says so, and all of it is taken back", async () => {
  await bringIn(page, await writeTables(weekOfExports(school, 2), path.join(folder, "two")));
  await waitForWords(page, "All tables have a known shape and were read as last time.");
  await waitForWords(page, "Nothing is open.");
  expect(await page.$$("select[aria-label^='Who is']")).toHaveLength(2);
  await press(page, "Apply");
  await waitForWords(page, "Brought in:");
  await page.waitForFunction(() => document.querySelectorAll("#history ~ ul > li").length === 2);
  // The older one can't go back while the newer one stands on it, and the words say what to do.
  const takeBack = async (place: number) => {
    const buttons = await page.$$("#history ~ ul button");
    await buttons[place]?.click();
  };
  await takeBack(1);
  await waitForWords(page, "Take back what is newer first");
  await takeBack(0);
  await waitForWords(page, "Taken back");
  await takeBack(1);
  await page.waitForFunction(() => document.body.textContent?.match(/Taken back/g)?.length === 2);
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid");
  expect(await page.$$(".average-note")).toHaveLength(0);
});

test("a whole school from one OneRoster zip and its contact cards, into an empty browser", async () => {
  const context = await browser.createBrowserContext();
  const mine = goOnWith(await openPage(context, server.url));
  await press(page, "Settings", "link");
  await press(page, "Replace … Empty everything");
  await press(page, "Yes, replace all");
  await waitForWords(page, "Everything is empty.");
  const files = await Promise.all(
    demoBundles(school, TODAY).map(async ({ name, bytes }) => {
      const file = path.join(folder, name);
      await writeFile(file, bytes);
      return file;
    }),
  );
  await bringIn(page, files, "Bring in your files");
  await waitForWords(page, "142 new students");
  await press(page, "Apply");
  await waitForWords(page, "Brought in:");
  await press(page, "Families", "link");
  await waitForWords(page, "142 students");
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid .pin-first strong");
  await context.close();
  goOnWith(mine);
});

test("a pasted table changes nothing before it is said what its column is and what that is worth; then a mark is asked", async () => {
  const [ana] = firstClass?.studentIds.flatMap((id) => nameOf(id) ?? []) ?? [];
  await press(page, "Gradebook", "link");
  await press(page, "Bring in", "link");
  await press(page, "Paste a table");
  const others = (firstClass?.studentIds ?? []).slice(1, 9).flatMap((id) => nameOf(id) ?? []);
  const text = [
    "Student\tShore log",
    `${ana?.givenName} ${ana?.familyName}\tn`,
    ...others.map((one) => `${one.givenName} ${one.familyName}\t7`),
  ].join("\n");
  await page.$eval("#pasted", (area) => (area as HTMLTextAreaElement).focus());
  await page.evaluate((words) => document.execCommand("insertText", false, words), text);
  await press(page, "Read this table");
  await waitForWords(page, "Nothing changes before the questions below are answered.");
  await press(page, "scores on an assignment: Shore log");
  await press(page, "10 points for Shore log");
  // What is certain is applied and taken back at once; then the tables say again what they would do.
  const willHappen = () => wordsOf(page, "[aria-label='What will happen']").catch(() => "");
  await expect.poll(willHappen).toContain("8 scores in 1 assignment");
  await press(page, "Apply");
  const takeBack = "::-p-xpath(//*[@aria-label='What to do with it']//button[starts-with(., 'Take back')])";
  await page.locator(takeBack).click();
  await waitForWords(page, "Taken back ");
  await expect.poll(willHappen).toContain("8 scores in 1 assignment");
  await press(page, "Yes, missing");
  await waitForWords(page, "9 scores in 1 assignment");
  await waitForWords(page, "Nothing is open.");
});
