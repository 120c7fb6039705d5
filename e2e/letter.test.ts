import { readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { unzipSync } from "fflate";
import PostalMime from "postal-mime";
import type { ElementHandle } from "puppeteer-core";
import { expect, test } from "vitest";
import { choose, fill, press, waitForWords } from "./support/browser";
import { downloaded } from "./support/downloaded";
import { journey, page, temporaryFolder } from "./support/journey";
import { beginNote, wordsOf } from "./support/steps";

journey();
const folder = temporaryFolder();

/** Chooses what can be done with the letter, and waits until the file is whole. */
async function keepFile(action: string, ending: string): Promise<Buffer> {
  const session = await page.createCDPSession();
  await session.send("Browser.setDownloadBehavior", { behavior: "allow", downloadPath: folder });
  await press(page, "This letter …");
  await press(page, action);
  const file = await downloaded(folder, ending);
  await session.detach();
  return readFileSync(file);
}

test("a field is found by a word, placed, and written in the format that is picked", async () => {
  await beginNote(page, "Empty note");
  await press(page, "One for each child and class");
  await page.locator(".letter-subject .tiptap").click();
  await page.keyboard.type("Figures");
  await page.locator(".letter-body .tiptap").click();
  await fill(page, "Find a field", "overall av");
  await page.waitForFunction(() => document.querySelectorAll(".tray button").length === 1);
  await page.click(".tray button");
  const chip = ".letter-body .field[title='Overall average']";
  await page.waitForSelector(chip);
  await expect.poll(() => wordsOf(page, chip)).toMatch(/^\d+ %$/);
  await page.click(chip);
  await choose(page, "Written as", "two decimals: 86.49 %");
  await page.waitForFunction(
    (selector) => /^\d+\.\d\d\s%$/.test(document.querySelector(selector)?.textContent ?? ""),
    {},
    chip,
  );
  await choose(page, "Written as", "letter grade: B");
  await page.waitForFunction(
    (selector) => /^[A-E]$/.test(document.querySelector(selector)?.textContent ?? ""),
    {},
    chip,
  );
});

test("a field is dragged from the tray to its place in the letter", async () => {
  await fill(page, "Find a field", "full name");
  const before = await page.$$eval(".letter-body .field", (fields) => fields.length);
  const button = await page.waitForSelector(".tray button[draggable]");
  const line = await page.waitForSelector(".letter-body .tiptap > p");
  if (!button || !line) throw new Error("There is nothing to drag, or no place for it.");
  await line.drop(button);
  await page.waitForFunction(
    (count) => document.querySelectorAll(".letter-body .field").length === count + 1,
    {},
    before,
  );
  const shown = await wordsOf(page, "[aria-label=Letter] [role=status] a");
  await expect.poll(() => wordsOf(page, ".letter-body .field[title='Full name']")).toBe(shown);
});

test("a passage is in the letters that its conditions say, and stepping shows whether it is in this one", async () => {
  await beginNote(page, "End of term");
  await page.waitForSelector(".passage");
  const counts = /in (\d+) of (\d+)/.exec(await wordsOf(page, ".passage-head"));
  expect(Number(counts?.[1])).toBeGreaterThan(0);
  expect(Number(counts?.[1])).toBeLessThan(Number(counts?.[2]));
  await choose(page, "Show a letter worth a look", "the longest");
  await page.waitForFunction(() => document.querySelector(".passage")?.classList.contains("is-on"));
  await choose(page, "Seen as", "plain text");
  await waitForWords(page, "This was not handed in:");
  await choose(page, "Show a letter worth a look", "the shortest");
  await waitForWords(page, "Every assignment is in.");
  await choose(page, "Seen as", "writing");
  await press(page, "For whom …");
  await page.locator(".passage input[aria-label='Missing assignments']").fill("9");
  await page.waitForFunction(() => / in 0 of /.test(document.querySelector(".passage-head")?.textContent ?? ""));
  await press(page, "Remove conditional text");
  await page.waitForFunction(() => !document.querySelector(".passage"));
});

test("one letter is sent to oneself and to nobody else", async () => {
  await press(page, "This letter …");
  await press(page, "Send this one to me");
  await waitForWords(page, "It is on its way to ilse.maronde@sallowbay.example.");
  await press(page, "Record", "link");
  await waitForWords(page, "Trial of “End of term”");
  await waitForWords(page, "1 delivered");
  await page.goBack();
  await page.waitForSelector(".letter-body .tiptap");
  await waitForWords(page, "Letter 1 of");
});

test("the letter is kept as HTML and Markdown, and all of them as messages, without sending any", async () => {
  const html = (await keepFile("Keep it as HTML", ".html")).toString();
  expect(html).toContain("Winter term");
  expect(html).not.toMatch(/<script|src=/);
  const markdown = (await keepFile("Keep it as Markdown", ".md")).toString();
  expect(markdown).toMatch(/^# Winter term: /);
  expect(markdown).toMatch(/\| Overall \| \d+\s% \|/);
  const files = Object.entries(unzipSync(await keepFile("Keep all letters as .eml files", ".zip")));
  const letters = Number(/Letter \d+ of (\d+)/.exec(await wordsOf(page, "body"))?.[1]);
  // One family has no address at all, and one a mistyped one.
  expect(files.length).toBeLessThan(letters);
  expect(files.length).toBeGreaterThan(letters - 10);
  const [name, bytes] = files[0] ?? ["", new Uint8Array()];
  const message = await PostalMime.parse(bytes);
  expect(name).toMatch(/^0001 .*\.eml$/);
  expect(message.from?.address).toBe("ilse.maronde@sallowbay.example");
  expect(message.html).toContain("Winter term");
  expect(message.text).toContain("Winter term");
  const mailbox = (await keepFile("Keep all letters as one .mbox file", ".mbox")).toString();
  expect(mailbox.match(/^From ilse\.maronde@sallowbay\.example /gm)).toHaveLength(files.length);
});

test("a note was kept as a template, renamed, and begun with again", async () => {
  await press(page, "Template …");
  await press(page, "Keep it");
  await waitForWords(page, "was kept as a template");
  await press(page, "Notes", "link");
  await press(page, "Rename End of term");
  await fill(page, "Name of the template", "My end of term");
  await choose(page, "Kind of the template", "praise");
  await press(page, "Keep");
  await waitForWords(page, "praise, yours");
  await press(page, "Begin My end of term");
  await waitForWords(page, "Letter 1 of");
  expect(await page.$eval("[aria-label='Name of this note']", (input) => (input as HTMLInputElement).value)).toBe(
    "My end of term",
  );
  expect(await page.$(".passage")).toBeNull();
});

test("a table is written and comes out in both forms of the letter; pasted words lose their foreign styles and keep links", async () => {
  await beginNote(page, "Empty note");
  await page.locator(".letter-subject .tiptap").click();
  await page.keyboard.type("Tides");
  await page.locator(".letter-body .tiptap").click();
  await page.$eval(".letter-body .tiptap", (editor) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData(
      "text/html",
      '<div class="x" style="color:red"><p style="font-size:40px">Read <a href="https://harbour.example/tides" onclick="x()">this</a> <b>first</b>.</p><script>x()</script><ul><li>one</li></ul></div>',
    );
    editor.dispatchEvent(new ClipboardEvent("paste", { clipboardData, bubbles: true, cancelable: true }));
  });
  await waitForWords(page, "Read this first.");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  // The caret stays in the letter while the tool is pressed: what is typed next belongs there.
  await (await page.waitForSelector("button[aria-label='Table']"))?.hover();
  await page.mouse.down();
  expect(await page.evaluate(() => document.activeElement?.matches(".letter-body .tiptap"))).toBe(true);
  await page.mouse.up();
  await page.keyboard.type("Day");
  await page.keyboard.press("Tab");
  await page.keyboard.type("High water");
  await page.keyboard.press("Tab");
  await page.keyboard.type("Monday");
  await press(page, "without this column");
  await press(page, "column after");
  await choose(page, "Seen as", "plain text");
  await page.waitForSelector(".finished-letter pre");
  const plain = await page.$eval(".finished-letter pre", (pre) => pre.textContent ?? "");
  expect(plain).toContain("Read this (https://harbour.example/tides) first.\n");
  expect(plain).toContain("- one\n");
  expect(plain).toMatch(/High water \| ?\n/);
  await choose(page, "Seen as", "phone");
  const html = await page.waitForFunction(
    () => document.querySelector<HTMLIFrameElement>("iframe.letter-frame")?.srcdoc,
  );
  const source = String(await html.jsonValue());
  expect(source).toContain("<strong>first</strong>");
  expect(source).not.toMatch(/40px|onclick|class=|color:red/);
  expect(source).toContain("background:#efe6f2");
  await choose(page, "Seen as", "writing");
  await waitForWords(page, "words");
});

test("whatever is pasted is kept as the letter shows it, and what can't be in a letter is said", async () => {
  await beginNote(page, "Empty note");
  await page.locator(".letter-subject .tiptap").click();
  await page.keyboard.type("Telephone");
  await page.locator(".letter-body .tiptap").click();
  await page.$eval(".letter-body .tiptap", (editor) => {
    const picture =
      "data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==";
    const clipboardData = new DataTransfer();
    clipboardData.setData(
      "text/html",
      `<p>Ring <a href="tel:+48123456">the office</a>, fetch <a href="/tides.pdf">the tides</a> or <a href="ftp://harbour.example/t">more</a>.</p>
       <table><tr><td colspan="90">wide</td></tr></table>
       <img src="${picture}" width="3000.7" alt="${"long ".repeat(200)}"><div data-passage="{broken"><div data-side="then"><p>some</p></div></div>`,
    );
    editor.dispatchEvent(new ClipboardEvent("paste", { clipboardData, bubbles: true, cancelable: true }));
  });
  await waitForWords(page, "leads nowhere from a letter");
  await page.keyboard.type(" The last words.");
  await page.waitForFunction(() => document.querySelector("[role=status]")?.textContent?.startsWith("Kept"));
  const shown = () =>
    page.$eval(".letter-body .tiptap", (editor) => (editor as HTMLElement).innerText.replace(/\s+/g, " "));
  const before = await shown();
  expect(before).toContain("The last words.");
  await page.reload();
  await waitForWords(page, "The last words.");
  expect(await shown()).toBe(before);
  const links = await page.$$eval(".letter-body .tiptap a", (all) => all.map((one) => one.getAttribute("href")));
  expect(links).toEqual(["tel:+48123456"]);
});

test("one letter to each family: fewer letters, each about all the children and classes", async () => {
  await beginNote(page, "How things stand");
  const count = async () => Number(/^([\d,]+) letters?/.exec(await wordsOf(page, ".foot-sentence"))?.[1]);
  // It begins so, since some families have several children, and can be turned from the foot.
  const before = await count();
  await press(page, "One for each child and class");
  await page.waitForFunction(
    (was) => Number(/^\d+/.exec(document.querySelector(".foot-sentence")?.textContent ?? "")?.[0]) > was,
    {},
    before,
  );
  await page.locator("#per-family").click();
  await page.waitForFunction(
    (was) => Number(/^\d+/.exec(document.querySelector(".foot-sentence")?.textContent ?? "")?.[0]) === was,
    {},
    before,
  );
  await choose(page, "Show a letter worth a look", "the longest");
  await choose(page, "Seen as", "plain text");
  await page.waitForFunction(
    () =>
      (document.querySelector(".finished-letter pre")?.textContent?.match(/This is how things stand for/g) ?? [])
        .length > 1,
  );
  const plain = await page.$eval(".finished-letter pre", (pre) => pre.textContent ?? "");
  expect(plain.match(/^Dear /gm)).toHaveLength(1);
  expect(plain.match(/Sallow Bay School/g)).toHaveLength(1);
});

test("a family that reads another language gets the words in it, figures and headings included", async () => {
  await beginNote(page, "How things stand");
  await waitForWords(page, "go in English to guardians who read another language.");
  await choose(page, "Add a condition", "language");
  await page.waitForFunction(() => document.querySelector(".sentence")?.textContent?.includes("whose family reads"));
  await choose(page, "One more language", "Spanish");
  await page.locator(".letter-subject .tiptap").click();
  await page.keyboard.down("Control");
  await page.keyboard.press("a");
  await page.keyboard.up("Control");
  await page.keyboard.type("Noticias");
  await page.waitForFunction(() => document.body.textContent?.includes("General"));
  await choose(page, "Seen as", "plain text");
  await page.waitForFunction(() => document.querySelector(".finished-letter strong")?.textContent === "Noticias");
  expect(await page.$eval(".finished-letter pre", (pre) => pre.textContent ?? "")).toMatch(/General: \d+/);
  await choose(page, "Seen as", "writing");
  await choose(page, "Words in", "English");
  await waitForWords(page, "This family gets the Spanish words.");
  await press(page, "Show them");
  await press(page, "Take the Spanish words out");
  await page.waitForFunction(() => !document.body.textContent?.includes("Take the Spanish words out"));
});

test("a picture is placed, said in words, and travels inside the message", async () => {
  const file = path.join(folder, "chart.png");
  // A single dot.
  writeFileSync(
    file,
    Buffer.from(
      "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
      "base64",
    ),
  );
  await beginNote(page, "Welcome");
  await page.click(".letter-body .tiptap > p");
  const input = (await page.waitForSelector("[aria-label='A file with a picture']")) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
  await waitForWords(page, "A picture in the letter has no words");
  const pictures = async () => (await page.$$(".letter-body .tiptap > img")).length;
  // Another one does not take the place of the one that is chosen.
  await page.click(".letter-body .tiptap > img");
  await input.uploadFile(file);
  await expect.poll(pictures).toBe(2);
  await page.click(".letter-body .tiptap > img");
  await press(page, "Take it out");
  await expect.poll(pictures).toBe(1);
  await page.click(".letter-body .tiptap > img");
  await fill(page, "What it shows, for who can’t see it", "A dot on the chart");
  await page.waitForFunction(() => !document.body.textContent?.includes("has no words"));
  for (const name of readdirSync(folder).filter((one) => one.endsWith(".zip"))) rmSync(path.join(folder, name));
  const [message] = Object.values(unzipSync(await keepFile("Keep all letters as .eml files", ".zip")));
  const mail = await PostalMime.parse(message ?? new Uint8Array());
  const [picture] = mail.attachments;
  expect(picture?.mimeType).toBe("image/jpeg");
  expect(mail.html).toContain(`src="cid:${picture?.contentId?.replace(/[<>]/g, "")}"`);
  expect(mail.html).toContain('alt="A dot on the chart"');
});

test("a block that is placed leaves the one that is chosen where it is; a trend is a picture with words", async () => {
  await beginNote(page, "Empty note");
  await press(page, "One for each child and class");
  await page.locator(".letter-body .tiptap").click();
  for (const block of ["Trend as a picture", "Score and comment on an assignment", "What handing in would do"])
    await press(page, block);
  await page.waitForFunction(() => document.querySelectorAll(".letter-body .block").length === 3);
  await page.waitForFunction(() =>
    /^\d+ \w+ \d+.%, .*\.$/.test(document.querySelector(".letter-body .block img")?.getAttribute("alt") ?? ""),
  );
  // Beside the card of the one that is chosen, which lies over the beginning of the next.
  await page.click(".letter-body .block[title='Score and comment on an assignment']", { offset: { x: 480, y: 8 } });
  await choose(page, "Which assignment", "Dune profile");
  await waitForWords(page, "Dune profile: ");
});

test("what the editor shows is what is sent, letter by letter", async () => {
  await beginNote(page, "Missing work");
  const squeezed = (words: string) => words.replace(/\s+/g, "");
  for (let letter = 1; letter <= 3; letter += 1) {
    await waitForWords(page, `Letter ${letter} of`);
    const name = await wordsOf(page, ".letter-body .field[title='Recipient’s name']");
    expect(await wordsOf(page, "[aria-label=Letter] [role=status]")).toContain(`to ${name}`);
    const shown = await page.$eval(".letter-body .tiptap", (editor) => editor.textContent ?? "");
    await choose(page, "Seen as", "phone");
    const frame = await page.waitForSelector("iframe.letter-frame");
    const sent = await frame?.evaluate(
      (element) =>
        new DOMParser().parseFromString((element as HTMLIFrameElement).srcdoc, "text/html").body.textContent ?? "",
    );
    expect(squeezed(shown)).toBe(squeezed(sent ?? ""));
    await choose(page, "Seen as", "writing");
    await press(page, "Next letter");
  }
});
