import { beforeAll, expect, test } from "vitest";
import { choose, fill, openPage, press, waitForWords } from "./support/browser";
import { browser, goOnWith, journey, page, server } from "./support/journey";
import { delivered, deliveredCount } from "./support/mailboxes";
import { noteToOneClass, seeCautionsUntilReady, send, setTakeBack, untilSettled, wordsOf } from "./support/steps";

journey();
beforeAll(() => setTakeBack(page, 0));
const HOUR_MS = 3_600_000;

/** What became of all letters, by the post room's own journal. */
async function fates(): Promise<string[]> {
  const answer = await fetch(`${server.url}/api/post/events?logId=&after=0&waitMs=0`);
  const { events } = (await answer.json()) as { events: { state?: string; serverAnswer?: string }[] };
  return events.flatMap(({ state, serverAnswer = "" }) => (state ? [`${state} ${serverAnswer}`] : []));
}

test("a no that is said while a round waits and the browser is closed takes the letter back, and the record says why", async () => {
  await noteToOneClass(page);
  await send(page);
  await untilSettled(page);
  const [first] = (await delivered(server.url)).filter(({ mail }) => mail.text?.includes("No more letters like this"));
  const stop = /No more letters like this: (\S+)/.exec(first?.mail.text ?? "")?.[1] ?? "";
  expect(first?.mail.html).toContain(stop.split("/").at(-1));
  await press(page, "Open it in the record", "link");
  await page.waitForSelector("[aria-label='What became of it']");
  await noteToOneClass(page);
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await page.waitForSelector("#when-at");
  await page.click("#when-at");
  await waitForWords(page, "from 07:30");
  for (const word of await page.$$("[id^=word-]")) await word.type("again");
  await seeCautionsUntilReady(page);
  await page.locator(".modal-footer .btn-primary:not(:disabled)").click();
  await expect.poll(() => wordsOf(page, ".countdown").catch(() => "")).toMatch(/letters will leave on/);
  await press(page, "Open it in the record", "link");
  await page.waitForSelector("[aria-label='What became of it']");
  const round = page.url();
  const context = page.browserContext();
  await goOnWith(await context.newPage()).close();
  await page.goto("about:blank");

  const phone = await (await browser.createBrowserContext()).newPage();
  await phone.goto(stop);
  await press(phone, "Stop the letters");
  await waitForWords(phone, "You will get no more letters.");
  await phone.close();
  await expect.poll(fates).toContainEqual(expect.stringMatching(/^withdrawn No more letters are wanted/));
  const before = await delivered(server.url);
  await server.restart({ VINE_CLOCK_AHEAD_MS: String(48 * HOUR_MS) });
  const next = await openPage(context, round);
  goOnWith(next);
  await waitForWords(page, "1 taken back");
  await expect.poll(() => deliveredCount(server.url)).toBeGreaterThan(before.length);
  await waitForWords(page, "delivered, 1 taken back.");
  const to = (mails: typeof before) => mails.filter(({ address }) => address === first?.address).length;
  expect(to(await delivered(server.url))).toBe(to(before));
});

test("a reply that asks for no more is kept with why and when; only a word why lifts it", async () => {
  await page.click(".stem a[href='/practice']");
  await page.waitForSelector(".phone");
  const boxes = await page.$$(".mailbox");
  await boxes.at(2)?.click();
  const owner = await wordsOf(page, ".mailbox[aria-pressed=true] bdi");
  await fill(page, "Write back as this family", "Please send us no more of these.");
  await press(page, "Write back");
  await page.click(".stem a[href='/record']");
  await waitForWords(page, "1 new reply");
  await page.locator("section[aria-labelledby=replies] a").click();
  await waitForWords(page, "wrote back,");
  await press(page, "No more letters");
  await page.waitForSelector("[aria-label^='Why no more letters to']");
  expect(await page.$eval("[aria-label^='Why no more letters to']", (one) => (one as HTMLInputElement).value)).toBe(
    "Wrote back: Please send us no more of these.",
  );
  await page.locator(".reply form button[type=submit]").click();
  await waitForWords(page, `No more letters to ${owner}, `);
  await press(page, "All with this family", "link");
  await waitForWords(page, "The family of");
  const [, student = ""] =
    /The family of (.+?):/.exec(await page.evaluate(() => document.body.textContent ?? "")) ?? [];
  await page.click(".stem a[href='/families']");
  await fill(page, "Find a name", student);
  await page.waitForFunction(
    (name) => document.querySelector(".long-list li .btn-link")?.textContent?.includes(name),
    {},
    student,
  );
  await page.locator(".long-list li .btn-link").click();
  await page.waitForSelector("input[id^=guardian-][id$=-why]");
  const card = "input[id^=guardian-][id$=-why]";
  const place = (await page.$eval(card, ({ id }) => id)).replace(/\D/g, "");
  await choose(page, `Whether guardian ${Number(place) + 1} may be written to`, "letters are welcome");
  await waitForWords(page, "Say why they are wanted again.");
  await page.locator(card).fill("Asked for them again at the door");
  await page.waitForFunction(() => !document.body.textContent?.includes("Say why they are wanted again."));
  await page.locator("form.sheet button[type=submit]").click();
  await waitForWords(page, "was changed.");
});
