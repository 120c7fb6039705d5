import { writeFile } from "node:fs/promises";
import path from "node:path";
import { beforeAll, expect, test } from "vitest";
import { demoSchool } from "@/demo/demoSchool";
import { choose, fill, openPage, press, waitForWords } from "./support/browser";
import { browser, goOnWith, journey, page, server, TODAY, temporaryFolder } from "./support/journey";
import { delivered, deliveredCount } from "./support/mailboxes";
import { controlOf } from "./support/namedControl";
import {
  beginNote,
  enclose,
  leaveOutUnreachable,
  noteToOneClass,
  seeCautions,
  seeCautionsUntilReady,
  send,
  setTakeBack,
  toOneClass,
  untilSettled,
  wordsOf,
} from "./support/steps";
import { readdress } from "./support/stored";

journey({ VINE_DEMO: "1", VINE_PRACTICE_LATE_MS: "50" });
const folder = temporaryFolder();
const HOUR_MS = 3_600_000;

beforeAll(() => setTakeBack(page, 0));

const countdown = () => wordsOf(page, ".countdown");
async function untilCountdown(pattern: RegExp): Promise<void> {
  await expect.poll(() => countdown().catch(() => "")).toMatch(pattern);
}

/** How far a clock is ahead that shows noon, so many days from now: what was held over a night has left by then. */
const noonIn = (days: number) => String(new Date().setHours(days * 24 + 12, 0, 0, 0) - Date.now());

/** Has a round leave at a time, tomorrow morning. */
async function announce(): Promise<void> {
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await page.waitForSelector("#when-at");
  await seeCautionsUntilReady(page);
  // Another time has a check of its own: until that has come, nothing can leave.
  const mayLeave = await page.$eval("#when-at", async (when) => {
    (when as HTMLElement).click();
    await Promise.resolve();
    return document.querySelector(".modal-footer .btn-primary:not(:disabled)") !== null;
  });
  expect(mayLeave).toBe(false);
  await waitForWords(page, "from 07:30");
  await seeCautionsUntilReady(page);
  await page.locator(".modal-footer .btn-primary:not(:disabled)").click();
  await untilCountdown(/letters will leave on/);
}

test("of a round with trouble every letter is known: a late return, a full box, a greylisting; one is mended and sent again", async () => {
  // Guardians who get one letter each: of one child, in that class alone.
  const school = demoSchool(TODAY);
  const [first] = school.classes;
  const children = (id: string) =>
    school.students.filter(({ guardians }) => guardians.some((one) => one.guardianId === id));
  const [gone = "", full = "", grey = "", late = ""] = school.guardians.flatMap(({ id, addresses: [address = ""] }) => {
    const letters = children(id).flatMap((child) => school.classes.filter((one) => one.studentIds.includes(child.id)));
    return letters.length === 1 && letters[0] === first && /^[^,]+@(harbourmail|tidepost)\.example$/.test(address)
      ? [id]
      : [];
  });
  await readdress(page, {
    [gone]: "a@gone.example",
    [full]: "b@full.example",
    [grey]: "c@grey.example",
    [late]: "d@late.example",
  });
  await beginNote(page, "How things stand");
  await toOneClass(page);
  await choose(page, "Recipients", "students and all their guardians");
  await leaveOutUnreachable(page);
  await send(page);
  await untilCountdown(/\d+ delivered, 2 to be tried again, \d+ refused, 1 came back; the next try/);
  // Beside the one that is gone the demo school may have others.
  const refused = Number(/(\d+) refused/.exec(await countdown())?.[1]);
  await press(page, "Open it in the record", "link");
  await page.waitForSelector("[aria-label='What became of it']");

  await server.restart({ VINE_CLOCK_AHEAD_MS: String(HOUR_MS) });
  await untilCountdown(new RegExp(`delivered, 1 to be tried again, ${refused} refused, 1 came back`));
  await server.restart({ VINE_CLOCK_AHEAD_MS: String(26 * HOUR_MS) });
  await untilCountdown(new RegExp(`delivered, ${refused + 1} refused, 1 came back\\.$`));
  const accepted = Number(/^\d+/.exec(await countdown())?.[0]);
  // What came back had been delivered before; the greylisted letter arrived once.
  const mails = await delivered(server.url);
  expect(mails.filter(({ mail }) => mail.messageId?.includes("letters.vine-note")).length).toBe(accepted + 1);
  expect(mails.filter(({ address }) => address === "c@grey.example")).toHaveLength(1);

  await press(page, `Mend and send again to ${refused + 2}`);
  await page.waitForSelector("[id^=again-]");
  const addresses = await page.$$eval("[aria-label^='Address of']", (inputs) =>
    inputs.map((input) => [input.getAttribute("aria-label") ?? "", (input as HTMLInputElement).value] as const),
  );
  const [mended = ""] = addresses.find(([, value]) => value === "a@gone.example") ?? [];
  for (const [label, value] of addresses) {
    if (value !== "a@gone.example")
      await page.locator(controlOf("field", label.replace("Address of", "Send again to"))).click();
  }
  await fill(page, mended, "mended@harbourmail.example");
  await press(page, "Send again to 1 person");
  await untilCountdown(/^1 delivered\.$/);
  const again = await delivered(server.url);
  expect(again.filter(({ address }) => address === "mended@harbourmail.example")).toHaveLength(1);
  expect(again).toHaveLength(mails.length + 1);
  await page.click(".stem a[href='/']");
  await waitForWords(page, `${refused + 1} letters did not arrive`);
  const addressOf = (id: string) => school.guardians.find((one) => one.id === id)?.addresses[0] ?? "";
  await readdress(page, Object.fromEntries([gone, full, grey, late].map((id) => [id, addressOf(id)])));
});

test("a round at a time is held over a restart, shown on the desk, and leaves when it is due", async () => {
  await server.restart({ VINE_CLOCK_AHEAD_MS: "0" });
  await noteToOneClass(page);
  const before = await deliveredCount(server.url);
  await announce();
  await press(page, "Open it in the record", "link");
  await page.waitForSelector("[aria-label='What became of it']");
  await page.click(".stem a[href='/']");
  await waitForWords(page, "To look at today");
  await waitForWords(page, "leave on");
  await press(page, "Look", "link");
  await untilCountdown(/letters will leave on/);
  await server.restart();
  expect(await deliveredCount(server.url)).toBe(before);
  await server.restart({ VINE_CLOCK_AHEAD_MS: String(48 * HOUR_MS) });
  await untilCountdown(/^\d+ delivered\.$/);
  expect(await deliveredCount(server.url)).toBeGreaterThan(before);
});

test("a round that is taken back while the server is away is taken back before anything else, and never leaves", async () => {
  await server.restart({ VINE_CLOCK_AHEAD_MS: "0" });
  await noteToOneClass(page);
  const before = await deliveredCount(server.url);
  await announce();
  await server.kill();
  await page.locator('::-p-xpath(//button[starts-with(., "Take back ") and contains(., "letter")])').click();
  await waitForWords(page, "The post room does not answer");
  await server.restart({ VINE_CLOCK_AHEAD_MS: "0" });
  await untilCountdown(/^\d+ taken back\.$/);
  // Its time comes, and nothing leaves.
  await server.restart({ VINE_CLOCK_AHEAD_MS: String(48 * HOUR_MS) });
  await waitForWords(page, "taken back");
  expect(await deliveredCount(server.url)).toBe(before);
  await press(page, "Back to the note");
});

test("a round is paused, goes on, and is stopped: what has not left is taken back and never arrives", async () => {
  await server.restart({ VINE_CLOCK_AHEAD_MS: "0", VINE_PER_MINUTE: "10" });
  await noteToOneClass(page);
  const before = await deliveredCount(server.url);
  await send(page);
  await untilCountdown(/10 delivered/);
  await press(page, "Pause");
  await untilCountdown(/^Paused: \d+ letters wait until you go on/);
  // A minute later in the clock of the server more would have left.
  await server.restart({ VINE_CLOCK_AHEAD_MS: "120000", VINE_PER_MINUTE: "10" });
  await untilCountdown(/^Paused/);
  expect(await deliveredCount(server.url)).toBe(before + 10);
  await press(page, "Go on");
  await untilCountdown(/20 delivered/);
  await page.locator("::-p-text(Stop: take back)").click();
  await untilCountdown(/^20 delivered, \d+ taken back\.$/);
  await server.restart({ VINE_CLOCK_AHEAD_MS: "0", VINE_PER_MINUTE: "" });
  await waitForWords(page, "taken back");
  expect(await deliveredCount(server.url)).toBe(before + 20);
});

test("what goes beyond the day's limit is foretold, held, and leaves the next day; then only who has not had it is written to", async () => {
  const before = await deliveredCount(server.url);
  await server.restart({ VINE_CLOCK_AHEAD_MS: noonIn(3), VINE_DAILY_LIMIT: "15" });
  await page.reload();
  await noteToOneClass(page);
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await waitForWords(page, "the post takes 15 a day");
  await page.keyboard.press("Escape");
  await page.waitForFunction(() => !document.querySelector(".modal"));
  await send(page);
  await untilCountdown(/^15 delivered, \d+ held until their time; the next try is on/);
  expect(await deliveredCount(server.url)).toBe(before + 15);
  await server.restart({ VINE_CLOCK_AHEAD_MS: noonIn(4), VINE_DAILY_LIMIT: "15" });
  await untilCountdown(/^30 delivered/);
  await server.restart({ VINE_CLOCK_AHEAD_MS: noonIn(5), VINE_DAILY_LIMIT: "" });
  await untilCountdown(/^\d+ delivered(, \d refused)?\.$/);
  await press(page, "Back to the note");
  await page.locator("#only-new").click();
  await waitForWords(page, "had this note already");
  await page.waitForFunction(
    () => Number(/^\d+/.exec(document.querySelector(".foot-sentence")?.textContent ?? "0")?.[0] ?? 0) < 10,
  );
});

test("a family's reply lands with its letter; a stop link holds at once for the next selection", async () => {
  await server.restart({ VINE_CLOCK_AHEAD_MS: "0" });
  await page.click(".stem a[href='/practice']");
  await page.waitForSelector(".phone");
  await fill(page, "Write back as this family", "May we talk on Thursday?");
  await press(page, "Write back");
  const owner = await wordsOf(page, ".mailbox[aria-pressed=true] bdi");
  const stop = await page.$eval("a[href^='/api/family/stop/']", (link) => (link as HTMLAnchorElement).href);
  await page.click(".stem a[href='/record']");
  await waitForWords(page, "1 new reply");
  await waitForWords(page, "May we talk on Thursday?");
  await page.locator("section[aria-labelledby=replies] a").click();
  await waitForWords(page, "wrote back,");
  await page.click(".stem a[href='/record']");
  await page.waitForFunction(() => !document.body.textContent?.includes("1 new reply"));

  const family = await (await browser.createBrowserContext()).newPage();
  await family.goto(stop);
  await family.waitForSelector("[aria-label='Stop the letters']");
  // Following the link changes nothing yet: mail programs follow links too.
  await press(family, "Stop the letters");
  await waitForWords(family, "You will get no more letters.");
  await family.close();
  await beginNote(page, "How things stand");
  await waitForWords(page, "asked not to be written to");
  const leftOut = await page.$$eval(".who-list strong", (names) => names.map((name) => name.textContent ?? ""));
  expect(leftOut).toContain(owner);
});

test("the same words to a whole class go as one letter in which nobody sees the others", async () => {
  await beginNote(page, "Empty note");
  await choose(page, "Classes", "Charts and Navigation, Block 6");
  await waitForWords(page, "in 1 class.");
  await page.locator(".letter-subject .tiptap").click();
  await page.keyboard.type("No lesson on Friday");
  await page.locator(".letter-body .tiptap").click();
  await page.keyboard.type("The harbour is closed on Friday, so we meet on Monday.");
  await leaveOutUnreachable(page);
  const before = await delivered(server.url);
  const people = Number(/^(\d+) letters/.exec(await wordsOf(page, ".foot-sentence"))?.[1]);
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await page.waitForSelector("#together");
  await page.click("#together");
  await seeCautions(page);
  await press(page, "Send 1 letter");
  await untilCountdown(/^1 delivered\.$/);
  const known = new Set(before.map(({ address, mail }) => `${address}/${mail.messageId}`));
  const fresh = (await delivered(server.url)).filter(({ address, mail }) => !known.has(`${address}/${mail.messageId}`));
  expect(fresh.length).toBeGreaterThan(people / 2);
  expect(new Set(fresh.map(({ mail }) => mail.messageId)).size).toBe(1);
  for (const { mail } of fresh) expect(mail.text).toContain("The harbour is closed on Friday");
  await press(page, "Back to the note");
});

test("a file is enclosed: named before sending, in every mailbox byte by byte, in the record and at the family's", async () => {
  const file = path.join(folder, "tides.pdf");
  const bytes = Buffer.from(
    [..."%PDF-1.7\r\n", 0, 255].map((one) => (typeof one === "string" ? one.charCodeAt(0) : one)),
  );
  await writeFile(file, bytes);
  await noteToOneClass(page);
  const before = new Set((await delivered(server.url)).map(({ mail }) => mail.messageId));
  await enclose(page, file);
  await send(page);
  await untilSettled(page);
  const accepted = Number(/^\d+/.exec(await countdown())?.[0]);
  const mails = (await delivered(server.url)).filter(({ mail }) => !before.has(mail.messageId));
  expect(mails).toHaveLength(accepted);
  for (const { mail } of mails) {
    expect(mail.attachments.map(({ filename }) => filename)).toEqual(["tides.pdf"]);
    expect(mail.attachments[0]?.content).toEqual(bytes);
  }
  await press(page, "Open it in the record", "link");
  await waitForWords(page, "Enclosed: tides.pdf (1 kB)");
  await page.click(".stem a[href='/practice']");
  await page.waitForFunction(() =>
    /Enclosed: tides\.pdf \(1 kB\)/.test(document.querySelector(".phone")?.textContent ?? ""),
  );
});

test("two tabs send one round once; a page of an older version stops and asks to be loaded again", async () => {
  const before = await deliveredCount(server.url);
  await noteToOneClass(page);
  const second = await openPage(page.browserContext(), `${server.url}/record`);
  await page.bringToFront();
  await send(page);
  await untilCountdown(/^\d+ delivered(, \d refused)?\.$/);
  const accepted = Number(/^\d+/.exec(await countdown())?.[0]);
  await second.bringToFront();
  await second.waitForFunction((count) => document.body.textContent?.includes(`${count} delivered`), {}, accepted);
  expect(await deliveredCount(server.url)).toBe(before + accepted);
  await second.close();
  const other = await page.browserContext().newPage();
  await other.goto(`${server.url}/card/none`);
  await other.evaluate(() => {
    const opening = indexedDB.open("vine-note", 10_000);
    opening.onsuccess = () => opening.result.close();
  });
  await page.bringToFront();
  await waitForWords(page, "Vine Note was updated in another tab");
  goOnWith(other);
});
