import type { Page } from "puppeteer-core";
import { launchBrowser, openPage, press, untilOpen, waitForWords } from "../e2e/support/browser";
import { TestServer } from "../e2e/support/server";
import { beginNote, leaveOutUnreachable, send, setTakeBack, untilSettled } from "../e2e/support/steps";
import { LETTERS_IN_BLOCK } from "../src/store/letterBlocks";
import type { Comparison } from "./measure";

const ROUNDS = 250;
const LETTERS_PER_ROUND = 200;
const RUNS = 5;
/** 172 letters are to be with the families within six seconds. */
const GOAL_MS_PER_LETTER = 6_000 / 172;

/** The record with 50,000 letters beside one of 200, and a round from the press of send to the last mailbox. */
export async function recordBench(): Promise<Comparison[]> {
  const server = await TestServer.start({ VINE_TODAY: "2026-11-24", VINE_DEMO: "1" });
  const browser = await launchBrowser();
  try {
    const page = await openPage(browser, server.url);
    await setTakeBack(page, 0);
    await beginNote(page, "How things stand");
    await leaveOutUnreachable(page);
    const sentAt = Date.now();
    await send(page);
    await untilSettled(page);
    const endToEnd = Date.now() - sentAt;
    const letters = await page.$eval(".countdown", ({ textContent }) => Number(/^\d+/.exec(textContent ?? "")?.[0]));
    await press(page, "Back to the note");
    const small = await opened(page, server.url);
    await fillRecord(page);
    const large = await opened(page, server.url);
    const comparison = (name: string, ours: number, peer: number, peerName: string, goal: number): Comparison => ({
      name,
      ours,
      peer,
      peerName,
      unit: "ms",
      ratio: ours / peer,
      goal,
    });
    return [
      comparison(
        `${letters} letters, from send to the last mailbox`,
        endToEnd,
        GOAL_MS_PER_LETTER * letters,
        "the goal of six seconds for 172",
        1,
      ),
      comparison("opening a record of 50,000 letters", large.list, small.list, "one of one round", 3),
      comparison("a word found in 50,000 letters", large.search, small.search, "in one round", 5),
    ];
  } finally {
    await browser.close();
    await server.stop();
  }
}

/** How long the record takes to be there, and to find a word; medians in ms. */
async function opened(page: Page, url: string): Promise<{ list: number; search: number }> {
  const lists: number[] = [];
  await page.goto(`${url}/notes`);
  for (let run = 0; run < RUNS; run += 1) {
    await untilOpen(page);
    const from = Date.now();
    await page.click(".stem a[href='/record']");
    await page.waitForSelector("section[aria-labelledby=rounds] li");
    lists.push(Date.now() - from);
    if (run < RUNS - 1) await page.click(".stem a[href='/notes']");
  }
  const from = Date.now();
  await page.locator("::-p-aria([name='Find a family, or words of a letter'])").fill("no such word stands in any");
  await waitForWords(page, "0 letters with these words", 120_000);
  lists.sort((a, b) => a - b);
  return { list: lists[Math.floor(RUNS / 2)] ?? Number.NaN, search: Date.now() - from };
}

/** Fills the record as years of rounds would. */
export async function fillRecord(page: Page): Promise<void> {
  await page.evaluate(
    async (rounds, perRound, perBlock) => {
      const database = await new Promise<IDBDatabase>((resolve) => {
        const opening = indexedDB.open("vine-note");
        opening.onsuccess = () => resolve(opening.result);
      });
      const get = (store: string) =>
        new Promise<Record<string, unknown>[]>((resolve) => {
          const reading = database.transaction(store).objectStore(store).getAll();
          reading.onsuccess = () => resolve(reading.result);
        });
      const [round] = await get("rounds");
      const letters = await get("letters");
      const [block] = await get("letterBlocks");
      const [words] = (await get("roundWords")) as unknown as { letters: [string, string][] }[];
      for (let place = 0; place < rounds; place += 1) {
        const stores = ["rounds", "letters", "letterBlocks", "roundWords"];
        const transaction = database.transaction(stores, "readwrite");
        transaction.objectStore("rounds").put({ ...round, id: `round-${place}`, createdAt: place });
        const ids = Array.from({ length: perRound }, (_, at) => `letter-${place}-${at}`);
        const searched = ids.map((id, at) => [id, words?.letters[at % words.letters.length]?.[1] ?? ""]);
        transaction.objectStore("roundWords").put({ id: `round-${place}`, letters: searched });
        for (const [at, id] of ids.entries())
          transaction.objectStore("letters").put({ ...letters[at % letters.length], id, roundId: `round-${place}` });
        for (let from = 0; from < ids.length; from += perBlock) {
          const letterIds = ids.slice(from, from + perBlock);
          transaction.objectStore("letterBlocks").put({ ...block, id: letterIds[0], letterIds });
        }
        await new Promise((resolve) => {
          transaction.oncomplete = resolve;
        });
      }
      database.close();
    },
    ROUNDS,
    LETTERS_PER_ROUND,
    LETTERS_IN_BLOCK,
  );
}
