import path from "node:path";
import { expect, test } from "vitest";
import { demoFiles, weekOfExports } from "@/demo/demoFiles";
import { demoSchool } from "@/demo/demoSchool";
import { writeTables } from "../scripts/demo-files";
import { Actions } from "./support/actions";
import { fill, openPage, press, waitForWords } from "./support/browser";
import { browser, goOnWith, journey, page, server, TODAY, temporaryFolder } from "./support/journey";
import { delivered } from "./support/mailboxes";
import { setTakeBack } from "./support/steps";

journey();
const folder = temporaryFolder();
const school = demoSchool(TODAY);

/** Leaves out whom nobody can write to, sends, and sees what is to be seen. */
async function sendAway(actions: Actions): Promise<void> {
  await page.waitForSelector(".letter-body .tiptap");
  await waitForWords(page, "Letter 1 of");
  await page.waitForFunction(() => document.querySelector(".foot .btn-primary"));
  const stop = await page.$(".finding.is-stop");
  if (stop) {
    await actions.press("Leave out all who can’t be reached");
    await page.waitForFunction(() => !document.querySelector(".finding.is-stop"));
  }
  await actions.click("Send …", ".foot .btn-primary:not(:disabled)");
  await page.waitForSelector(".modal-footer");
  for (const box of await page.$$(".modal-body .finding .form-check-input"))
    await actions.act("a caution seen", () => box.click());
  await actions.click("Send", ".modal-footer .btn-primary:not(:disabled)");
  await page.waitForFunction(() => /\b(\d+) of \1 letters settled/.test(document.body.textContent ?? ""), {
    timeout: 120_000,
  });
  await press(page, "Back to the note");
}

test("missing work goes to every family that it concerns in five actions, from the desk", async () => {
  await setTakeBack(page, 0);
  await press(page, "Desk", "link");
  await waitForWords(page, "missing at least one assignment");
  const actions = new Actions(page);
  await actions.click("Write to these", '::-p-xpath(//li[contains(., "missing at least one assignment")]//button)');
  await sendAway(actions);
  expect(actions.count()).toBeLessThanOrEqual(5);
  const mails = await delivered(server.url);
  expect(mails.length).toBeGreaterThan(30);
  for (const { mail } of mails) expect(mail.text).toContain("has not reached me");
});

test("one family is answered in three actions, from its reply", async () => {
  await page.click(".stem a[href='/practice']");
  await page.waitForSelector(".phone");
  await fill(page, "Write back as this family", "May we talk on Thursday?");
  await press(page, "Write back");
  await page.click(".stem a[href='/record']");
  await waitForWords(page, "May we talk on Thursday?");
  const actions = new Actions(page);
  await actions.click("Answer", "section[aria-labelledby=replies] button");
  await actions.fill("What you answer", "Gladly, on Thursday at four.");
  await actions.press("Send");
  await waitForWords(page, "is on its way");
  expect(actions.count()).toBeLessThanOrEqual(3);
  const answers = async () =>
    (await delivered(server.url)).filter(({ mail }) => mail.text?.includes("Gladly, on Thursday"));
  await expect.poll(async () => (await answers()).map(({ mail }) => mail.subject?.slice(0, 4))).toEqual(["Re: "]);
  // It stands in one talk with the letter that was written back to.
  const [answer] = await answers();
  const mails = await delivered(server.url);
  const [answered] = mails.filter(({ mail }) => mail.messageId === answer?.mail.inReplyTo);
  expect([answered?.address, `Re: ${answered?.mail.subject}`]).toEqual([answer?.address, answer?.mail.subject]);
  // It was read by being answered.
  await page.waitForFunction(() => !document.body.textContent?.includes("1 new reply"));
});

test("a kept selection is written to again in two actions", async () => {
  await press(page, "Notes", "link");
  await press(page, "Begin Missing work");
  await page.waitForSelector(".letter-body .tiptap");
  await press(page, "Keep by name …");
  await fill(page, "Name of the selection", "Whoever misses something");
  await press(page, "Keep");
  await waitForWords(page, "Whoever misses something");
  await press(page, "Desk", "link");
  const actions = new Actions(page);
  await actions.press("Notes", "link");
  await actions.click(
    "Write to these",
    '::-p-xpath(//li[contains(., "Whoever misses something")]//button[contains(., "Write")])',
  );
  await page.waitForSelector(".letter-body .tiptap");
  expect(actions.count()).toBeLessThanOrEqual(2);
});

test("five classes hear how things stand in fifteen actions: from an empty gradebook and 22 files, nothing is corrected", async () => {
  const context = await browser.createBrowserContext();
  const before = goOnWith(await openPage(context, server.url));
  await press(page, "Begin with my own …");
  await press(page, "Empty it and begin");
  await page.waitForSelector(".first-steps");
  const people = demoFiles(school).filter(({ name }) => /roster|contacts/.test(name));
  const files = await writeTables([...people, ...weekOfExports(school, 1)], path.join(folder, "week"));
  expect(files).toHaveLength(22);
  const actions = new Actions(page);
  await actions.fill("Your name", "Ilse Maronde");
  await actions.fill("School", "Sallow Bay School");
  await actions.fill("Your address, for replies", "ilse.maronde@sallowbay.example");
  await actions.press("Keep");
  await waitForWords(page, "Change it in Settings");
  await actions.press("Bring in your files", "link");
  await actions.drop(...files);
  await waitForWords(page, "22 tables");
  await waitForWords(page, "2 questions below");
  for (const [place, question] of (await page.$$("select[aria-label^='Who is']")).entries()) {
    const options = await question.$$eval("option", (all) => all.map((one) => (one as HTMLOptionElement).value));
    await actions.act("say who is meant", () => question.select(options.filter((one) => one.length > 10)[place] ?? ""));
  }
  await waitForWords(page, "142 new students, 598 averages in 5 classes.");
  await waitForWords(page, "Nothing is open.");
  await actions.press("Apply and write to these");
  await page.waitForSelector(".letter-body .tiptap");
  await waitForWords(page, "Letter 1 of");
  // What a letter says of missing work is known only of a class that has any.
  expect(await page.$eval(".letter-body", (body) => body.textContent)).not.toContain("Nothing is missing");
  expect(await page.$eval(".letter-body", (body) => body.textContent)).not.toContain("This term");
  await sendAway(actions);
  expect(actions.count()).toBeLessThanOrEqual(15);
  const mails = await delivered(server.url);
  const [ana] = school.students.filter(({ guardians }) => guardians.length > 0);
  expect(mails.some(({ mail }) => mail.text?.includes(ana?.givenName ?? "?"))).toBe(true);
  goOnWith(before);
  await context.close();
});
