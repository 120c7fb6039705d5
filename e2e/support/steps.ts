import path from "node:path";
import type { ElementHandle, Page } from "puppeteer-core";
import { choose, fill, LONGEST_WAIT_MS, press, upload, waitForWords } from "./browser";

/** What a teacher does again and again, in the words of the screens. */

/** Sets how long a round can be taken back before it leaves. */
export async function setTakeBack(page: Page, seconds: number): Promise<void> {
  await press(page, "Settings", "link");
  await fill(page, "Seconds to take a round back before it leaves", String(seconds));
  await press(page, "Keep");
  await waitForWords(page, "the next ones use it");
}

/** Gives files to be brought in; an empty gradebook names the way there otherwise. */
export async function bringIn(page: Page, files: readonly string[], through = "Bring in"): Promise<void> {
  await press(page, "Gradebook", "link");
  await press(page, through, "link");
  await upload(page, ...files);
}

/** Begins a note from one of the starters and waits until its letters are made. */
export async function beginNote(page: Page, starter: string): Promise<void> {
  await press(page, "Notes", "link");
  await press(page, `Begin ${starter}`);
  await page.waitForSelector(".letter-body .tiptap");
  await waitForWords(page, "Letter 1 of");
}

/** Narrows the note that is open to the students of one class. */
export async function toOneClass(page: Page): Promise<void> {
  await choose(page, "Classes", "Ocean Science 8, Block 1");
  await waitForWords(page, "in 1 class.");
}

/** Begins a note to one class whose letters can all leave. */
export async function noteToOneClass(page: Page): Promise<void> {
  await beginNote(page, "How things stand");
  await toOneClass(page);
  await leaveOutUnreachable(page);
}

/** Leaves out every recipient whose address is not good, one stop after the other. */
export async function leaveOutUnreachable(page: Page): Promise<void> {
  for (;;) {
    // What was found before the last choice may name somebody who gets no letter any more.
    await page.waitForSelector(".foot-sentence[aria-busy=false]");
    const stops = await page.$$(".finding.is-stop");
    if (stops.length === 0) return;
    await page.locator('::-p-xpath(//*[contains(@class, "is-stop")]//button[starts-with(., "Leave out")])').click();
    await page.waitForFunction(
      (before) => document.querySelectorAll(".finding.is-stop").length < before,
      {},
      stops.length,
    );
  }
}

/** Encloses a file with every letter of the note that is open. */
export async function enclose(page: Page, file: string): Promise<void> {
  const input = (await page.waitForSelector("[aria-label='A file to be enclosed']")) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
  await waitForWords(page, `${path.basename(file)} (`);
}

/** Ticks every caution of the send sheet, once the reports that go along were looked at. */
export async function seeCautions(page: Page): Promise<void> {
  await page.waitForFunction(() => !document.body.textContent?.includes("Looking at the reports"));
  for (const box of await page.$$(".modal-body .finding .form-check-input:not(:checked)")) await box.click();
}

/** The same until the round can leave: another time has cautions of its own, which come in when it is chosen. */
export async function seeCautionsUntilReady(page: Page): Promise<void> {
  const tick = () => {
    for (const box of document.querySelectorAll<HTMLElement>(".modal-body .finding .form-check-input:not(:checked)"))
      box.click();
    return document.querySelector(".modal-footer .btn-primary:not(:disabled)") !== null;
  };
  await page.waitForFunction(tick, { polling: 100 });
}

/** Waits until every letter of the round that is open has met its fate. */
export async function untilSettled(page: Page): Promise<void> {
  await page.waitForFunction(
    () => /^\d+ delivered(, \d+ refused)?\.$/.test(document.querySelector(".countdown")?.textContent ?? ""),
    // A whole round takes its time.
    { timeout: 2 * LONGEST_WAIT_MS },
  );
}

/** Opens the send sheet, sees every caution, types what is asked to be typed, and sends. */
export async function send(page: Page): Promise<void> {
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await page.waitForSelector(".modal-footer");
  await seeCautions(page);
  for (const word of await page.$$("[id^=word-]")) await word.type((await wordOf(word)) ?? "");
  await page.locator(".modal-footer .btn-primary:not(:disabled)").click();
  await waitForWords(page, "Your round");
}

/** The word that a control asks for. */
function wordOf(control: ElementHandle): Promise<string | undefined> {
  return control.evaluate(({ id }) => id.split("-")[1]);
}

/** The words of the only element that a selector finds. */
export function wordsOf(page: Page, selector: string): Promise<string> {
  return page.$eval(selector, (element) => (element.textContent ?? "").replace(/\s+/g, " ").trim());
}
