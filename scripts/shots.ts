// One current picture of each main view, from the demo school, for the README.
import { readdirSync } from "node:fs";
import path from "node:path";
import type { Page } from "puppeteer-core";
import { choose, fill, launchBrowser, openPage, press, untilOpen, waitForWords } from "../e2e/support/browser";
import { TestServer } from "../e2e/support/server";
import { beginNote, bringIn, leaveOutUnreachable, setTakeBack, untilSettled } from "../e2e/support/steps";

const FOLDER = path.resolve(import.meta.dirname, "../docs/screenshots");
const WEEK = path.resolve(import.meta.dirname, "../demo/files/week-1");

async function main(): Promise<void> {
  const server = await TestServer.start({ VINE_DEMO: "1", VINE_TODAY: "2026-11-24" });
  const browser = await launchBrowser();
  try {
    const page = await openPage(browser, server.url);
    await setTakeBack(page, 1);
    await page.reload();
    await untilOpen(page);
    await pictures(page, async (name) => {
      // A message that passes is no part of a screen.
      await page.waitForFunction(() => !document.querySelector("[data-sonner-toast]"));
      await page.screenshot({ path: path.join(FOLDER, `${name}.png`) as `${string}.png` });
    });
  } finally {
    await browser.close();
    await server.stop();
  }
}

async function pictures(page: Page, take: (name: string) => Promise<unknown>): Promise<void> {
  await press(page, "Families", "link");
  await page.waitForSelector(".long-list li");
  await take("families");
  await page.locator(".long-list li .btn-link").click();
  await waitForWords(page, "First contact");
  await take("family");
  const family = page.url();
  await press(page, "Student sheet", "link");
  await waitForWords(page, "Classes and averages");
  await page.waitForSelector("canvas");
  await take("student");
  await page.goto(family);
  await page.waitForSelector(".long-list li");
  await page.locator(".long-list li .btn-link").click();
  await waitForWords(page, "First contact");
  await cards(page);
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid");
  await take("gradebook");
  await page.locator(".pin-name button").click();
  await page.waitForSelector(".grid-side canvas");
  await page.locator(".made summary").click();
  await press(page, "Reports", "link");
  await page.waitForSelector("img.paper-view", { timeout: 60_000 });
  await take("reports");
  await press(page, "Change a copy");
  await page.waitForSelector(".workspace.is-design img.paper-view");
  await take("design");
  await press(page, "Gradebook", "link");
  await press(page, "Seating", "link");
  await page.waitForSelector(".room .desk");
  await take("seating");
  await marking(page, take);
  await bringIn(
    page,
    readdirSync(WEEK).map((name) => path.join(WEEK, name)),
  );
  await waitForWords(page, "What will change");
  await take("bring-in");
  await beginNote(page, "Below 70 %");
  await take("note");
  await leaveOutUnreachable(page);
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await page.waitForSelector(".modal-footer");
  await take("send-sheet");
  await page.locator(".modal-footer .btn-primary:not(:disabled)").click();
  await untilSettled(page);
  await press(page, "Open it in the record", "link");
  await page.waitForSelector(".long-list .who-open");
  await take("round");
  await page.goto(`${new URL(page.url()).origin}/record`);
  await waitForWords(page, "delivered");
  await take("record");
  await press(page, "Practice post", "link");
  await page.waitForSelector("iframe.letter-frame");
  await waitForWords(page, "Show as plain text");
  await take("practice-post");
  await page.click(".stem a[href='/notes']");
  await waitForWords(page, "Begin a note");
  await page.waitForFunction(() => !document.body.textContent?.includes("… now"));
  await take("notes");
  await choose(page, "An automatic note to begin with", "Missing work, every Friday");
  await press(page, "Begin");
  await waitForWords(page, "letters to");
  await take("plan");
  await press(page, "Desk", "link");
  await waitForWords(page, "missing at least one assignment");
  await page.waitForSelector("section[aria-labelledby=lately] li");
  await take("desk");
  await page.evaluate(() => localStorage.setItem("vine-note-theme", "dark"));
  await page.reload();
  await beginNote(page, "How things stand");
  await choose(page, "Classes", "Earth Systems 9, Block 3");
  await fill(page, "Name of this note", "How things stand, by night");
  await waitForWords(page, "in 1 class.");
  await take("note-dark");
}

/** A card as it is filled in on a phone. */
async function cards(page: Page): Promise<void> {
  await press(page, "Close");
  await press(page, "Open the cards", "link");
  await press(page, "Make a card");
  await press(page, "Publish");
  await waitForWords(page, "The card is published.");
  const link = await page.$eval("a[href*='/card/']", (anchor) => (anchor as HTMLAnchorElement).href);
  const phone = await (await page.browser().createBrowserContext()).newPage();
  await phone.setViewport({ width: 390, height: 844 });
  await phone.goto(link);
  await fill(phone, "Your child’s first and last name", "Esme Achterberg");
  await fill(phone, "Name", "Robin Achterberg");
  await fill(phone, "E-mail address", "robin@tidepost.example");
  await phone.screenshot({ path: path.join(FOLDER, "card-phone.png") as `${string}.png` });
  await press(phone, "Send to the teacher");
  await waitForWords(phone, "has arrived");
  await phone.close();
  await waitForWords(page, "answer to take in");
}

/** The talk that is marked in part, and how a student and others see it. */
async function marking(page: Page, take: (name: string) => Promise<unknown>): Promise<void> {
  await page.click(".stem a[href='/marking']");
  await page.locator("a[href='/marking/class-1-talk']").click();
  await page.waitForSelector(".mark-level");
  await page.click(".mark-list li:nth-child(3) button");
  const name = await page.$eval("#mark-name", ({ textContent }) => textContent ?? "");
  await page.waitForFunction((who) => document.querySelector(".finished-letter")?.textContent?.includes(who), {}, name);
  await take("marking");
}

main();
