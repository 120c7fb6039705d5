import type { Page } from "puppeteer-core";
import { choose, launchBrowser, openPage, press, waitForWords } from "../e2e/support/browser";
import { TestServer } from "../e2e/support/server";
import type { Comparison } from "./measure";

/** Sixty scores, each ended by Enter. */
const SCORE_KEYS = Array.from({ length: 60 }, (_, score) => [...String(score % 20), "Enter"]).flat();
/** Twenty-eight students: four criteria, a comment by one letter, and the next one. */
const MARK_KEYS = Array.from({ length: 28 }, (_, student) => [
  ...[0, 1, 2, 3].map((criterion) => String(((student + criterion) % 4) + 1)),
  ...["w", "Enter", "Enter"],
]).flat();
/** As many lines as there are students; a key colours one. */
const BARE_LIST = `<ol>${"<li>A student</li>".repeat(28)}</ol><script>
  let at = 0;
  addEventListener("keydown", ({ key }) => {
    const line = document.querySelectorAll("li")[at % 28];
    line.textContent = key;
    if (key === "Enter") at += 1;
  });
</script>`;
const STANDING = [
  "Missing work, every Friday",
  "At most 70 % on a quiz",
  "Newly below 70 %",
  "Weekly digest",
  "Birthday",
];
/** A key takes no longer than so many in a bare page. */
const GOAL = 2;
/** A key is no slower than without, within a tenth. */
const SLOWER_BY_PLANS = 1.1;
const TODAY = "2026-11-24";
/** From a key to the next frame that the page can draw. */
const SLOWEST_PERCENT = 98;

/** Typing scores and typing a letter in a school of 2,000 students, against typing into a bare page. */
export async function typingBench(): Promise<Comparison[]> {
  const server = await TestServer.start({ VINE_TODAY: TODAY, VINE_DEMO: "1" });
  const browser = await launchBrowser();
  try {
    const bare = await browser.newPage();
    await bare.setContent("<input autofocus>");
    await bare.focus("input");
    await watchKeys(bare);
    const peer = await typed(bare, SCORE_KEYS);
    await bare.close();

    const page = await openPage(browser, `${server.url}/marking/class-1-talk`);
    await page.waitForSelector(".mark-level");
    const inMarking = await painted(page, MARK_KEYS);
    const list = await browser.newPage();
    await list.setContent(BARE_LIST);
    const inBareList = await painted(list, MARK_KEYS);
    await list.close();
    await page.bringToFront();
    await press(page, "Settings", "link");
    await press(page, "Replace … Open a demo school of 2,000 students");
    await press(page, "Yes, replace all");
    await waitForWords(page, "The large demo school is open.", 120_000);
    await press(page, "Gradebook", "link");
    await page.waitForSelector(".grid", { timeout: 60_000 });
    await choose(page, "Class", "All classes");
    await waitForWords(page, "2,000 students", 60_000);
    const inGradebook = await scoresTyped(page);

    await press(page, "Notes", "link");
    await press(page, "Begin How things stand");
    await waitForWords(page, "Letter 1 of", 60_000);
    await page.click(".letter-body .tiptap > p");
    await watchKeys(page);
    const inLetter = await typed(page, [
      ..."The tide goes out and comes back in, twice a day and a little later. ".repeat(2),
    ]);
    for (const name of STANDING) await turnOnPlan(page, name);
    await press(page, "Gradebook", "link");
    await page.waitForSelector(".grid", { timeout: 60_000 });
    await choose(page, "Class", "All classes");
    await waitForWords(page, "2,000 students", 60_000);
    const withPlans = await scoresTyped(page);
    const comparison = (
      where: string,
      ours: number,
      beside = peer,
      peerName = "a key in a bare field",
    ): Comparison => ({
      name: `a key typed in ${where}, ${SLOWEST_PERCENT} of 100 are faster`,
      ours,
      peer: beside,
      peerName,
      unit: "ms",
      ratio: ours / beside,
      goal: GOAL,
    });
    return [
      comparison("marking 28 students", inMarking, inBareList, "a key in a bare list"),
      comparison("the gradebook of 2,000 students", inGradebook),
      comparison("a letter while 3,000 are checked", inLetter),
      {
        ...comparison("the gradebook with five plans on", withPlans, inGradebook, "the same without a plan"),
        goal: SLOWER_BY_PLANS,
      },
    ];
  } finally {
    await browser.close();
    await server.stop();
  }
}

/** Types scores from the first cell of the grid down. */
async function scoresTyped(page: Page): Promise<number> {
  await page.focus(".grid");
  await page.keyboard.press("ArrowDown");
  await page.waitForSelector("#score-0-0.is-head");
  await watchKeys(page);
  return typed(page, SCORE_KEYS);
}

/** Begins a ready-made standing note that sends itself, and waits until its letters are laid or it says why not. */
async function turnOnPlan(page: Page, name: string): Promise<void> {
  await press(page, "Notes", "link");
  await choose(page, "A standing note to begin with", name);
  await press(page, "Begin");
  await waitForWords(page, "The next run", 60_000);
  await choose(page, "Whether it asks first", "it sends itself");
  await page.click("#plan-on");
  await page.waitForFunction(() => document.querySelector<HTMLInputElement>("#plan-on")?.checked, { timeout: 120_000 });
}

/** Notes for every key how long the page took until it could draw the next frame. */
function watchKeys(page: Page): Promise<void> {
  return page.evaluate(() => {
    const waits: number[] = [];
    Object.assign(window, { waits });
    document.addEventListener(
      "keydown",
      () => {
        const from = performance.now();
        requestAnimationFrame(() => {
          // A task of its own comes after the frame.
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => waits.push(performance.now() - from);
          port2.postMessage(undefined);
        });
      },
      true,
    );
  });
}

/** What the browser does not report was painted within this, in ms. */
const REPORTED_MS = 16;
const WARM_KEYS = 14;

/** Types as fast as the page shows it; how long it took from a key to what it drew, by the browser's own clock (W3C Event Timing). */
async function painted(page: Page, keys: readonly string[]): Promise<number> {
  await pressAll(page, keys.slice(0, WARM_KEYS));
  await page.evaluate((durationThreshold) => {
    const waits: number[] = [];
    Object.assign(window, { waits });
    const observer = new PerformanceObserver((list) => {
      for (const { name, duration } of list.getEntries()) if (name === "keydown") waits.push(duration);
    });
    observer.observe({ type: "event", durationThreshold } as PerformanceObserverInit);
  }, REPORTED_MS);
  await pressAll(page, keys);
  // The last ones are reported a moment after they were painted.
  await page.evaluate(() => new Promise((reported) => setTimeout(reported, 500)));
  const reported = await page.evaluate(() => (window as unknown as { waits: number[] }).waits);
  const waits = keys.map((_key, place) => reported[place] ?? REPORTED_MS).sort((a, b) => a - b);
  return waits[Math.floor((waits.length * SLOWEST_PERCENT) / 100)] ?? Number.NaN;
}

/** Types as fast as the page shows it, as somebody does who looks at what she types; the first keys warm both up. */
async function typed(page: Page, keys: readonly string[]): Promise<number> {
  await pressAll(page, keys.slice(0, WARM_KEYS));
  await page.evaluate(() => {
    (window as unknown as { waits: number[] }).waits.length = 0;
  });
  await pressAll(page, keys);
  const waits = await page.evaluate(() => (window as unknown as { waits: number[] }).waits);
  waits.sort((a, b) => a - b);
  return waits[Math.floor((waits.length * SLOWEST_PERCENT) / 100)] ?? Number.NaN;
}

/** Presses keys as fast as the page shows them. */
async function pressAll(page: Page, keys: readonly string[]): Promise<void> {
  for (const key of keys) {
    await page.keyboard.press(key as "Enter");
    await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(drawn)));
  }
}
