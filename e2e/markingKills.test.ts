import path from "node:path";
import type { Page } from "puppeteer-core";
import { expect, test } from "vitest";
import { Random } from "@/core/random";
import { killBrowser, launchBrowser, openPage } from "./support/browser";
import { journey, server, temporaryFolder } from "./support/journey";

journey();
const folder = temporaryFolder();
const KILLS = 3;
const MOST_KEYS = 16;

/** What the list says of each student. */
const rowsOf = (page: Page) => page.$$eval(".mark-who", (all) => all.map(({ textContent }) => textContent ?? ""));

test(`the browser is killed ${KILLS} times between two keys: what showed as kept is there`, async () => {
  const random = new Random(2611);
  const profile = path.join(folder, "profile");
  let before: { rows: string[]; name: string } | undefined;
  for (let kill = 0; kill <= KILLS; kill += 1) {
    const browser = await launchBrowser(profile);
    try {
      const page = await openPage(browser, `${server.url}/marking/class-1-talk`);
      await page.waitForSelector(".mark-level");
      const name = () => page.$eval("#mark-name", ({ textContent }) => textContent ?? "");
      if (before) {
        const { rows, name: who } = before;
        const now = await rowsOf(page);
        // Only the student of the last key, which was not shown as kept, may be further on.
        expect(now.filter((_row, place) => !rows[place]?.startsWith(who))).toEqual(
          rows.filter((row) => !row.startsWith(who)),
        );
      }
      for (let key = random.whole(3, MOST_KEYS); key > 0; key -= 1)
        await page.keyboard.press(random.chance(0.2) ? "Enter" : (String(random.whole(1, 4)) as "1"));
      await page.waitForFunction(() => document.querySelector(".marking .toolbar")?.textContent?.includes("Kept"));
      before = { rows: await rowsOf(page), name: await name() };
      await page.keyboard.press(String(random.whole(1, 4)) as "1");
    } finally {
      await killBrowser(browser);
    }
  }
});
