import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { expect, test } from "vitest";
import { weekOfExports } from "@/demo/demoFiles";
import { demoSchool } from "@/demo/demoSchool";
import { writeTables } from "../scripts/demo-files";
import { choose, press, upload, waitForWords } from "./support/browser";
import { journey, page, TODAY, temporaryFolder } from "./support/journey";
import { leaveOutUnreachable, seeCautions } from "./support/steps";

const README = readFileSync(path.resolve(import.meta.dirname, "../README.md"), "utf8");
const [, after = ""] = README.split("## Your first note in five steps");
const steps = after
  .split("\n## ")[0]
  ?.split(/^\d\. /m)
  .slice(1)
  .map((step) => step.replace(/\s+/g, " "));

journey();
const folder = temporaryFolder();

/** What a step says, so that nothing is done here that it does not say. */
function says(place: number, ...words: readonly string[]): void {
  for (const one of words) expect(steps?.[place - 1]).toContain(one);
}

test("the five steps of the README lead from the demo school to letters in the families' mailboxes", async () => {
  says(1, "*Gradebook*", "Choose a class and a term", "Choose a name", "Type over a score", "press ? for the keys");
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid");
  await choose(page, "Class", "Ocean Science 8, Block 2");
  await choose(page, "Term", "Winter term");
  await page.waitForSelector(".pin-name button");
  await page.locator(".pin-name button").click();
  await page.waitForSelector(".grid-side .made");
  await page.locator("#score-0-0").click();
  await page.keyboard.type("7");
  await page.keyboard.press("Enter");
  await page.waitForFunction(() => document.querySelector("#score-0-0")?.textContent?.startsWith("7"));
  await page.keyboard.press("?");
  await waitForWords(page, "Keys of the gradebook");
  await page.keyboard.press("Escape");

  says(2, "*Gradebook*, then *Bring in*", "demo/files/week-1/", "apply it, and can take it back at any time");
  const files = await writeTables(weekOfExports(demoSchool(TODAY), 1), path.join(folder, "week-1"));
  expect(readdirSync(path.join(folder, "week-1")).length).toBe(files.length);
  await press(page, "Bring in", "link");
  await upload(page, ...files);
  await waitForWords(page, "Nothing is open.");
  await press(page, "Apply");
  await waitForWords(page, "Brought in:");
  await waitForWords(page, "Take back");

  says(3, "*Notes*, then one of the starters", "the sentence at the left", "those only just outside stand below");
  await press(page, "Notes", "link");
  await press(page, "Begin Below 70 %");
  await page.waitForSelector(".letter-body .tiptap");
  await waitForWords(page, "Letter 1 of");
  await page.waitForSelector("[aria-label='Who gets it'] .sentence");
  await waitForWords(page, "Only just outside");

  says(4, "Alt+Page Down", "Place values from the right", "as on a phone", "send one to yourself");
  await page.keyboard.down("Alt");
  await page.keyboard.press("PageDown");
  await page.keyboard.up("Alt");
  await waitForWords(page, "Letter 2 of");
  await page.locator(".letter-body .tiptap").click();
  await page.locator("[aria-label='Fields and findings'] .tray button").click();
  await choose(page, "Seen as", "phone");
  await page.waitForSelector(".finished-letter");
  await choose(page, "Seen as", "writing");
  await press(page, "This letter …");
  await press(page, "Send this one to me");
  await waitForWords(page, "It is on its way to");

  says(
    5,
    "now or at a time",
    "lists every recipient",
    "For 20 seconds you can take all of it back",
    "*Record*",
    "*Practice post*",
  );
  await leaveOutUnreachable(page);
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await page.waitForSelector(".modal-footer");
  await seeCautions(page);
  await page.locator(".modal-footer .btn-primary:not(:disabled)").click();
  await waitForWords(page, "Stop: take back");
  await page.waitForFunction(() => /\b(\d+) of \1 letters settled/.test(document.body.textContent ?? ""));
  await press(page, "Open it in the record", "link");
  await waitForWords(page, "Below 70 %");
  await press(page, "Practice post", "link");
  await page.waitForSelector(".phone");
  await waitForWords(page, "stands at");

  expect(README).toContain("F9 covers names and figures on the screen, anywhere.");
  await page.keyboard.press("F9");
  await page.waitForSelector(".covered");
});
