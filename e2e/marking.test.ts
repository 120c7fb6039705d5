import { beforeAll, expect, test } from "vitest";
import type { Score } from "@/core/model/score";
import { byFamilyName, fullName } from "@/core/model/student";
import { Random } from "@/core/random";
import { demoSchool } from "@/demo/demoSchool";
import { choose, openPage, press, waitForWords } from "./support/browser";
import { browser, goOnWith, journey, page, server, TODAY } from "./support/journey";
import { delivered } from "./support/mailboxes";
import { setTakeBack, wordsOf } from "./support/steps";
import { stored, storedRounds } from "./support/stored";

journey();
const TALK = "class-1-talk";
const STUDENTS = 28;

beforeAll(async () => {
  await setTakeBack(page, 0);
  await openTalk();
});

async function openTalk(): Promise<void> {
  await page.goto(`${server.url}/marking/${TALK}`);
  await page.waitForSelector(".mark-level");
}

const current = () => wordsOf(page, "#mark-name");
const keys = async (...all: string[]) => {
  for (const key of all) await page.keyboard.press(key as "1");
};
/** What the list says beside each name. */
const rows = () =>
  page.$$eval(".mark-who", (all) => all.map((one) => [...one.children].map(({ textContent }) => textContent ?? "")));
const rowOf = async (name: string) => (await rows()).find(([known]) => known === name)?.[1] ?? "";
/** Subject and words of all that arrived at students’ addresses. */
async function arrived(): Promise<{ subject: string; text: string }[]> {
  const mails = await delivered(server.url);
  return mails.map(({ mail }) => ({ subject: mail.subject ?? "", text: (mail.text ?? "").replace(/\s+/g, " ") }));
}

test("four criteria, one comment, next: seven keys; what was kept is there after the page was closed between two of them", async () => {
  const first = await current();
  // Content, order, voice, chart; a letter and Enter for the comment that is used most; Enter for the next student.
  await keys("3", "4", "2", "3", "w", "Enter");
  await expect.poll(() => rowOf(first)).toBe("15");
  await page.keyboard.press("Enter");
  expect(await current()).not.toBe(first);
  const second = await current();
  await keys("1", "2");
  await page.waitForFunction(() => document.querySelector(".marking .toolbar")?.textContent?.includes("Kept"));
  const before = goOnWith(await openPage(browser, `${server.url}/marking/${TALK}`));
  await before.close();
  await page.waitForSelector(".mark-level");
  await expect.poll(current).toBe(second);
  await expect.poll(() => rowOf(second)).toMatch(/^2 of 4/);
  await expect.poll(() => rowOf(first)).toBe("15");
  // One step back takes the last mark away, and no more.
  await keys("ArrowDown", "ArrowDown", "4");
  await expect.poll(() => wordsOf(page, ".score-line")).toMatch(/3 of 4 judged/);
  await page.keyboard.down("Control");
  await page.keyboard.press("z");
  await page.keyboard.up("Control");
  await expect.poll(() => wordsOf(page, ".score-line")).toMatch(/2 of 4 judged/);
});

test("feedback goes at once to three while marking goes on, and to the others when all is done; each reads their own sentences", async () => {
  await openTalk();
  const names: string[] = [];
  for (let student = 0; student < 3; student += 1) {
    names.push(await current());
    await keys("ArrowUp", "ArrowUp", "ArrowUp", "ArrowUp");
    await keys("4", "3", "3", "1");
    await page.keyboard.down("Shift");
    await page.keyboard.press("Enter");
    await page.keyboard.up("Shift");
  }
  for (const name of names) await expect.poll(() => rowOf(name)).toMatch(/^13.75, sent/);
  expect(await storedRounds(page)).toHaveLength(3);
  await expect.poll(async () => (await arrived()).length).toBe(3);
  for (const { subject, text } of await arrived()) {
    expect(names.some((name) => subject === `Harbour talk: feedback for ${name.split(" ")[0]}`)).toBe(true);
    expect(text).toContain("Content: strong. You know your subject well and made us see why it matters.");
    expect(text).toContain("Chart: beginning. A drawing would help us see it.");
    expect(text).toContain("13.75 of 20");
  }
  // The rest is pasted, as a colleague wrote it down question by question.
  const open = (await rows())
    .filter(([, words]) => /^(not begun|\d of 4)/.test(words ?? ""))
    .map(([name]) => name ?? "");
  await choose(page, "How it is marked", "as a table");
  await page.waitForSelector(".marks-table");
  // Two of them have the same name: the number tells them apart.
  const { classes, students } = demoSchool(TODAY);
  const inClass = students.filter(
    ({ id, ...one }) => classes[0]?.studentIds.includes(id) && open.includes(fullName(one)),
  );
  expect(inClass).toHaveLength(open.length);
  const table = ["Number\tStudent\tContent\tOrder\tVoice\tChart\tComment"]
    .concat(
      inClass.reverse().map((one) => `${one.studentNumber}\t${fullName(one)}\tsecure\t3\tsecure\t4\tPasted well.`),
    )
    .concat("99\tNobody Atall\t1\t1\t1\t1\t")
    .join("\n");
  await page.evaluate((text) => {
    const data = new DataTransfer();
    data.setData("text/plain", text);
    const target = document.querySelector(".marks-table select");
    target?.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
  }, table);
  await waitForWords(page, `${open.length} students marked from the pasted table.`);
  await waitForWords(page, "Not in this class for certain, so left alone: Nobody Atall.");
  await choose(page, "How it is marked", "one at a time");
  await waitForWords(page, `${STUDENTS} of ${STUDENTS} marked`);
  await page.waitForFunction(() => document.querySelector(".marking .toolbar")?.textContent?.includes("Kept"));
  await press(page, `Send feedback to ${STUDENTS - 3} …`);
  await press(page, `Send ${STUDENTS - 3} letters`);
  await expect.poll(async () => (await rows()).filter(([, words]) => words?.includes(", sent")).length).toBe(STUDENTS);
  await expect.poll(async () => (await arrived()).length).toBe(STUDENTS);
  const pasted = (await arrived()).filter(({ text }) => text.includes("Pasted well."));
  expect(pasted).toHaveLength(open.length);
  // Nobody had anything twice.
  expect(new Set((await arrived()).map(({ subject, text }) => subject + text)).size).toBe(STUDENTS);
});

test("a later edit says that another thing was sent, and the corrected one goes to that student alone", async () => {
  const name = await current();
  const before = (await arrived()).length;
  await keys("ArrowUp", "ArrowUp", "ArrowUp", "ArrowUp", "1");
  await waitForWords(page, "What was sent is not what stands here now.");
  await expect.poll(() => rowOf(name)).toMatch(/changed since it was sent/);
  await press(page, "Send the corrected one");
  await expect.poll(() => rowOf(name)).toMatch(/, sent/);
  await expect.poll(async () => (await arrived()).length).toBe(before + 1);
  const corrected = (await arrived()).filter(({ text }) => text.includes("Say more of what you found out yourself."));
  expect(corrected.map(({ subject }) => subject)).toContain(`Harbour talk: feedback for ${name.split(" ")[0]}`);
});

test("own views come in from two phones, one by number and code, one by a personal link; the differing criterion stands first", async () => {
  await openTalk();
  await choose(page, "How the feedback is shown", "views");
  await press(page, "Open the page for views");
  await waitForWords(page, "Class code");
  const link = await page.$eval(".mark-side code", ({ textContent }) => textContent ?? "");
  const code = await page.$eval(".mark-side strong", ({ textContent }) => textContent ?? "");
  const name = await current();
  const student = demoSchool(TODAY).students.find((one) => fullName(one) === name);
  const phone = await (await browser.createBrowserContext()).newPage();
  await phone.setViewport({ width: 390, height: 844 });
  await phone.goto(link);
  await phone.waitForSelector("#view-number");
  // Nobody's name, and nobody else's answer, stands on the page.
  expect(await phone.$eval("body", ({ textContent }) => textContent)).not.toContain(student?.familyName);
  await phone.type("#view-number", student?.studentNumber ?? "");
  await phone.type("#view-code", "WRONG2");
  for (const label of ["Content-strong", "Order-secure", "Voice-secure", "Chart-strong"])
    await phone.click(`[id="view-${label}"]`);
  await phone.type("#view-comment", "I was <b>calm</b>.");
  await press(phone, "Send to the teacher");
  await waitForWords(phone, "This is not the class code.");
  await phone.$eval("#view-code", (field) => (field as HTMLInputElement).select());
  await phone.type("#view-code", code.toLowerCase());
  await press(phone, "Send to the teacher");
  await waitForWords(phone, "Your view has arrived.");
  await waitForWords(page, "I was <b>calm</b>.");
  // Somebody who watches scans the code of the one who presents.
  const about = await page.$eval('.mark-side a[target="_blank"]', (one) => (one as HTMLAnchorElement).href);
  const visitor = await (await browser.createBrowserContext()).newPage();
  await visitor.goto(about);
  await visitor.waitForSelector("#view-comment");
  expect(await visitor.$("#view-number")).toBeNull();
  await visitor.click('[id="view-Content-developing"]');
  await visitor.type("#view-comment", "A fine chart.");
  await press(visitor, "Send to the teacher");
  await waitForWords(visitor, "Your view has arrived.");
  await waitForWords(page, "A fine chart.");
  const rows = await page.$$eval(".mark-side tbody tr", (all) => all.map(({ textContent }) => textContent ?? ""));
  expect(rows[0]).toMatch(/^Contentdiffers/);
  expect(rows[0]).toContain("developing (1)");
  await page.$$eval(".mark-side [id^=view-in]", (all) => (all.at(-1) as HTMLInputElement).click());
  await choose(page, "How the feedback is shown", "letter");
  await page.waitForFunction(() =>
    document.querySelector<HTMLIFrameElement>(".mark-side iframe")?.srcdoc.includes("“A fine chart.”"),
  );
  await choose(page, "How the feedback is shown", "views");
  await press(page, "Close the page");
  await waitForWords(page, "Open the page for views");
  await visitor.reload();
  await waitForWords(visitor, "This page is closed");
});

test("a whole class is marked as fast as keys can come: none is lost, and every mark is right", async () => {
  await openTalk();
  const { students } = demoSchool(TODAY);
  const random = new Random(15);
  await page.click(".mark-list li button");
  const expected: Record<string, string[]> = {};
  const sent: Promise<void>[] = [];
  for (let student = 0; student < STUDENTS; student += 1) {
    const name = `${student}`;
    const digits = Array.from({ length: 4 }, () => random.whole(1, 4));
    expected[name] = digits.map((digit) => ["beginning", "developing", "secure", "strong"][digit - 1] ?? "");
    for (const digit of digits) sent.push(page.keyboard.press(String(digit) as "1"));
    sent.push(page.keyboard.press("Enter"));
  }
  await Promise.all(sent);
  await page.waitForFunction(() => document.querySelector(".marking .toolbar")?.textContent?.includes("Kept"));
  const columns = await stored<{ assignmentId: string; scores: Record<string, Score> }>(page, "scoreColumns");
  const scores = columns.find(({ assignmentId }) => assignmentId === TALK)?.scores ?? {};
  const inOrder = students.filter(({ id }) => scores[id]).sort(byFamilyName);
  expect(inOrder).toHaveLength(STUDENTS);
  for (const [place, { id }] of inOrder.entries())
    expect(["Content", "Order", "Voice", "Chart"].map((criterion) => scores[id]?.levels?.[criterion])).toEqual(
      expected[String(place)],
    );
});
