import { expect, test } from "vitest";
import { journey, page } from "./support/journey";
import { beginNote } from "./support/steps";

journey();
const VIEWS = ["Desk", "Families", "Gradebook", "Marking", "Notes", "Record", "Practice post", "Settings"];

test.each([
  ["in a window of 1024 px", { width: 1024, height: 768 }],
  ["enlarged to twice the size", { width: 640, height: 400, deviceScaleFactor: 2 }],
])("%s no view is wider than the window, and every control can be reached", async (_name, viewport) => {
  await page.setViewport(viewport);
  const beyond = () =>
    page.evaluate(() => {
      /** Whether it reaches beyond the window, or beyond what cuts it off; what scrolls brings it into sight. */
      const isBeyond = (rect: DOMRect, element: Element | null): boolean => {
        const { left, right } = rect;
        if (element === null || element === document.body) return right > innerWidth + 1 || left < -1;
        const { overflowX } = getComputedStyle(element);
        if (/auto|scroll/.test(overflowX)) return false;
        const within = element.getBoundingClientRect();
        const isCut = /hidden|clip/.test(overflowX) && (right > within.right + 1 || left < within.left - 1);
        return isCut || isBeyond(rect, element.parentElement);
      };
      const controls = ["button", "a", "input", "select"].flatMap((name) => [
        ...document.querySelectorAll(`main ${name}, header ${name}, nav ${name}`),
      ]);
      return controls
        .filter((one) => one.checkVisibility() && isBeyond(one.getBoundingClientRect(), one.parentElement))
        .map((one) => one.outerHTML.slice(0, 120));
    });
  const found: Record<string, unknown> = {};
  for (const view of VIEWS) {
    // Beside its name a step may say how much is to be looked at.
    await page.locator(`::-p-xpath(//nav//a[starts-with(normalize-space(.), "${view}")])`).click();
    await page.waitForFunction((title) => document.querySelector("h1")?.textContent === title, {}, view);
    if (view === "Gradebook") await page.waitForSelector(".grid");
    found[view] = [await beyond(), await page.evaluate(() => document.documentElement.scrollWidth)];
  }
  await beginNote(page, "How things stand");
  found.note = [await beyond(), await page.evaluate(() => document.documentElement.scrollWidth)];
  expect(found).toEqual(Object.fromEntries(Object.keys(found).map((view) => [view, [[], viewport.width]])));
  await page.setViewport({ width: 1280, height: 800 });
});
