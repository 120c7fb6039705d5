import { expect, test } from "vitest";
import { choose } from "./support/browser";
import { journey, page } from "./support/journey";
import { wordsOf } from "./support/steps";

journey();

/** For so many pictures of the screen a caret stays that was not put back. */
const STEADY_FRAMES = 4;
const MOST_STEPS = 200;

/** Goes on with the Tab key alone until a control with a name has the focus. */
async function tabTo(name: string, backwards = false): Promise<void> {
  for (let step = 0; step < MOST_STEPS; step += 1) {
    const { focused } = await page.evaluate(() => {
      const { activeElement } = document;
      const label = activeElement instanceof HTMLInputElement ? activeElement.labels?.[0]?.textContent : undefined;
      return { focused: activeElement?.getAttribute("aria-label") ?? label ?? activeElement?.textContent ?? "" };
    });
    if (focused.replace(/\s+/g, " ").trim() === name) return;
    if (backwards) await page.keyboard.down("Shift");
    await page.keyboard.press("Tab");
    if (backwards) await page.keyboard.up("Shift");
  }
  throw new Error(`The Tab key does not reach “${name}”.`);
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
  for (const _part of ["who gets it", "letter"]) await page.keyboard.press("F6");
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
  await tabTo("Letter", true);
  await page.waitForFunction(() => document.activeElement?.getAttribute("aria-label") === "Letter");
  await toEnd();
  await page.keyboard.type(".");
  await page.keyboard.press("Enter");
  await place("table of averages");
  await toEnd();
  await place("passage");
  await page.waitForSelector(".letter-body .passage");
  await page.keyboard.type("This is still missing:");
  await place("list of missing work");
  await toEnd();
  await place("signature");
  await choose(page, "Seen as", "plain text");
  await page.waitForSelector(".finished-letter pre");
  expect(await wordsOf(page, ".finished-letter strong")).toMatch(/^How \S+ is doing$/);
  const plain = await page.$eval(".finished-letter pre", (pre) => pre.textContent ?? "");
  expect(plain).toMatch(/^Dear .+,\n\nthe overall average is [\d.]+.%\.\n\nField work: /);
  expect(plain).toMatch(/\nOverall: .+\n\n(This is still missing:\n\n(- .+\n)+\n+)?Ilse Maronde\nSallow Bay School\n$/);
});
