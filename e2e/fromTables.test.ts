import { writeFile } from "node:fs/promises";
import path from "node:path";
import { expect, test } from "vitest";
import { demoFiles, weekOfExports } from "@/demo/demoFiles";
import { demoSchool } from "@/demo/demoSchool";
import { writeTables } from "../scripts/demo-files";
import { fill, openPage, press, upload, waitForWords } from "./support/browser";
import { browser, goOnWith, journey, page, server, TODAY, temporaryFolder } from "./support/journey";
import { delivered } from "./support/mailboxes";
import { untilSettled } from "./support/steps";

/** An action is a click, a key chord, a drop of files, or filling one field: from the first screen to sent. */
let actions: string[] = [];

async function act(words: string, what: () => Promise<unknown>): Promise<void> {
  actions.push(words);
  await what();
}

const clicks = (name: string, role = "button") => act(name, () => press(page, name, role));

journey({});
const folder = temporaryFolder();
const school = demoSchool(TODAY);

test("from one table of names, addresses and three columns to letters with them, in eight actions at most", async () => {
  actions = [];
  const file = path.join(folder, "harbour trip.csv");
  await writeFile(
    file,
    "Student,Student email,Bus stop,Mile time,Photo allowed\nAna Wójcik,ana@tidepost.example,Quay Street,7.5,yes\n" +
      "Bo Li,bo@tidepost.example,North Pier,9,no\nCy O’Dwyer,cy@tidepost.example,Sallow Mill,8.25,yes\n",
  );
  await clicks("Bring in your files", "link");
  await act("drop one file", () => upload(page, file));
  await clicks("Keep 3 as own columns");
  await waitForWords(page, "3 new students, 9 values in 3 own columns.");
  await clicks("Keep and write to these");
  await page.waitForSelector(".letter-body .tiptap");
  await waitForWords(page, "3 letters to 3 students");
  await waitForWords(page, "North Pier");
  await clicks("Send 3 letters …");
  await page.waitForSelector(".modal-body");
  await act("fill my address", () => page.locator("#my-address").fill("ilse.maronde@sallowbay.example"));
  await clicks("Keep it");
  await clicks("Send 3 letters");
  await waitForWords(page, "delivered");
  await untilSettled(page);
  console.info(`${actions.length} actions: ${actions.join(" · ")}`);
  expect(actions.length).toBeLessThanOrEqual(8);
  const mails = await delivered(server.dataFolder);
  const bo = mails.find(({ address }) => address === "bo@tidepost.example")?.mail.text ?? "";
  for (const line of ["Bus stop: North Pier", "Mile time: 9", "Photo allowed: no"]) expect(bo).toContain(line);
  expect(mails).toHaveLength(3);
});

test("from an empty gradebook and 22 files to sent: nothing is corrected, and only namesakes are asked", async () => {
  actions = [];
  const context = await browser.createBrowserContext();
  const before = goOnWith(await openPage(context, server.url));
  const people = demoFiles(school).filter(({ name }) => /roster|contacts/.test(name));
  const files = await writeTables([...people, ...weekOfExports(school, 1)], path.join(folder, "week"));
  expect(files).toHaveLength(22);
  await clicks("Bring in your files", "link");
  await act("drop 22 files", () => upload(page, ...files));
  await waitForWords(page, "22 tables");
  await waitForWords(page, "2 questions below");
  for (const [place, question] of (await page.$$("select[aria-label^='Who is']")).entries()) {
    const options = await question.$$eval("option", (all) => all.map((one) => (one as HTMLOptionElement).value));
    await act("say who is meant", () => question.select(options.filter((one) => one.length > 10)[place] ?? ""));
  }
  await waitForWords(page, "142 new students, 598 averages in 5 classes.");
  await waitForWords(page, "Nothing is open.");
  await clicks("Apply");
  await waitForWords(page, "roster.csv and 21 more files");
  await clicks("Settings", "link");
  await act("fill my name", () => fill(page, "Your name", "Ilse Maronde"));
  await act("fill my address", () => fill(page, "Your address, for replies", "ilse.maronde@sallowbay.example"));
  await act("fill the school", () => fill(page, "School", "Sallow Bay School"));
  await act("fill the seconds", () => fill(page, "Seconds to take a round back before it leaves", "1"));
  await clicks("Keep");
  await clicks("Notes", "link");
  await clicks("Begin How things stand");
  await page.waitForSelector(".letter-body .tiptap");
  await waitForWords(page, "Letter 1 of");
  // What a letter says of missing work is known only of a class that has any.
  expect(await page.$eval(".letter-body", (body) => body.textContent)).not.toContain("Nothing is missing");
  for (;;) {
    await page.waitForFunction(() => document.querySelector(".foot .btn-primary"));
    const stops = await page.$$(".finding.is-stop");
    if (stops.length === 0) break;
    await act("leave out who can’t be reached", () =>
      page.locator('::-p-xpath(//*[contains(@class, "is-stop")]//button[starts-with(., "Leave out")])').click(),
    );
    await page.waitForFunction(
      (count) => document.querySelectorAll(".finding.is-stop").length < count,
      {},
      stops.length,
    );
  }
  await act("Send …", () => page.locator(".foot .btn-primary:not(:disabled)").click());
  await page.waitForSelector(".modal-footer");
  for (const box of await page.$$(".modal-body .finding .form-check-input"))
    await act("a caution seen", () => box.click());
  await act("Send", () => page.locator(".modal-footer .btn-primary:not(:disabled)").click());
  await untilSettled(page);
  console.info(`${actions.length} actions: ${actions.join(" · ")}`);
  expect(actions.length).toBeLessThanOrEqual(26);
  const mails = await delivered(server.dataFolder);
  const [ana] = school.students.filter(({ guardians }) => guardians.length > 0);
  expect(mails.some(({ mail }) => mail.text?.includes(ana?.givenName ?? "?"))).toBe(true);
  goOnWith(before);
  await context.close();
});
