import type { Browser, Page } from "puppeteer-core";
import { choose, launchBrowser, openPage, press, waitForWords } from "../e2e/support/browser";
import { TestServer } from "../e2e/support/server";
import type { Comparison } from "./measure";

/** Many scores, each ended by Enter: one key that the system held up must not be what is measured. */
const SCORE_KEYS = Array.from({ length: 180 }, (_, score) => [...String(score % 20), "Enter"]).flat();
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
const SLOWEST_PERCENT = 98;
/** So many of the keys at least must be found in the trace: Enter in a bare field changes nothing that is seen. */
const SHOWN = 0.5;

/** Typing scores and typing a letter in a school of 2,000 students, against typing into a bare page. */
export async function typingBench(): Promise<Comparison[]> {
  const server = await TestServer.start({ VINE_TODAY: TODAY, VINE_DEMO: "1" });
  const browser = await launchBrowser();
  try {
    const page = await openPage(browser, `${server.url}/marking/class-1-talk`);
    await page.waitForSelector(".mark-level");
    const inMarking = await typed(page, MARK_KEYS);
    const list = await browser.newPage();
    await list.setContent(BARE_LIST);
    const inBareList = await typed(list, MARK_KEYS);
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
    // Measured beside the open school, and not while the browser itself is still starting.
    const peer = await typedInBareField(browser);
    await page.bringToFront();
    const inGradebook = await scoresTyped(page);

    await press(page, "Notes", "link");
    await press(page, "Begin How things stand");
    await waitForWords(page, "Letter 1 of", 60_000);
    await page.click(".letter-body .tiptap > p");
    const inLetter = await typed(page, [
      ..."The tide goes out and comes back in, twice a day and a little later. ".repeat(6),
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

async function typedInBareField(browser: Browser): Promise<number> {
  const bare = await browser.newPage();
  await bare.setContent("<input autofocus>");
  await bare.focus("input");
  const slowest = await typed(bare, SCORE_KEYS);
  await bare.close();
  return slowest;
}

/** Types scores from the first cell of the grid down. */
async function scoresTyped(page: Page): Promise<number> {
  await page.focus(".grid");
  await page.keyboard.press("ArrowDown");
  await page.waitForSelector("#score-0-0.is-head");
  return typed(page, SCORE_KEYS);
}

/** Begins a ready-made automatic note that sends itself, and waits until its letters are laid or it says why not. */
async function turnOnPlan(page: Page, name: string): Promise<void> {
  await press(page, "Notes", "link");
  await choose(page, "An automatic note to begin with", name);
  await press(page, "Begin");
  await waitForWords(page, "The next run", 60_000);
  await choose(page, "Whether it asks first", "it sends itself");
  await page.click("#plan-on");
  await page.waitForFunction(() => document.querySelector<HTMLInputElement>("#plan-on")?.checked, { timeout: 120_000 });
}

const WARM_KEYS = 14;

/**
 * Types as fast as the page shows it; how long it takes from a key to the end of the frame that shows what it did, by the
 * browser's own trace of the events and their frames (W3C Event Timing). A task of the page would not tell: ordinary ones are
 * held back while more keys come. The first keys warm both up.
 */
async function typed(page: Page, keys: readonly string[]): Promise<number> {
  await pressAll(page, keys.slice(0, WARM_KEYS));
  await page.tracing.start({ categories: ["devtools.timeline"] });
  await pressAll(page, keys);
  const { traceEvents } = JSON.parse(new TextDecoder().decode(await page.tracing.stop())) as Trace;
  const waits = traceEvents.flatMap(({ name, args }) => {
    const { type, timeStamp, commitFinishTime } = args?.data ?? {};
    return name === "EventTiming" && type === "keydown" && timeStamp && commitFinishTime
      ? [commitFinishTime - timeStamp]
      : [];
  });
  if (waits.length < keys.length * SHOWN) throw new Error(`Only ${waits.length} of ${keys.length} keys were traced.`);
  waits.sort((one, other) => one - other);
  return waits[Math.floor((waits.length * SLOWEST_PERCENT) / 100)] ?? Number.NaN;
}

/** Presses keys as fast as the page shows them. */
async function pressAll(page: Page, keys: readonly string[]): Promise<void> {
  for (const key of keys) {
    await page.keyboard.press(key as "Enter");
    await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(drawn)));
  }
}

/** What the trace tells of an event; times in ms. */
interface Trace {
  readonly traceEvents: readonly {
    readonly name: string;
    readonly args?: { readonly data?: { type?: string; timeStamp?: number; commitFinishTime?: number } };
  }[];
}
