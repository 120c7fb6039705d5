import { writeFile } from "node:fs/promises";
import path from "node:path";
import { expect, test } from "vitest";
import { choose, fill, press, waitForWords } from "./support/browser";
import { journey, page, temporaryFolder } from "./support/journey";
import { beginNote, bringIn, wordsOf } from "./support/steps";

journey();
const folder = temporaryFolder();

test("a family that can't be reached is found, and its address mended and the mend undone", async () => {
  await press(page, "Families", "link");
  await waitForWords(page, "142 students");
  await page.locator("#only-trouble").click();
  await waitForWords(page, "address is not one");
  const trouble = () =>
    page.$$eval(
      ".long-list .tag.is-look",
      (tags) => tags.filter(({ textContent }) => textContent === "address is not one").length,
    );
  const before = await trouble();
  await page.evaluate(() => {
    const tags = [...document.querySelectorAll(".long-list .tag")];
    const tag = tags.find(({ textContent }) => textContent === "address is not one");
    tag?.closest(".guardian-line")?.querySelector("button")?.click();
  });
  await waitForWords(page, "This is not an address yet");
  await fill(page, "Letters go to", "mended@harbourmail.example");
  await press(page, "Keep the address");
  await waitForWords(page, "was changed to mended@harbourmail.example");
  expect(await trouble()).toBe(before - 1);
  await press(page, "Take back");
  await page.waitForFunction(
    (count) =>
      [...document.querySelectorAll(".long-list .tag")].filter(
        ({ textContent }) => textContent === "address is not one",
      ).length === count,
    {},
    before,
  );
});

test("a student is added with a guardian, taken out, found among those taken out, and brought back", async () => {
  await press(page, "Families", "link");
  await page.locator("#only-trouble").click();
  await press(page, "Add a student");
  await fill(page, "Given name", "Zora");
  await fill(page, "Family name", "Quite-Another");
  await page.locator("#in-class-1").click();
  await press(page, "Add a guardian");
  await fill(page, "Given name of guardian 1", "Mo");
  await fill(page, "Letters go to, guardian 1", "mo@harbormail.example");
  // A domain one letter off from one that many others use.
  await press(page, "Use mo@harbourmail.example");
  await press(page, "Keep");
  await waitForWords(page, "Zora Quite-Another was added.");
  await waitForWords(page, "143 students");
  await fill(page, "Find a name", "Zora Quite");
  await waitForWords(page, "mo@harbourmail.example");
  await press(page, "Zora Quite-Another");
  await press(page, "Take out");
  await waitForWords(page, "Nobody fits.");
  await choose(page, "Class", "Taken out (1)");
  await press(page, "Zora Quite-Another");
  await press(page, "Bring back");
  await choose(page, "Class", "Ocean Science 8, Block 1");
  await waitForWords(page, "mo@harbourmail.example");
  await fill(page, "Find a name", "");
  await choose(page, "Class", "All classes");
});

test("addresses are built from picked parts with their exceptions listed, applied and undone; a list leaves out who said no", async () => {
  await press(page, "Families", "link");
  await press(page, "Build addresses");
  await press(page, "family name");
  await press(page, "student number");
  await fill(page, "Domain, after the @", "pupils.sallowbay.example");
  await waitForWords(page, "a part is empty");
  await page.locator("#pattern-replaces").click();
  const apply = await page.waitForSelector(".modal-footer .btn-primary:not(:disabled)");
  const words = await apply?.evaluate((button) => button.textContent ?? "");
  expect(Number(words?.match(/\d+/)?.[0])).toBeGreaterThan(130);
  await apply?.click();
  await waitForWords(page, "built from the pattern");
  await press(page, "Copy or export a list");
  await choose(page, "Whose", "students");
  await page.waitForFunction(() =>
    (document.querySelector("#list-addresses") as HTMLTextAreaElement | null)?.value.includes("40643@pupils"),
  );
  await choose(page, "Whose", "guardians");
  const guardians = await page.$eval("#list-addresses", (area) => (area as HTMLTextAreaElement).value.split("; "));
  expect(guardians.every((address) => /^[^@,\s]+@[^@,\s]+$/.test(address))).toBe(true);
  expect(new Set(guardians).size).toBe(guardians.length);
  await page.keyboard.press("Escape");
});

test("a file that is no table is refused with what is safe and what to do", async () => {
  const file = path.join(folder, "photo.csv");
  await writeFile(file, Buffer.from([0x89, 0x50, 0x00, 0x00, 0x01]));
  await bringIn(page, [file]);
  await waitForWords(page, "photo.csv is not a table that can be read here. Nothing was changed.");
});

test("the check follows what is written: drafting words and an empty subject stop, a field with a stand-in does not", async () => {
  await beginNote(page, "How things stand");
  await choose(page, "Classes", "Earth Systems 9, Block 5");
  await waitForWords(page, "in 1 class.");
  const stopsOfWords = async () =>
    (await page.$$eval(".finding.is-stop", (cards) => cards.map(({ textContent }) => textContent ?? ""))).filter(
      (words) => !/address/i.test(words),
    );
  await expect.poll(stopsOfWords).toEqual([]);
  await page.focus(".letter-body .tiptap");
  await page.keyboard.type("[insert name] ");
  await waitForWords(page, "The letter still says “[insert name]”");
  await page.focus(".letter-subject .tiptap");
  await page.keyboard.down("Control");
  await page.keyboard.press("a");
  await page.keyboard.up("Control");
  await page.keyboard.press("Backspace");
  await waitForWords(page, "The subject is empty");
  expect(await stopsOfWords()).toHaveLength(2);
  expect(await page.$eval(".foot .btn-primary", (button) => (button as HTMLButtonElement).disabled)).toBe(true);

  await press(page, "Notes", "link");
  await waitForWords(page, "Begin a note");
  await page.locator(".lines a").click();
  await waitForWords(page, "The letter still says “[insert name]”");
  expect(await wordsOf(page, ".letter-body")).toContain("[insert name]");
});
