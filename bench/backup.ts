import { existsSync, readFileSync } from "node:fs";
import { Writable } from "node:stream";
import { setTimeout as pause } from "node:timers/promises";
import { Uint8ArrayReader, ZipWriter } from "@zip.js/zip.js/index-native.js";
import { Encrypter } from "age-encryption";
import type { Browser, Page } from "puppeteer-core";
import { fill, launchBrowser, openPage, press, waitForWords } from "../e2e/support/browser";
import { TestServer } from "../e2e/support/server";
import { beginNote, leaveOutUnreachable, send, setTakeBack, untilSettled } from "../e2e/support/steps";
import type { Comparison } from "./measure";
import { fillRecord } from "./record";

const FILES = 2_000;
const FILE_BYTES = 100_000;
const PASSPHRASE = "low tide at noon";
const LONGEST_MS = 60_000;
/** Beside a plain zip and its encryption. */
const GOAL = 1.5;
const LONGEST_WAIT_MS = 300_000;
/** The screen stands still no longer. */
const LONGEST_BLOCK_MS = 50;
const MOST_MEMORY_MB = 500;
const MEMORY_EVERY_MS = 250;

/** A backup of 2,000 students, 50,000 letters and 2,000 files, written and read in the browser, beside a zip and encryption of as many bytes. */
export async function backupBench(): Promise<Comparison[]> {
  const server = await TestServer.start({ VINE_TODAY: "2026-11-24", VINE_DEMO: "1" });
  const browser = await launchBrowser();
  try {
    const page = await openPage(browser, server.url);
    await press(page, "Settings", "link");
    await press(page, "Replace … Open a demo school of 2,000 students");
    await press(page, "Yes, replace all");
    await waitForWords(page, "The large demo school is open.", LONGEST_WAIT_MS);
    await setTakeBack(page, 0);
    await beginNote(page, "How things stand");
    // One class is enough to fill the record from.
    const picker = "[aria-label='Classes']";
    const [, first = ""] = await page.$$eval(`${picker} option`, (all) => all.map((one) => one.value));
    await page.select(picker, first);
    await page.waitForFunction(() => /in 1 class/.test(document.querySelector(".foot-sentence")?.textContent ?? ""));
    await leaveOutUnreachable(page);
    await send(page);
    await untilSettled(page);
    await press(page, "Back to the note");
    const fillFrom = Date.now();
    await fillRecord(page);
    await addFiles(page);
    const bare = Date.now() - fillFrom;
    await page.goto(`${server.url}/settings`);
    await keepDownloads(page);
    await fill(page, "Passphrase", PASSPHRASE);
    await fill(page, "The same once more", PASSPHRASE);
    // What opening the school left over goes meanwhile, as it does in a page that is open for a while.
    await pause(REST_MS);
    const memory = await watchMemory(browser);
    await watchBlocks(page);
    const from = Date.now();
    await press(page, "Make a backup");
    await waitForWords(page, "holds everything", LONGEST_WAIT_MS);
    const written = Date.now() - from;
    const whileWriting = await longestBlock(page);
    const bytes = await page.evaluate(() => (window as unknown as { made: Blob }).made.size);
    await giveBack(page);
    await fill(page, "Its passphrase, where it has one", PASSPHRASE);
    await watchBlocks(page);
    const readFrom = Date.now();
    await press(page, "Look into it");
    await waitForWords(page, "is whole and can be put back", LONGEST_WAIT_MS);
    const read = Date.now() - readFrom;
    const whileReading = await longestBlock(page);
    const most = memory.most();
    const plain = await plainZip(bytes);
    const row = (name: string, ours: number, peer: number, peerName: string, goal: number): Comparison => ({
      ...{ name, ours, peer, peerName, unit: "ms", ratio: ours / peer, goal },
    });
    const size = `${Math.round(bytes / 1_000_000)} MB`;
    return [
      row(`a backup of ${size} written`, written, plain, "a zip and encryption of as many bytes", GOAL),
      row(`a backup of ${size} read and checked`, read, plain, "a zip and encryption of as many bytes", GOAL),
      row(`a backup of ${size} read and checked`, read, bare, "bare puts of as many records in the same browser", GOAL),
      row(`a backup of ${size} written`, written, LONGEST_MS, "the longest that it may take", 1),
      row(`a backup of ${size} read and checked`, read, LONGEST_MS, "the longest that it may take", 1),
      row(
        "the longest task of the page meanwhile",
        Math.max(whileWriting.longestTask, whileReading.longestTask),
        LONGEST_BLOCK_MS,
        "the longest that it may be",
        1,
      ),
      row(
        "the page waiting for its turn meanwhile",
        Math.max(whileWriting.longestWait, whileReading.longestWait),
        LONGEST_BLOCK_MS,
        "the longest that it may",
        1,
      ),
      { ...row("memory of the page meanwhile", most, MOST_MEMORY_MB, "the most that it may take", 1), unit: "MB" },
    ];
  } finally {
    await browser.close();
    await server.stop();
  }
}

/** As many distinct files as a school has reports in a year. */
async function addFiles(page: Page): Promise<void> {
  await page.evaluate(
    async (count, size) => {
      const database = await new Promise<IDBDatabase>((resolve) => {
        const opening = indexedDB.open("vine-note");
        opening.onsuccess = () => resolve(opening.result);
      });
      for (let place = 0; place < count; place += 1) {
        const bytes = new Uint8Array(size);
        for (let at = 0; at < size; at += 65_536) crypto.getRandomValues(bytes.subarray(at, at + 65_536));
        const hash = new Uint8Array(await crypto.subtle.digest("SHA-256", bytes));
        const sha256 = [...hash].map((byte) => byte.toString(16).padStart(2, "0")).join("");
        await new Promise<void>((resolve) => {
          const files = database.transaction("enclosedFiles", "readwrite").objectStore("enclosedFiles");
          files.put({ sha256, bytes: bytes.buffer }).onsuccess = () => resolve();
        });
      }
      database.close();
    },
    FILES,
    FILE_BYTES,
  );
}

/** What would be downloaded stays in the page. */
function keepDownloads(page: Page): Promise<void> {
  return page.evaluate(() => {
    const make = URL.createObjectURL.bind(URL);
    URL.createObjectURL = (made) => {
      Object.assign(window, { made });
      return make(made);
    };
    HTMLAnchorElement.prototype.click = () => undefined;
  });
}

/** Gives the backup that was made to the control for it. */
function giveBack(page: Page): Promise<void> {
  return page.evaluate(() => {
    const { made } = window as unknown as { made: Blob };
    const control = document.querySelector<HTMLInputElement>("input[aria-label='A backup']");
    const given = new DataTransfer();
    given.items.add(new File([made], "vine-note-2026-11-24.zip.age"));
    if (control) control.files = given.files;
    control?.dispatchEvent(new Event("change", { bubbles: true }));
  });
}

interface Blocks {
  /** The longest task of the page, in ms (W3C Long Tasks); none is shorter than 50. */
  readonly longestTask: number;
  /** The longest that a task waited for its turn, in ms: for other tasks, or for a core. */
  readonly longestWait: number;
}

const REST_MS = 20_000;

/** Often enough to see a standstill, and too seldom to be one itself. */
const LOOK_EVERY_MS = 20;

/** Notes how long the page stands still: by its long tasks, and by tasks that come as soon as they may. */
function watchBlocks(page: Page): Promise<void> {
  return page.evaluate((every) => {
    const watch = { longestTask: 0, longestWait: 0, isOver: false };
    Object.assign(window, { watch });
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) watch.longestTask = Math.max(watch.longestTask, duration);
    }).observe({ type: "longtask" });
    let last = performance.now();
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      const now = performance.now();
      watch.longestWait = Math.max(watch.longestWait, now - last);
      last = now;
      if (!watch.isOver) setTimeout(() => port2.postMessage(undefined), every);
    };
    port2.postMessage(undefined);
  }, LOOK_EVERY_MS);
}

function longestBlock(page: Page): Promise<Blocks> {
  return page.evaluate(() => {
    const { watch } = window as unknown as { watch: Blocks & { isOver: boolean } };
    watch.isOver = true;
    return watch;
  });
}

/** Follows how much memory of their own the pages and their workers hold; MB. */
async function watchMemory(browser: Browser): Promise<{ most(): number }> {
  const session = await browser.target().createCDPSession();
  const { processInfo } = await session.send("SystemInfo.getProcessInfo");
  const ids = processInfo.flatMap(({ type, id }) => (type === "renderer" ? [id] : []));
  let most = 0;
  const timer = setInterval(() => {
    most = Math.max(most, ...ids.map(ownMemory));
  }, MEMORY_EVERY_MS);
  return {
    most: () => {
      clearInterval(timer);
      return most;
    },
  };
}

/** What a process holds beside the files that it shares, in MB (Linux). */
function ownMemory(id: number): number {
  const status = `/proc/${id}/status`;
  // A process may end between two looks.
  const [, kilobytes = "0"] = /RssAnon:\s+(\d+)/.exec(existsSync(status) ? readFileSync(status, "utf8") : "") ?? [];
  return Number(kilobytes) / 1_000;
}

/** A zip of so many bytes and its encryption, by the same libraries and nothing else; ms. */
async function plainZip(bytes: number): Promise<number> {
  const file = crypto.getRandomValues(new Uint8Array(65_536));
  const from = performance.now();
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  const encrypter = new Encrypter();
  encrypter.setPassphrase(PASSPHRASE);
  const nowhere = new Writable({ write: (_chunk, _encoding, done) => done() });
  const writing = (await encrypter.encrypt(readable)).pipeTo(Writable.toWeb(nowhere));
  const zip = new ZipWriter(writable, { useWebWorkers: false, level: 0 });
  for (let left = bytes, place = 0; left > 0; left -= file.length, place += 1)
    await zip.add(`part-${place}`, new Uint8ArrayReader(file));
  await zip.close();
  await writing;
  return performance.now() - from;
}
