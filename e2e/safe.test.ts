import { readdirSync } from "node:fs";
import path from "node:path";
import type { Page } from "puppeteer-core";
import { expect, test } from "vitest";
import { Random } from "@/core/random";
import { demoSchool } from "@/demo/demoSchool";
import { type LetterBlock, lettersIn } from "@/store/letterBlocks";
import { fill, killBrowser, launchBrowser, openPage, press, untilOpen, waitForWords } from "./support/browser";
import { downloaded } from "./support/downloaded";
import { journey, page, server, TODAY, temporaryFolder } from "./support/journey";
import { deliveredCount } from "./support/mailboxes";
import { TestServer } from "./support/server";
import { noteToOneClass, send, setTakeBack } from "./support/steps";
import { stored } from "./support/stored";

journey();
const folder = temporaryFolder();
const PASSPHRASE = "low tide at noon";
/** How often the browser is killed, once in each deed at least; `npm run crash` asks for more. */
const KILLS = Number(process.env.VINE_CRASHES ?? 4);
const SEED = Number(process.env.VINE_SEED ?? 20261129);
const LONGEST_MOVE_MS = 700;
const school = demoSchool(TODAY);

/** Makes a backup by hand; gives the file that the browser kept. */
async function backUp(on: Page, into: string): Promise<string> {
  const client = await on.createCDPSession();
  await client.send("Page.setDownloadBehavior", { behavior: "allow", downloadPath: into });
  await press(on, "Settings", "link");
  await fill(on, "Passphrase", PASSPHRASE);
  await fill(on, "The same once more", PASSPHRASE);
  await press(on, "Make a backup");
  await waitForWords(on, "holds everything");
  return downloaded(into, ".age");
}

/** Looks into a backup, as far as the difference. */
async function lookInto(on: Page, file: string, passphrase = ""): Promise<void> {
  await press(on, "Settings", "link");
  const [chooser] = await Promise.all([on.waitForFileChooser(), press(on, "Choose a backup …")]);
  await chooser.accept([file]);
  await fill(on, "Its passphrase, where it has one", passphrase);
  await press(on, "Look into it");
  await waitForWords(on, "is whole and can be put back");
}

/** The browser's own folders are of the same kind as those of the computer, and need no hand to choose them. */
async function withOwnFolders(on: Page): Promise<void> {
  await on.evaluateOnNewDocument(() => {
    Object.assign(window, {
      showDirectoryPicker: () =>
        navigator.storage.getDirectory().then((root) => root.getDirectoryHandle("backups", { create: true })),
    });
  });
  await on.goto(`${server.url}/settings`);
}

/** Does something after which the page is loaded again, and waits until it is open: before that it may go at any moment. */
async function reloads(on: Page, act: () => Promise<void>): Promise<void> {
  await on.evaluate(() => Object.assign(window, { isFormer: true }));
  await act();
  await on.waitForFunction(() => !("isFormer" in window));
  await untilOpen(on);
}

async function count(on: Page, table: string): Promise<number> {
  return (await stored(on, table)).length;
}

test("a backup is made by hand, everything is emptied, and it comes back; a wrong passphrase is told", async () => {
  await setTakeBack(page, 0);
  await noteToOneClass(page);
  await send(page);
  await waitForWords(page, "delivered");
  await press(page, "Back to the note");
  const letters = await count(page, "letters");
  const file = await backUp(page, folder);
  await press(page, "Replace … Empty everything");
  await press(page, "Yes, replace all");
  await waitForWords(page, "Everything is empty.");
  await page.reload();
  await untilOpen(page);
  // The demo school never comes back by itself.
  expect(await count(page, "students")).toBe(0);
  const [chooser] = await Promise.all([page.waitForFileChooser(), press(page, "Choose a backup …")]);
  await chooser.accept([file]);
  await fill(page, "Its passphrase, where it has one", "high tide at noon");
  await press(page, "Look into it");
  await waitForWords(page, "The passphrase does not open this backup");
  await fill(page, "Its passphrase, where it has one", PASSPHRASE);
  await press(page, "Look into it");
  await waitForWords(page, `${school.students.length} students in the backup, 0 here`);
  await reloads(page, () => press(page, "Put it back"));
  await waitForWords(page, "Take that back");
  expect(await count(page, "students")).toBe(school.students.length);
  expect(await count(page, "letters")).toBe(letters);
});

test("moved to another computer, an old stop link holds there, and nothing is sent again", async () => {
  const [guardian] = school.guardians;
  const links = await fetch(`${server.url}/api/family/links`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ guardianIds: [guardian?.id], teacherName: "", schoolName: "" }),
  });
  const { tokens } = (await links.json()) as { tokens: Record<string, string> };
  const token = Object.values(tokens)[0] ?? "";
  const [file = ""] = readdirSync(folder).filter((name) => name.endsWith(".age"));
  const there = await TestServer.start({ VINE_TODAY: TODAY, VINE_DEMO: "1" });
  const browser = await launchBrowser();
  try {
    const on = await openPage(browser, there.url);
    await lookInto(on, path.join(folder, file), PASSPHRASE);
    await waitForWords(on, "made in another browser or on another computer");
    await reloads(on, () => press(on, "Put it back"));
    await waitForWords(on, "Take that back");
    await on.goto(`${there.url}/`);
    await waitForWords(on, "Automatic notes are paused");
    await press(on, "It sends no more");
    await on.waitForFunction(() => !document.body.textContent?.includes("Automatic notes are paused"));
    const stopped = await fetch(`${there.url}/api/family/stop/${token}`, { method: "POST" });
    expect(stopped.ok).toBe(true);
    await expect
      .poll(
        async () =>
          (await stored<{ id: string; confirmation: string }>(on, "guardians")).find(({ id }) => id === guardian?.id)
            ?.confirmation,
      )
      .toBe("stopped");
    expect(await deliveredCount(there.url)).toBe(0);
  } finally {
    await browser.close();
    await there.stop();
  }
});

test("a student is erased after a typed word, and the year is closed and taken back", async () => {
  const [student] = school.students;
  if (!student) throw new Error("The demo school is empty.");
  const name = `${student.givenName} ${student.familyName}`;
  await press(page, "Settings", "link");
  await fill(page, "A student or a guardian", `${name}, student ${student.studentNumber}`);
  await press(page, "Erase …");
  await fill(page, "Type erase to go on", "erase");
  await reloads(page, () => press(page, "Erase for good"));
  expect(await count(page, "students")).toBe(school.students.length - 1);
  for (const table of ["students", "letters", "roundWords", "changes"])
    expect(JSON.stringify(await stored(page, table))).not.toContain(name);
  const words = (await stored<LetterBlock>(page, "letterBlocks")).flatMap(lettersIn);
  expect(words.length).toBeGreaterThan(10);
  expect(JSON.stringify(words)).not.toContain(name);

  await page.locator("#backup-open").click();
  await press(page, "Make a backup");
  await downloaded(folder, ".zip");
  await press(page, "Close the year …");
  await reloads(page, () => press(page, "Close the year"));
  await waitForWords(page, "The year was closed on");
  expect([await count(page, "scoreColumns"), await count(page, "rounds")]).toEqual([0, 0]);
  await press(page, "Take that back …");
  await reloads(page, () => press(page, "Yes, take it back"));
  await page.waitForFunction(() => !document.body.textContent?.includes("The year was closed on"));
  expect(await count(page, "scoreColumns")).toBeGreaterThan(0);
});

test("into a folder backups go by themselves: files once, the last of a day, and one that is gone is told on the desk", async () => {
  await withOwnFolders(page);
  await fill(page, "Passphrase", PASSPHRASE);
  await fill(page, "The same once more", PASSPHRASE);
  await press(page, "Into a folder by itself …");
  await waitForWords(page, "Into “backups” by itself");
  const names = () =>
    page.evaluate(async () => {
      const folders = await navigator.storage.getDirectory().then((root) => root.getDirectoryHandle("backups"));
      const found: string[] = [];
      for await (const name of (folders as unknown as { keys(): AsyncIterable<string> }).keys()) found.push(name);
      return found.sort();
    });
  await expect.poll(names).toEqual(["files", expect.stringMatching(/^vine-note-.*\.zip\.age$/)]);
  await page.evaluate(() =>
    navigator.storage.getDirectory().then((root) => root.removeEntry("backups", { recursive: true })),
  );
  await noteToOneClass(page);
  await send(page);
  await press(page, "Back to the note");
  await press(page, "Desk", "link");
  await waitForWords(page, "is not there any more. Connect the disk it is on, or choose a folder again.");
});

/** What may be killed at any moment: how it begins, and what may be there afterwards beside what was there before. */
interface Deed {
  readonly name: string;
  begin(on: Page, file: string): Promise<void>;
  done(before: State): State;
  /** Ms that it waits before it does anything. */
  readonly restMs?: number;
}

interface State {
  readonly students: number;
  readonly scoreColumns: number;
}

const DEEDS: readonly Deed[] = [
  {
    name: "a backup is put back",
    async begin(on, file) {
      await lookInto(on, file);
      await press(on, "Put it back");
    },
    // It was made after a student was erased.
    done: () => ({ students: school.students.length - 1, scoreColumns: school.scoreColumns.length }),
  },
  {
    name: "a student is erased",
    async begin(on) {
      const [student] = await stored<(typeof school.students)[number]>(on, "students");
      const name = `${student?.givenName} ${student?.familyName}, student ${student?.studentNumber}`;
      await fill(on, "A student or a guardian", name);
      await press(on, "Erase …");
      await fill(on, "Type erase to go on", "erase");
      await press(on, "Erase for good");
    },
    done: ({ students, scoreColumns }) => ({ students: students - 1, scoreColumns }),
  },
  {
    name: "a backup is made into a folder",
    async begin(on) {
      await on.locator("#backup-open").click();
      await on.locator("::-p-xpath(//button[contains(., 'folder') and contains(., '…')])").click();
    },
    done: (before) => before,
    restMs: 4_000,
  },
  {
    name: "the year is closed",
    async begin(on) {
      await on.locator("#backup-open").click();
      await press(on, "Make a backup");
      await waitForWords(on, "holds everything");
      await press(on, "Close the year …");
      await press(on, "Close the year");
    },
    done: ({ students }) => ({ students, scoreColumns: 0 }),
  },
];

async function stateOf(on: Page): Promise<State> {
  return { students: await count(on, "students"), scoreColumns: await count(on, "scoreColumns") };
}

/** Nothing that stands there speaks of a student who is not there. */
async function holdsTogether(on: Page): Promise<void> {
  const known = new Set((await stored<{ id: string }>(on, "students")).map(({ id }) => id));
  const columns = await stored<{ scores: Record<string, unknown> }>(on, "scoreColumns");
  const strangers = columns.flatMap(({ scores }) => Object.keys(scores)).filter((id) => !known.has(id));
  expect(strangers).toEqual([]);
  expect(await count(on, "guardians")).toBeGreaterThan(0);
}

test(`the browser is killed ${KILLS} times while a backup is put back or made, a student is erased, the year is closed (seed ${SEED}): all is as before, or all is done`, async () => {
  const random = new Random(SEED);
  const [file = ""] = readdirSync(folder).filter((name) => name.endsWith(".zip"));
  const profile = path.join(folder, "profile");
  let allowed: readonly State[] = [{ students: school.students.length, scoreColumns: school.scoreColumns.length }];
  for (let kill = 0; kill <= KILLS; kill += 1) {
    const browser = await launchBrowser(profile);
    try {
      const on = await openPage(browser, `${server.url}/settings`);
      await withOwnFolders(on);
      const state = await stateOf(on);
      expect(allowed).toContainEqual(state);
      await holdsTogether(on);
      const deed = DEEDS[kill % DEEDS.length];
      if (kill === KILLS || !deed) break;
      allowed = [state, deed.done(state)];
      await deed.begin(on, path.join(folder, file));
      const killAt = Date.now() + (deed.restMs ?? 0) + random.whole(0, LONGEST_MOVE_MS);
      await expect.poll(() => Date.now() >= killAt, { interval: 5 }).toBe(true);
    } finally {
      await killBrowser(browser);
    }
  }
});
