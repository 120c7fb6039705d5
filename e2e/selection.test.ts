import { expect, test } from "vitest";
import { demoSchool } from "@/demo/demoSchool";
import { choose, fill, press, waitForWords } from "./support/browser";
import { journey, page, TODAY } from "./support/journey";
import { beginNote, wordsOf } from "./support/steps";

const school = demoSchool(TODAY);
/** A title that both blocks of one course have in this term, with its assignments. */
const inTerm = school.assignments.filter(
  ({ termId, classId, categoryId }) =>
    termId === "winter" && ["class-1", "class-2"].includes(classId) && categoryId === "quizzes",
);
const title = inTerm.find(({ title: one }) => inTerm.filter((other) => other.title === one).length === 2)?.title ?? "";

journey();

const listed = () =>
  page.$$eval(".workspace-part h2 ~ .who-list", (lists) =>
    [...(lists[0]?.querySelectorAll(".who-open") ?? [])].map((name) => name.textContent ?? ""),
  );

test("at most 60 % on one quiz or not handed in, in two classes: the right people, with the figure in each reason", async () => {
  expect(title).not.toBe("");
  await beginNote(page, "Below 70 %");
  await choose(page, "Classes", "Ocean Science 8, Block 1");
  await choose(page, "One more class", "Ocean Science 8, Block 2");
  await press(page, "Take this condition out");
  await choose(page, "Add a condition", "score on one assignment");
  await choose(page, "Assignment", title);
  await choose(page, "Add a condition", "one assignment not handed in");
  await choose(page, "All or any", "or");
  const pickers = await page.$$("select[aria-label='Assignment']");
  await pickers[1]?.select(title);

  const expected = inTerm
    .filter((one) => one.title === title)
    .flatMap(({ id, classId, pointsPossible }) => {
      const scores = school.scoreColumns.find(({ assignmentId }) => assignmentId === id)?.scores ?? {};
      const students = school.classes.find((one) => one.id === classId)?.studentIds ?? [];
      return students.filter((studentId) => {
        const score = scores[studentId];
        if (!score) return true;
        if (score.status === "missing" || score.status === "incomplete") return true;
        return score.points !== undefined && score.points / pointsPossible <= 0.6;
      });
    })
    .map((id) => school.students.find((student) => student.id === id))
    .map((student) => `${student?.givenName} ${student?.familyName}`);
  expect(expected.length).toBeGreaterThan(0);
  await page.waitForFunction(
    (count) => document.querySelector(".workspace-part h2")?.textContent?.startsWith(`${count} student`),
    {},
    new Set(expected).size,
  );
  expect((await listed()).sort()).toEqual([...expected].sort());
  const reasons = await page.$$eval(".workspace-part .who-list > li > div:nth-of-type(1)", (lines) =>
    lines.map(({ textContent }) => textContent ?? ""),
  );
  expect(reasons.slice(0, expected.length).every((words) => words.includes(title))).toBe(true);
});

test("the threshold is moved on the strip by keyboard and by dragging; counts follow", async () => {
  await beginNote(page, "Below 70 %");
  const selected = async () => Number((await wordsOf(page, ".workspace-part h2")).match(/\d+/)?.[0]);
  const before = await selected();
  await page.$eval(".strip-handle", (handle) => (handle as SVGElement).focus());
  for (let step = 0; step < 2; step += 1) await page.keyboard.press("PageUp");
  await page.waitForFunction(
    (was) => Number(document.querySelector(".workspace-part h2")?.textContent?.match(/\d+/)?.[0]) > was,
    {},
    before,
  );
  expect(await page.$eval("input[aria-label=Percent]", (input) => (input as HTMLInputElement).value)).toBe("80");
  const handle = await (await page.$(".strip-handle"))?.boundingBox();
  if (!handle) throw new Error("The strip has no handle.");
  const middle = { x: handle.x + handle.width / 2, y: handle.y + handle.height / 2 };
  await page.mouse.move(middle.x, middle.y);
  await page.mouse.down();
  await page.mouse.move(middle.x - 60, middle.y, { steps: 6 });
  await page.mouse.up();
  await page.waitForFunction(
    () => Number((document.querySelector("input[aria-label=Percent]") as HTMLInputElement).value) < 72,
  );
  const dots = await page.$$eval(".strip-dot", (all) => all.map((dot) => dot.classList.contains("is-in")));
  expect(dots.filter(Boolean)).toHaveLength(
    await page.$$eval(".workspace-part .who-list:first-of-type .who-open", (names) => names.length),
  );
});

test("somebody only just outside is added by hand, and the sentence says so; brackets are added and taken out", async () => {
  await fill(page, "Percent", "70");
  // The list of the threshold that was typed, not of the one before.
  await waitForWords(page, "not below 70\u00a0%");
  const name = await page.$eval("button[aria-label^='Add '][aria-label$=' all the same']", (button) =>
    (button.getAttribute("aria-label") ?? "").replace(/^Add | all the same$/g, ""),
  );
  await press(page, `Add ${name} all the same`);
  await waitForWords(page, "added by hand");
  expect(await wordsOf(page, ".sentence")).toContain(`; and ${name}`);
  await press(page, `Take ${name} out again`);
  await page.waitForFunction(() => !document.body.textContent?.includes("added by hand"));
  await press(page, "add brackets");
  await choose(page, "Add to the brackets", "nothing missing");
  await choose(page, "All or any in brackets", "or");
  await page.waitForFunction(() =>
    document.querySelector(".sentence-group")?.textContent?.includes("who miss nothing"),
  );
  for (let left = 2; left > 0; left -= 1) await press(page, "Take this condition out of the brackets");
  await page.waitForFunction(() => !document.querySelector(".sentence-group"));
});
