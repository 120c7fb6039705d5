import { readFileSync } from "node:fs";
import { beforeAll, expect, test } from "vitest";
import { choose, fill, press, waitForWords } from "./support/browser";
import { downloaded } from "./support/downloaded";
import { journey, page, server, temporaryFolder } from "./support/journey";
import { delivered } from "./support/mailboxes";
import { beginNote, leaveOutUnreachable, send, setTakeBack, untilSettled, wordsOf } from "./support/steps";

journey();
const folder = temporaryFolder();
const FIND = "Find a family, or words of a letter";

beforeAll(() => setTakeBack(page, 0));

const toRecord = async () => {
  await page.click(".stem a[href='/record']");
  await page.waitForSelector(".bands");
};
const selected = () => wordsOf(page, ".workspace-part h2");

test("who letters are from, where replies go and what stands under them is set once, and a letter has it", async () => {
  await press(page, "Settings", "link");
  await fill(page, "Letters are from, if not your name", "Room 12, Sallow Bay");
  await fill(page, "Replies go to, if not your address", "not an address");
  await press(page, "Keep");
  await waitForWords(page, "It should look like name@school.example.");
  await fill(page, "Replies go to, if not your address", "room12@sallowbay.example");
  await page.locator(".signature-editor .tiptap").click();
  await page.keyboard.down("Control");
  await page.keyboard.press("End");
  await page.keyboard.up("Control");
  await page.keyboard.press("Enter");
  await page.keyboard.type("Ring me: 0555 0123 <weekdays> ");
  await press(page, "Keep");
  await waitForWords(page, "the next ones use it");
  await beginNote(page, "How things stand");
  await press(page, "This letter …");
  await press(page, "Send this one to me");
  await waitForWords(page, "No family gets anything.");
  await expect.poll(async () => (await delivered(server.url)).length).toBe(1);
  const [{ address, mail } = {}] = await delivered(server.url);
  expect(address).toBe("ilse.maronde@sallowbay.example");
  expect(mail?.from?.value).toEqual([{ name: "Room 12, Sallow Bay", address: "ilse.maronde@sallowbay.example" }]);
  expect(mail?.replyTo?.text).toBe("room12@sallowbay.example");
  for (const form of [mail?.text, String(mail?.html).replaceAll("&lt;", "<").replaceAll("&gt;", ">")])
    expect(form).toContain("Ring me: 0555 0123 <weekdays>");
});

test("a letter is found by its words, whatever their case, and opened as it left", async () => {
  await beginNote(page, "Below 70 %");
  await leaveOutUnreachable(page);
  await send(page);
  await untilSettled(page);
  await press(page, "Open it in the record", "link");
  await page.waitForSelector("[aria-label='What became of it']");
  await toRecord();
  const sent = (await delivered(server.url)).find(({ mail }) => mail.subject?.startsWith("How "))?.mail;
  const words = /I would like you to know early that (\S+) stands at [\d.]+/.exec(sent?.text ?? "")?.[0] ?? "";
  expect(words).not.toBe("");
  await fill(page, FIND, words.toUpperCase());
  await page.waitForSelector(".found a");
  await page.locator(".found a").click();
  await page.waitForSelector("iframe.letter-frame");
  expect(await wordsOf(page, "[aria-label='Letter as it left'] h2")).toBe(sent?.subject);
  const shown = await page.$eval("iframe.letter-frame", (frame) => (frame as HTMLIFrameElement).srcdoc);
  expect(shown).toContain(words);
  await toRecord();
  await fill(page, FIND, "no such word stands in any");
  await waitForWords(page, "0 letters with these words");
});

test("a call is noted with the family, and the family is written to from there", async () => {
  await fill(page, FIND, "wójcik");
  await page.waitForFunction(() =>
    [...document.querySelectorAll("[aria-label=Find] a")].some(
      (link) => link.textContent === "The family of Ana Wójcik",
    ),
  );
  await press(page, "The family of Ana Wójcik", "link");
  await page.waitForSelector("[aria-label='What was said']");
  await fill(page, "What was said", "Rang; the tide table comes on Monday.");
  await press(page, "Note it");
  await page.waitForFunction(() =>
    document.querySelector("[aria-label='To and from the family']")?.textContent?.includes("comes on Monday"),
  );
  await press(page, "Write to this family");
  await page.waitForSelector(".letter-body .tiptap");
  await waitForWords(page, "Letter 1 of");
  expect(await selected()).toMatch(/^1 student selected/);
  expect(await wordsOf(page, ".sentence")).toContain("Ana Wójcik");
});

test("who has not heard, and who heard only concern, is written to in one press", async () => {
  await toRecord();
  const told = Number(/The families of (\d+) students heard only concern/.exec(await wordsOf(page, "body"))?.[1]);
  expect(told).toBeGreaterThan(20);
  await press(page, "Find something good to say");
  await waitForWords(page, "Letter 1 of");
  expect(await page.$eval("[aria-label='Name of this note']", (input) => (input as HTMLInputElement).value)).toBe(
    "Well done",
  );
  const concerned = Number(/^\d+/.exec(await selected())?.[0]);
  expect(concerned).toBe(told);
  await toRecord();
  const never = await page.$$eval(".bands li", (bands) => {
    const band = bands.find((one) => /never/.test(one.textContent ?? ""));
    band?.querySelector("button")?.click();
    return Number(/(\d+) student/.exec(band?.textContent ?? "")?.[1]);
  });
  await page.waitForSelector(".letter-body .tiptap");
  await waitForWords(page, "Letter 1 of");
  await expect.poll(async () => Number(/^\d+/.exec(await selected())?.[0])).toBe(never);
});

test("a round is filtered, and kept as a table that names everybody with what became of the letter", async () => {
  await toRecord();
  await page.locator("section[aria-labelledby=rounds] a").click();
  await page.waitForSelector("select[aria-label=State]");
  const session = await page.createCDPSession();
  await session.send("Browser.setDownloadBehavior", { behavior: "allow", downloadPath: folder });
  await press(page, "Report as CSV");
  const rows = readFileSync(await downloaded(folder, ".csv"), "utf8").split("\r\n");
  const letters = await page.$eval(
    "select[aria-label=State]",
    (select) => (select as HTMLSelectElement).options[0]?.text,
  );
  const count = Number(/\d+/.exec(letters ?? "")?.[0]);
  expect(count).toBeGreaterThan(40);
  expect(rows.filter((row) => row.includes("delivered"))).toHaveLength(count);
  await choose(page, "State", `delivered: ${count}`);
  await fill(page, "Find a name", "mateo");
  await page.waitForFunction(() =>
    [...document.querySelectorAll(".long-list .who-open")].every((one) => /mateo/i.test(one.textContent ?? "")),
  );
});
