import { writeFile } from "node:fs/promises";
import path from "node:path";
import { expect, test } from "vitest";
import { fill, openPage, press, waitForWords } from "./support/browser";
import { browser, goOnWith, journey, page, server, temporaryFolder } from "./support/journey";
import { beginNote, bringIn, wordsOf } from "./support/steps";

journey();
const folder = temporaryFolder();

async function chord(key: string, shift = false): Promise<void> {
  await page.keyboard.down("Control");
  if (shift) await page.keyboard.down("Shift");
  await page.keyboard.press(key as "z");
  if (shift) await page.keyboard.up("Shift");
  await page.keyboard.up("Control");
}
const noteCount = () => page.$$eval("[aria-labelledby=notes] .lines li", (lines) => lines.length);

test("a note that was deleted comes back by a key, goes again by another, and comes back from the list after a reload", async () => {
  await beginNote(page, "How things stand");
  await waitForWords(page, "Kept");
  await press(page, "Notes", "link");
  await expect.poll(noteCount).toBe(1);
  await press(page, "Delete How things stand");
  await expect.poll(noteCount).toBe(0);
  await chord("z");
  await waitForWords(page, "Taken back: The note “How things stand” was deleted.");
  await expect.poll(noteCount).toBe(1);
  await chord("Z", true);
  await waitForWords(page, "Made again: The note “How things stand” was deleted.");
  await expect.poll(noteCount).toBe(0);
  await page.reload();
  await press(page, "Changes");
  await press(page, "Take back The note “How things stand” was deleted. Its rounds stay in the record.");
  await press(page, "Close");
  await expect.poll(noteCount).toBe(1);
});

test("in a text field the key belongs to the text", async () => {
  await press(page, "Families", "link");
  await fill(page, "Find a name", "Ana");
  await page.focus("[aria-label='Find a name']");
  await chord("z");
  await press(page, "Notes", "link");
  await expect.poll(noteCount).toBe(1);
});

test("whoever leaves a form with something typed is asked; what is left behind changes nothing", async () => {
  await press(page, "Settings", "link");
  await fill(page, "Your name", "Somebody Else");
  await press(page, "Desk", "link");
  await waitForWords(page, "What you typed is not kept yet");
  await press(page, "Go back");
  expect(await page.$eval("#teacher-name", (input) => (input as HTMLInputElement).value)).toBe("Somebody Else");
  await press(page, "Desk", "link");
  await press(page, "Leave it behind");
  await page.waitForFunction(() => document.querySelector("h1")?.textContent === "Desk");
  await press(page, "Settings", "link");
  await page.waitForSelector("#teacher-name");
  await expect
    .poll(() => page.$eval("#teacher-name", (input) => (input as HTMLInputElement).value))
    .toBe("Ilse Maronde");
});

test("tables that were not applied wait, with their answers, until the screen is opened again", async () => {
  const file = path.join(folder, "wave.csv");
  await writeFile(file, "Student,Wave tank\nNobody Here,12\n");
  await press(page, "Gradebook", "link");
  await bringIn(page, [file]);
  await waitForWords(page, "What is this column?");
  await press(page, "Desk", "link");
  await waitForWords(page, "Today");
  goOnWith(await openPage(browser, `${server.url}/gradebook/bring-in`));
  await waitForWords(page, "What is this column?");
  expect(await wordsOf(page, ".frame-screen")).toContain("wave.csv");
  await press(page, "Leave these");
  await waitForWords(page, "Brought in so far");
  await page.reload();
  await waitForWords(page, "Brought in so far");
  expect(await wordsOf(page, ".frame-screen")).not.toContain("wave.csv");
});

test("a note that is open twice holds what both wrote, and where both wrote the same the teacher chooses", async () => {
  await press(page, "Notes", "link");
  await press(page, "How things stand", "link");
  await page.waitForSelector(".letter-body .tiptap");
  const other = await openPage(browser.defaultBrowserContext(), page.url());
  await other.waitForSelector(".letter-body .tiptap");
  await fill(other, "Name of this note", "Named in the second tab");
  await expect
    .poll(() => page.$eval("[aria-label='Name of this note']", (input) => (input as HTMLInputElement).value))
    .toBe("Named in the second tab");
  await page.bringToFront();
  await page.locator(".letter-subject .tiptap").click();
  await page.keyboard.type(" first");
  await other.bringToFront();
  await other.waitForFunction(() => document.querySelector(".letter-subject")?.textContent?.includes("first"));
  await other.close();
  await page.bringToFront();
});
