import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { expect, test } from "vitest";
import { choose, press, upload, waitForWords } from "./support/browser";
import { journey, page, server } from "./support/journey";
import { delivered } from "./support/mailboxes";
import { leaveOutUnreachable, seeCautions, untilSettled, wordsOf } from "./support/steps";

/** The five steps of the README, followed in a fresh profile: what it names is there under that name. */

const ROOT = path.resolve(import.meta.dirname, "..");
const README = readFileSync(path.join(ROOT, "README.md"), "utf8").replace(/\s+/g, " ");
const WEEK = path.join(ROOT, "demo/files/week-1");

journey();

/** The words stand in the README, so that a change of either is noticed. */
function said(words: string): void {
  expect(README).toContain(words);
}

test("look: a class and a term, how an average is made, a score typed over, the keys", async () => {
  said("**Look** at the *Gradebook*. Choose a class and a term");
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid");
  await choose(page, "Class", "Ocean Science 8, Block 2");
  await choose(page, "Term", "Winter term");
  said("Choose a name to see how its average is made.");
  await page.locator(".pin-name button").click();
  await page.waitForSelector(".grid-side .made");
  said("Type over a score, or press ? for the keys.");
  await page.locator("#score-0-0").click();
  await page.waitForSelector("#score-0-0.is-head");
  await page.keyboard.type("7");
  await page.keyboard.press("Enter");
  await expect.poll(() => wordsOf(page, "#score-0-0")).toMatch(/^7\b/);
  await page.keyboard.press("?");
  await page.waitForSelector(".modal-body");
  await page.keyboard.press("Escape");
  await page.waitForFunction(() => !document.querySelector(".modal-body"));
});

test("bring in: all files at once, what would change, applied, and taken back", async () => {
  said("*Gradebook*, then *Bring in*, then all files of `demo/files/week-1/` at once");
  await press(page, "Bring in", "link");
  await upload(page, ...readdirSync(WEEK).map((name) => path.join(WEEK, name)));
  said("You see what would change, apply it, and can take it back at any time.");
  await waitForWords(page, "What will change");
  await press(page, "Apply");
  said("say who is meant, or *Leave these*");
  await waitForWords(page, "Nothing to apply");
  await press(page, "Leave these");
  await page.locator("::-p-xpath(//button[starts-with(normalize-space(.), 'Take back')])").click();
  await page.waitForSelector("::-p-xpath(//button[starts-with(normalize-space(.), 'Apply again')])");
});

test("begin a note, write it, and send it: as the README says", async () => {
  said("**Begin a note**: *Notes*, then one of the starters.");
  await press(page, "Notes", "link");
  await press(page, "Begin Below 70 %");
  await page.waitForSelector(".letter-body .tiptap");
  await waitForWords(page, "Letter 1 of");
  said("those only just outside stand below");
  await waitForWords(page, "Only just outside");
  said("step through the others with Alt+Page Down");
  await page.keyboard.down("Alt");
  await page.keyboard.press("PageDown");
  await page.keyboard.up("Alt");
  await waitForWords(page, "Letter 2 of");
  said("look at it as on a phone, send one to yourself");
  await choose(page, "Seen as", "phone");
  await page.waitForSelector("iframe");
  await press(page, "This letter …");
  await waitForWords(page, "Send this one to me");
  await page.keyboard.press("Escape");
  await leaveOutUnreachable(page);
  said("**Send**, now or at a time: the sheet lists every recipient. For 20 seconds you can take all of it back.");
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await page.waitForSelector(".modal-footer");
  await waitForWords(page, "20 seconds after you press send");
  await seeCautions(page);
  await page.locator(".modal-footer .btn-primary:not(:disabled)").click();
  await page.waitForSelector(".countdown");
  await untilSettled(page);
  expect((await delivered(server.url)).length).toBeGreaterThan(10);
  said(
    "open the *Practice post* to read a letter as the family does, write back, or make the next letters meet trouble.",
  );
  await press(page, "Open it in the record", "link");
  await press(page, "Practice post", "link");
  await page.waitForSelector("iframe.letter-frame");
  await waitForWords(page, "Write back");
  await waitForWords(page, "The next letters …");
});

test("keys that the README names: F9 covers, F4 finds", async () => {
  said("F9 covers names and figures on the screen, anywhere. F4 finds anybody and anything");
  await page.keyboard.press("F9");
  await page.waitForFunction(() => document.querySelector("[aria-pressed=true]")?.textContent?.includes("Uncover"));
  await page.keyboard.press("F9");
  await page.keyboard.press("F4");
  await page.waitForFunction(() => document.activeElement?.tagName === "INPUT");
  await page.keyboard.press("Escape");
  await press(page, "Desk", "link");
  said("*Begin with my own* on the desk");
  await waitForWords(page, "Begin with my own");
});
