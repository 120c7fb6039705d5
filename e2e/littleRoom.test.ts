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
      const scrolls = (element: Element | null): boolean =>
        element !== null &&
        element !== document.body &&
        (/auto|scroll/.test(getComputedStyle(element).overflowX) || scrolls(element.parentElement));
      const controls = [
        ...document.querySelectorAll("main button, main a, main input, main select, nav a, nav button"),
      ];
      return controls
        .filter((one) => one.checkVisibility() && one.getBoundingClientRect().right > innerWidth + 1 && !scrolls(one))
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
