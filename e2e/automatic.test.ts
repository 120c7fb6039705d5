import { expect, test } from "vitest";
import { Random } from "@/core/random";
import { choose, openPage, press, waitForWords } from "./support/browser";
import { browser, goOnWith, journey, page, server } from "./support/journey";
import { delivered, deliveredCount } from "./support/mailboxes";
import { setTakeBack } from "./support/steps";
import { stored, whatWaits } from "./support/stored";

/** How often the server is killed around the time of a run; `npm run crash` asks for more. */
const CRASHES = Number(process.env.VINE_CRASHES ?? 2);
const SEED = Number(process.env.VINE_SEED ?? 20261129);
const HOUR_MS = 3_600_000;
const MINUTES_PER_CRASH = 60_000;
const MOST_LETTERS_BETWEEN = 12;

// The days are the clock's own, and the practice post's clock is set on.
journey({ VINE_DEMO: "1", VINE_TODAY: "", VINE_PRACTICE_DELAY_MS: "15" });

async function stepClock(byMs: number): Promise<void> {
  const answer = await fetch(`${server.url}/api/practice/clock`, { method: "POST", body: JSON.stringify({ byMs }) });
  expect(answer.ok).toBe(true);
}

/** Sets the clock on to a moment, by what the server says it is. */
async function goTo(at: number): Promise<void> {
  const { status } = await (await fetch(`${server.url}/api/post/events?logId=&after=0&waitMs=0`)).json();
  const now = Date.now() + (status.clockAheadMs ?? 0);
  if (at > now) await stepClock(Math.round(at - now));
}

/** When the next run comes due, as the browser keeps it. */
async function nextRun(): Promise<number> {
  const runs = await stored<{ at: number; state: string }>(page, "runs");
  return Math.min(...runs.flatMap(({ at, state }) => (state === "laid" ? [at] : [])));
}

/** Closes the page, as somebody who goes home. */
async function closePage(): Promise<void> {
  goOnWith(page);
  await page.close();
}

async function openAgain(): Promise<void> {
  goOnWith(await openPage(browser, `${server.url}/notes`));
}

/** Waits until every letter of the runs that are ready is with the post room, as it should be. */
async function untilHandedOver(): Promise<void> {
  await expect
    .poll(async () => {
      const { laid, replacing, open } = await whatWaits(page);
      return laid > 0 && replacing + open === 0;
    })
    .toBe(true);
}

test("a note is given a plan, and leaves by it with the browser closed, to whom the plan said", async () => {
  await setTakeBack(page, 0);
  await press(page, "Notes", "link");
  await choose(page, "An automatic note to begin with", "Missing work, every Friday");
  await press(page, "Begin");
  await waitForWords(page, "The next run");
  await choose(page, "On which days", "day");
  await choose(page, "How often for one student", "each time");
  await choose(page, "Whether it asks first", "it sends itself");
  await waitForWords(page, "letters to");
  await page.click("#plan-on");
  await waitForWords(page, "ready to leave");
  await untilHandedOver();
  const at = await nextRun();
  await closePage();
  await goTo(at - HOUR_MS);
  expect(await deliveredCount(server.url)).toBe(0);
  await goTo(at + 1_000);
  await expect.poll(() => deliveredCount(server.url)).toBeGreaterThan(30);
  const [first] = await delivered(server.url);
  expect(first?.mail.headers.get("auto-submitted")).toBe("auto-generated");
});

test(
  `through ${CRASHES} kills around the times of runs (seed ${SEED}), the browser closed, every letter of every run comes once and no replaced one ever`,
  async () => {
    const random = new Random(SEED);
    let crashes = 0;
    let runs = 1;
    while (crashes < CRASHES) {
      await openAgain();
      await waitForWords(page, "Automatic notes");
      await untilHandedOver();
      // A change of the note rebuilds its letters; they are all others then.
      runs += 1;
      await changeSubject(` (${runs})`, runs > 2 ? ` (${runs - 1})` : "");
      await untilHandedOver();
      const at = await nextRun();
      const wanted = await lettersOfRun(at);
      expect(wanted).toBeGreaterThan(20);
      await closePage();
      const before = await deliveredCount(server.url);
      await goTo(at + 1_000);
      for (let left = wanted; left > 0; left = before + wanted - (await deliveredCount(server.url))) {
        if (crashes < CRASHES) {
          const next = (await deliveredCount(server.url)) + random.whole(0, MOST_LETTERS_BETWEEN);
          await expect.poll(() => deliveredCount(server.url)).toBeGreaterThanOrEqual(Math.min(next, before + wanted));
          await server.restart();
          // What was laid ahead waits a moment for its browser's word after a start.
          await goTo(at + 60_000 * (crashes + 1));
          crashes += 1;
        } else await expect.poll(() => deliveredCount(server.url)).toBe(before + wanted);
      }
    }
    const all = await delivered(server.url);
    const ids = all.map(({ mail }) => mail.messageId);
    expect(new Set(ids).size).toBe(ids.length);
    // Each run wrote once to each mailbox about each student, with the words of its own time.
    const lines = all.map(({ address, mail }) => `${address} ${mail.subject}`);
    expect(new Set(lines).size).toBe(lines.length);
  },
  CRASHES * MINUTES_PER_CRASH + 900_000,
);

/** Gives the letter other words: its subject ends with them, in the place of the last that it was given. */
async function changeSubject(words: string, before: string): Promise<void> {
  await page.click("a[href$='/plan']");
  await press(page, "Whom it is for, and its words", "link");
  await page.waitForSelector(".letter-body .tiptap");
  // A click may choose a field, which what is typed would take the place of.
  await page.waitForSelector("[aria-label='Subject']");
  await page.$eval("[aria-label='Subject']", (subject) => {
    (subject as HTMLElement).focus();
    window.getSelection()?.selectAllChildren(subject);
    window.getSelection()?.collapseToEnd();
  });
  await page.keyboard.press("End");
  for (const _key of before) await page.keyboard.press("Backspace");
  await page.keyboard.type(words);
  await waitForWords(page, "Kept");
  await press(page, "Notes", "link");
  await waitForWords(page, "Automatic notes");
}

/** How many letters the run at a moment has. */
async function lettersOfRun(at: number): Promise<number> {
  const rounds = await stored<{ id: string; run?: { at: number } }>(page, "rounds");
  const letters = await stored<{ roundId: string }>(page, "letters");
  const round = rounds.find(({ run }) => run?.at === at);
  return letters.filter(({ roundId }) => roundId === round?.id).length;
}
