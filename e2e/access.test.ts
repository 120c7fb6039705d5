import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import type { Browser, Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { launchBrowser, openPage, press, waitForWords } from "./support/browser";
import { TestServer } from "./support/server";
import { beginNote } from "./support/steps";

let server: TestServer;
let browser: Browser;
let page: Page;
let axe: string;
beforeAll(async () => {
  axe = await readFile(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");
  server = await TestServer.start({ VINE_TODAY: "2026-11-24" });
  browser = await launchBrowser();
});
afterAll(async () => {
  await browser?.close();
  await server?.stop();
});

/** What axe finds on the page as it is. */
async function findings(): Promise<string[]> {
  await page.evaluate(axe);
  return page.evaluate(async () => {
    const { axe: checker } = window as unknown as {
      axe: { run(): Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> };
    };
    return (await checker.run()).violations.flatMap(({ id, nodes }) =>
      nodes.map(({ html }) => `${id}: ${html.slice(0, 200)}`),
    );
  });
}

const VIEWS = ["Desk", "Families", "Gradebook", "Notes", "Record", "Practice post", "Settings"];

describe.each(["light", "dark"])("in %s", (theme) => {
  test("axe finds nothing on any view, empty or full", async () => {
    page = await openPage(await browser.createBrowserContext(), server.url);
    await page.evaluate((chosen) => localStorage.setItem("vine-note-theme", chosen), theme);
    await page.reload();
    const found: Record<string, string[]> = {};
    for (const state of ["empty", "full"]) {
      for (const view of VIEWS) {
        await press(page, view, "link");
        await page.waitForFunction((title) => document.querySelector("h1")?.textContent === title, {}, view);
        if (state === "full" && view === "Gradebook") await page.waitForSelector(".grid");
        if (state === "full" && view === "Families") await page.waitForSelector(".long-list li");
        found[`${state} ${view}`] = await findings();
      }
      if (state === "empty") {
        await press(page, "Desk", "link");
        await press(page, "Open the demo school");
        await waitForWords(page, "Write to all");
      }
    }
    await beginNote(page, "How things stand");
    found.note = await findings();
    expect(Object.fromEntries(Object.entries(found).filter(([, list]) => list.length > 0))).toEqual({});
  });
});

test("the keyboard alone covers names and figures, and reaches the first letter", async () => {
  await page.keyboard.press("F9");
  expect(await page.$eval("[data-private]", (element) => getComputedStyle(element).filter)).toContain("blur");
  await page.keyboard.press("F9");
  await page.focus(".letter-body .tiptap");
  const before = await page.$eval(".workspace-part.is-letter [role=status]", (element) => element.textContent);
  await page.keyboard.down("Alt");
  await page.keyboard.press("PageDown");
  await page.keyboard.up("Alt");
  await page.waitForFunction(
    (words) => document.querySelector(".workspace-part.is-letter [role=status]")?.textContent !== words,
    {},
    before,
  );
});
