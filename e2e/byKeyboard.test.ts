import { expect, test } from "vitest";
import { choose } from "./support/browser";
import { journey, page } from "./support/journey";
import { wordsOf } from "./support/steps";

journey();

/** For so many pictures of the screen a caret stays that was not put back. */
const STEADY_FRAMES = 4;
const MOST_STEPS = 200;
const MOST_PARTS = 10;

/** Goes on with the Tab key alone until a control with a name has the focus. */
async function tabTo(name: string): Promise<void> {
  for (let step = 0; step < MOST_STEPS; step += 1) {
    const { focused } = await page.evaluate(() => {
      const { activeElement } = document;
      const label = activeElement instanceof HTMLInputElement ? activeElement.labels?.[0]?.textContent : undefined;
      return { focused: activeElement?.getAttribute("aria-label") ?? label ?? activeElement?.textContent ?? "" };
    });
    if (focused.replace(/\s+/g, " ").trim() === name) return;
    await page.keyboard.press("Tab");
  }
  throw new Error(`The Tab key does not reach “${name}”.`);
}

/** Goes on from part to part of the screen until one has the focus. */
async function goOnTo(part: string): Promise<void> {
  const isThere = () => page.evaluate((one) => Boolean(document.activeElement?.closest(one)), part);
  for (let step = 0; !(await isThere()); step += 1) {
    if (step > MOST_PARTS) throw new Error(`F6 does not reach ${part}.`);
    await page.keyboard.press("F6");
  }
}

/** Places what is found by some words at the caret, and goes back to it. */
async function place(words: string): Promise<void> {
  await page.keyboard.press("F8");
  await page.waitForFunction(() => document.activeElement?.id === "find-field");
  await page.keyboard.type(words);
  await page.keyboard.press("Enter");
  await page.waitForFunction(() => document.activeElement?.classList.contains("tiptap"));
}

/** To the end of the letter. The editor takes a moment to know that it has the focus again; until then it puts the caret back. */
async function toEnd(): Promise<void> {
  let isThere = false;
  while (!isThere) {
    await page.keyboard.down("Control");
    await page.keyboard.press("End");
    await page.keyboard.up("Control");
    isThere = await page.evaluate(async (frames) => {
      const isAtEnd = () =>
        document.querySelector(".letter-body .tiptap")?.lastElementChild?.contains(getSelection()?.focusNode ?? null);
      for (let frame = 0; frame < frames; frame += 1) {
        await new Promise(requestAnimationFrame);
        if (!isAtEnd()) return false;
      }
      return true;
    }, STEADY_FRAMES);
  }
}

test("the progress letter is written from an empty page by keyboard alone", async () => {
  await tabTo("Notes");
  await page.keyboard.press("Enter");
  await page.waitForSelector(".screen-body .lines");
  await tabTo("Begin Empty note");
  await page.keyboard.press("Enter");
  await page.waitForSelector(".letter-body .tiptap");
  await page.keyboard.press("F6");
  // Nothing can be sent yet, but the foot has a way to one letter for each child and class.
  const who = "[aria-label='Who gets it']";
  for (const part of [who, ".is-letter", "aside", ".foot", ".stem", who, ".is-letter"]) {
    await page.keyboard.press("F6");
    await page.waitForFunction((one) => document.activeElement?.closest(one), {}, part);
  }
  await goOnTo(".foot");
  await page.keyboard.press("Enter");
  await page.waitForFunction(() => !document.querySelector(".foot .btn-link"));
  await goOnTo(".is-letter");
  await tabTo("Subject");
  await page.keyboard.type("How ");
  await place("first name");
  await page.keyboard.type(" is doing");
  await tabTo("Letter");
  await page.keyboard.type("Dear ");
  await place("recipient’s name");
  await page.keyboard.type(",");
  await page.keyboard.press("Enter");
  await page.keyboard.type("the overall average is ");
  await place("overall average");
  await page.waitForSelector(".letter-body .field[title='Overall average']");
  // Back onto the field, so that it is chosen, and to what stands in where it has no value.
  await page.keyboard.press("ArrowLeft");
  await page.waitForSelector(".letter-body .field.is-chosen");
  await tabTo("When there is no value, write");
  await page.keyboard.type("not known yet");
  // The card closes, and the caret is right after the field.
  await page.keyboard.press("Escape");
  await page.waitForFunction(() => document.activeElement?.getAttribute("aria-label") === "Letter");
  await page.waitForFunction(() => !document.querySelector(".at-caret"));
  await page.keyboard.type(".");
  await page.keyboard.press("Enter");
  await place("table of averages");
  await toEnd();
  await place("conditional text");
  await page.waitForSelector(".letter-body .passage");
  await page.keyboard.type("This is still missing:");
  await place("list of missing work");
  await toEnd();
  await place("signature");
  await choose(page, "Seen as", "plain text");
  await page.waitForSelector(".finished-letter pre");
  await expect.poll(() => wordsOf(page, ".finished-letter strong")).toMatch(/^How \S+ is doing$/);
  const plain = () => page.$eval(".finished-letter pre", (pre) => pre.textContent ?? "");
  await expect.poll(plain).toMatch(/^Dear .+,\n\nthe overall average is [\d.]+.%\.\n\nField work: /);
  expect(await plain()).toMatch(
    /\nOverall: .+\n\n(This is still missing:\n\n(- .+\n)+\n+)?Ilse Maronde\nSallow Bay School\n$/,
  );
});

test("it is sent by keyboard alone: stops left out, a letter opened, cautions seen, and a last moment to take it back", async () => {
  const stops = () => page.$$eval(".finding.is-stop", (cards) => cards.length);
  for (let left = await stops(); left > 0; left = await stops()) {
    await goOnTo("aside");
    const [leaveOut = ""] = (
      await page.$$eval(".finding.is-stop button", (all) => all.map((one) => one.textContent ?? ""))
    ).filter((words) => words.startsWith("Leave out"));
    await tabTo(leaveOut);
    await page.keyboard.press("Enter");
    await expect.poll(stops).toBeLessThan(left);
  }
  await page.waitForSelector(".foot button:not(:disabled)");
  await goOnTo(".foot");
  await tabTo(await wordsOf(page, ".foot .btn-primary"));
  await page.keyboard.press("Enter");
  await page.waitForSelector(".modal-body .who-open");
  await goOnTo(".modal-body");
  for (const caution of await page.$$(".modal-body .finding .form-check-input")) {
    while (!(await caution.evaluate((one) => one === document.activeElement))) await page.keyboard.press("Tab");
    await page.keyboard.press("Space");
  }
  await tabTo(await wordsOf(page, ".modal-body .who-open"));
  await page.keyboard.press("Enter");
  await page.waitForSelector(".modal-body iframe.letter-frame");
  await page.waitForSelector(".modal-footer .btn-primary:not(:disabled)");
  await goOnTo(".modal-footer");
  await tabTo(await wordsOf(page, ".modal-footer .btn-primary"));
  await page.keyboard.press("Enter");
  await page.waitForSelector(".countdown");
  await goOnTo(".modal-body");
  await page.keyboard.press("Enter");
  await expect.poll(() => wordsOf(page, ".countdown")).toMatch(/^\d+ taken back\.$/);
});
