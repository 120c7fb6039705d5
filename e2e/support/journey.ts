import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import type { Browser, Page } from "puppeteer-core";
import { afterAll, afterEach, beforeAll } from "vitest";
import { launchBrowser, openPage } from "./browser";
import { TestServer } from "./server";

export const TODAY = "2026-11-24";

/** What one journey works on; there once its `beforeAll` has run. */
export let server: TestServer;
export let browser: Browser;
export let page: Page;

/** Starts a server and a browser for the tests of a file, on the demo school unless the environment says otherwise, and ends both after them. */
export function journey(environment: Record<string, string> = { VINE_DEMO: "1" }): void {
  beforeAll(async () => {
    server = await TestServer.start({ VINE_TODAY: TODAY, ...environment });
    browser = await launchBrowser();
    page = await openPage(browser, server.url);
  });
  // What a failed test left open is not the next one's to clear away.
  afterEach(async ({ task }) => {
    if (task.result?.state === "fail") await goOnWith(await openPage(browser, server.url)).close();
  });
  afterAll(async () => {
    await browser?.close();
    await server?.stop();
  });
}

/** Goes on with another page; gives the one before, which stays open. */
export function goOnWith(next: Page): Page {
  const before = page;
  page = next;
  return before;
}

/** A folder for the tests of a file, taken away after them. */
export function temporaryFolder(): string {
  const folder = mkdtempSync(path.join(tmpdir(), "vine-note-files-"));
  // A browser that was killed may write for a moment still.
  afterAll(() => rmSync(folder, { recursive: true, force: true, maxRetries: 50, retryDelay: 100 }));
  return folder;
}
