import { beforeAll, expect, test } from "vitest";
import { openPage, press, waitForWords } from "./support/browser";
import { browser, goOnWith, journey, page, server } from "./support/journey";
import { delivered, deliveredCount } from "./support/mailboxes";
import { noteToOneClass, send, setTakeBack } from "./support/steps";

const SETTLED = /^([\d,]+) delivered(?:, ([\d,]+) refused)?\.$/;

// Slow enough that the middle of a round can be met.
journey({ VINE_DEMO: "1", VINE_PRACTICE_DELAY_MS: "100" });
beforeAll(async () => {
  await setTakeBack(page, 0);
  await noteToOneClass(page);
});

async function untilDelivered(atLeast: number): Promise<void> {
  await expect.poll(() => deliveredCount(server.url), { interval: 20 }).toBeGreaterThanOrEqual(atLeast);
}

/** Waits until every letter of the round that is open has met its fate; gives the counts that the record shows. */
async function settled(): Promise<{ accepted: number; refused: number }> {
  await page.waitForFunction(
    (pattern) => new RegExp(pattern).test(document.querySelector(".countdown")?.textContent ?? ""),
    {},
    SETTLED.source,
  );
  const words = await page.$eval(".countdown", (element) => element.textContent ?? "");
  const [, accepted = "0", refused = "0"] = SETTLED.exec(words) ?? [];
  return { accepted: Number(accepted), refused: Number(refused) };
}

test("the server is killed in the middle of a round: every letter arrives exactly once", async () => {
  await send(page);
  await untilDelivered(8);
  const before = await deliveredCount(server.url);
  await server.kill();
  await server.restart();
  const { accepted, refused } = await settled();
  expect(accepted + refused).toBeGreaterThan(20);
  expect(before).toBeLessThan(accepted);
  const ids = (await delivered(server.url)).map(({ mail }) => mail.messageId);
  expect(new Set(ids).size).toBe(ids.length);
  expect(ids).toHaveLength(accepted);
});

test("the tab is closed in the middle of a round: the same, and the record catches up", async () => {
  const before = await deliveredCount(server.url);
  await press(page, "Back to the note");
  await send(page);
  await untilDelivered(before + 8);
  await page.close();
  goOnWith(await openPage(browser, server.url));
  await page.goto(`${server.url}/record`);
  await waitForWords(page, "How things stand");
  await page.locator(".lines a").click();
  const { accepted } = await settled();
  const ids = (await delivered(server.url)).map(({ mail }) => mail.messageId);
  expect(new Set(ids).size).toBe(ids.length);
  expect(ids).toHaveLength(before + accepted);
});
