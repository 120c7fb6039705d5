import { beforeAll, expect, test } from "vitest";
import { choose, fill, fillDate, press, waitForWords } from "./support/browser";
import { journey, page, server } from "./support/journey";
import { wordsOf } from "./support/steps";

journey();
beforeAll(async () => {
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid");
});

const figure = (row: number) =>
  page.$eval(`.grid tbody tr[aria-rowindex="${row + 2}"]`, (line) =>
    [...line.querySelectorAll(".pin-figure")].map((cell) => (cell.textContent ?? "").replace(/\s/g, " ")),
  );
/** Waits until the overall average of a row is another one than before. */
const changed = (row: number, before: string) =>
  page.waitForFunction(
    (index, was) =>
      (document.querySelector(`.grid tbody tr[aria-rowindex="${index}"] .pin-first`)?.textContent ?? "").replace(
        /\s/g,
        " ",
      ) !== was,
    {},
    row + 2,
    before,
  );
const cell = (row: number, column: number) => wordsOf(page, `#score-${row}-${column}`);
async function control(key: string): Promise<void> {
  await page.keyboard.down("Control");
  await page.keyboard.press(key as "z");
  await page.keyboard.up("Control");
}

/** Presses in one cell and lets go in another. */
async function dragOver(from: string, to: string): Promise<void> {
  const boxes = await Promise.all([from, to].map(async (cell) => (await page.waitForSelector(cell))?.boundingBox()));
  const [start, end] = boxes.map((box) => ({
    x: (box?.x ?? 0) + (box?.width ?? 0) / 2,
    y: (box?.y ?? 0) + (box?.height ?? 0) / 2,
  }));
  if (!start || !end) throw new Error("The cells are not there.");
  await page.mouse.move(start.x, start.y);
  await page.mouse.down();
  await page.mouse.move(end.x, end.y, { steps: 8 });
  await page.mouse.up();
}

test("an assignment is added, its column typed by keyboard alone, and the averages follow; each step is undone", async () => {
  await press(page, "Add an assignment");
  await fill(page, "Title", "Keyboard survey");
  await fill(page, "Points possible", "10");
  await page.keyboard.press("Enter");
  await waitForWords(page, "“Keyboard survey” was added.");
  await waitForWords(page, "16 assignments");
  await page.focus(".grid");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("End");
  const last = 15;
  await page.waitForSelector(`#score-0-${last}.is-head`);
  const [before = ""] = await figure(0);
  // A column of scores, as fast as they can be typed.
  for (const text of ["0", "9.5", "7"]) {
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
  }
  await page.keyboard.press("m");
  await changed(0, before);
  await page.waitForFunction(
    (column) => document.querySelector(`#score-3-${column}`)?.textContent?.includes("missing"),
    {},
    last,
  );
  expect([await cell(0, last), await cell(1, last), await cell(2, last)]).toEqual(["0", "9.5", "7"]);
  await control("z");
  await page.waitForFunction((column) => document.querySelector(`#score-3-${column}`)?.textContent === "", {}, last);
  for (let step = 0; step < 3; step += 1) await control("z");
  await page.waitForFunction((column) => document.querySelector(`#score-0-${column}`)?.textContent === "", {}, last);
  await page.waitForFunction(
    (was) =>
      (document.querySelector(".grid tbody tr[aria-rowindex='2'] .pin-first")?.textContent ?? "").replace(
        /\s/g,
        " ",
      ) === was,
    {},
    before,
  );
});

/** Waits until the cell that the keys are in stands whole in sight. */
function inSight() {
  return page.waitForFunction(() => {
    const scroller = document.querySelector(".grid-scroll");
    const [cell, head, pin] = [".grid .is-head", ".grid thead th.work-head", ".grid tbody .pin-second"].map((one) =>
      document.querySelector(one)?.getBoundingClientRect(),
    );
    if (!scroller || !cell || !head || !pin) return false;
    const { left, top } = scroller.getBoundingClientRect();
    const [right, bottom] = [left + scroller.clientWidth, top + scroller.clientHeight];
    return (
      cell.top >= head.bottom - 1 && cell.bottom <= bottom + 1 && cell.left >= pin.right - 1 && cell.right <= right + 1
    );
  });
}

test("whichever way the keys go, the cell that they are in stands whole in sight: not below the edge, nor under the head or the pinned figures", async () => {
  await press(page, "Notes", "link");
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid");
  await page.focus(".grid");
  await page.keyboard.press("ArrowDown");
  const steps = ["ArrowDown", "ArrowRight", "ArrowUp", "ArrowLeft"].flatMap((key) =>
    Array.from({ length: 14 }, () => key),
  );
  for (const key of steps) {
    await page.keyboard.press(key as "ArrowDown");
    await inSight();
  }
  // Whoever has scrolled away and begins to type sees what she types into.
  await page.$eval(".grid-scroll", (scroller) => scroller.scrollTo(600, 900));
  await page.waitForFunction(() => !document.querySelector(".grid .is-head"));
  await page.keyboard.press("7");
  await page.waitForSelector(".score-input");
  await inSight();
  expect(await page.$eval(".score-input", (input) => (input as HTMLInputElement).value)).toBe("7");
  await page.keyboard.press("Escape");
});

test("what is no score stays open with a word; several cells take a status at once; the first is filled down", async () => {
  await page.focus(".grid");
  await control("Home");
  await page.waitForSelector("#score-0-0.is-head");
  const before = await cell(1, 0);
  await page.keyboard.press("ArrowDown");
  await page.keyboard.type("12x");
  await page.keyboard.press("Enter");
  await waitForWords(page, "“x” is no score".replace("“x”", "“12x”"));
  await page.keyboard.press("Escape");
  expect(await cell(1, 0)).toBe(before);
  await dragOver("#score-2-0", "#score-4-1");
  await page.waitForSelector("#score-4-1.is-head");
  expect(await page.$$eval(".grid td.is-chosen", (all) => all.length)).toBe(6);
  await page.click("#score-1-0");
  await page.waitForSelector("#score-1-0.is-head");
  expect(await page.$$eval(".grid td.is-chosen", (all) => all.length)).toBe(1);
  await page.keyboard.down("Shift");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.up("Shift");
  await page.waitForSelector("#score-3-0.is-head");
  await page.keyboard.press("e");
  await page.waitForFunction(() =>
    [1, 2, 3].every((row) => document.querySelector(`#score-${row}-0`)?.textContent?.includes("excused")),
  );
  await page.keyboard.press("Delete");
  await page.waitForFunction(() =>
    [1, 2, 3].every((row) => document.querySelector(`#score-${row}-0`)?.textContent === ""),
  );
  await control("z");
  await control("z");
  await page.waitForFunction(
    (words) => document.querySelector("#score-1-0")?.textContent?.replace(/\s+/g, " ").trim() === words,
    {},
    before,
  );
  await page.keyboard.press("?");
  await waitForWords(page, "Keys of the gradebook");
  await page.keyboard.press("Escape");
  await page.waitForFunction(() => !document.querySelector(".modal"));
});

test("a column copied from a spreadsheet is pasted, and an average says how it is made", async () => {
  await page.focus(".grid");
  await control("Home");
  await page.keyboard.press("ArrowRight");
  await page.waitForSelector("#score-0-1.is-head");
  await page.$eval(".grid", (grid) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData("text/plain", "3\r\n4,5\r\nmissing\r\n??\r\n");
    grid.dispatchEvent(new ClipboardEvent("paste", { clipboardData, bubbles: true, cancelable: true }));
  });
  await waitForWords(page, "3 cells pasted. Not a score, and not used: ??.");
  await page.waitForFunction(() => document.querySelector("#score-1-1")?.textContent === "4.5");
  expect(await cell(2, 1)).toContain("missing");

  await page.click(".grid tbody tr[aria-rowindex='4'] .pin-name button");
  await waitForWords(page, "How is this made");
  const [shown = ""] = await figure(2);
  expect(shown.startsWith(await wordsOf(page, ".grid-side .lead-line"))).toBe(true);
  await waitForWords(page, "handed in");
  await page.click(".made summary");
  expect(await wordsOf(page, ".made table")).toMatch(/ of \d+/);
  await page.$eval(".grid thead .head-button", (button) => (button as HTMLButtonElement).click());
  await waitForWords(page, "Median");
  await waitForWords(page, "missing it");
  await page.waitForSelector(".grid-side canvas[aria-label*='students']");
});

test("a bar of a distribution, and those who miss an assignment, can be written to at once", async () => {
  const title = await wordsOf(page, "#assignment-details");
  const missing = await page.$$eval(".grid-side ul li", (items) => items.map((item) => item.textContent ?? ""));
  expect(missing.length).toBeGreaterThan(0);
  await press(page, "Write to those missing it");
  await page.waitForSelector(".who-list .who-open");
  const names = () =>
    page.$$eval(".who-list .who-open", (buttons) => buttons.map((button) => button.textContent ?? "").sort());
  expect(await names()).toEqual([...missing].sort());
  expect(await wordsOf(page, ".sentence")).toContain(title);

  await press(page, "Gradebook", "link");
  await press(page, "Statistics");
  await page.waitForSelector(".bar-write");
  const bar = await page.$eval(".bar-write", (button) => {
    const words = button.textContent ?? "";
    (button as HTMLButtonElement).click();
    return { count: Number(/\((\d+)\)/.exec(words)?.[1]), from: Number(/(\d+)–/.exec(words)?.[1]) };
  });
  await page.waitForSelector(".who-list .who-open");
  await page.waitForSelector(`[role=slider][aria-valuenow="${bar.from}"]`);
  await expect.poll(async () => (await names()).length).toBe(bar.count);
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid");
});

test("rows stand in the order that was chosen, also while scores change; a name is found", async () => {
  await choose(page, "Order", "lowest average first");
  // How many rows are drawn below what is in sight is no matter here.
  const names = () =>
    page.$$eval(".grid tbody .pin-name", (cells) => cells.slice(0, 12).map((cell) => cell.textContent ?? ""));
  await page.waitForFunction(() => {
    const values = [...document.querySelectorAll(".grid tbody .pin-first")].map((cell) =>
      Number.parseFloat(cell.textContent ?? ""),
    );
    return values.length > 5 && values.every((value, at) => at === 0 || value >= (values[at - 1] ?? 0));
  });
  const order = await names();
  const [before = ""] = await figure(0);
  await page.focus(".grid");
  await control("Home");
  await page.waitForSelector("#score-0-0.is-head");
  await page.keyboard.type("40");
  await page.keyboard.press("Enter");
  await changed(0, before);
  expect(await names()).toEqual(order);
  await page.focus(".grid");
  await control("z");
  await fill(page, "Find a name", "okonj");
  await page.waitForFunction(() => document.querySelectorAll(".grid tbody .pin-name").length === 1);
  expect(await names()).toEqual(["Okonjo, Noor"]);
  await fill(page, "Find a name", "nobody at all");
  await waitForWords(page, "Nobody of this name is in the class.");
  await page.focus("input[type=search]");
  await control("a");
  await page.keyboard.press("Backspace");
  await choose(page, "Order", "family name");
  await page.waitForSelector(".grid");
});

test("class settings and a grade scale show beforehand whose letter changes, and are kept", async () => {
  await press(page, "Class settings");
  await page.waitForSelector("#class-method");
  await choose(page, "The overall average is", "all points together");
  await page.waitForFunction(() =>
    /[1-9]\d* averages? and/.test(document.querySelector(".grid-side [role=status]")?.textContent ?? ""),
  );
  const [before = ""] = await figure(1);
  await press(page, "Keep the settings");
  await waitForWords(page, "The settings of");
  await waitForWords(page, "all points together.");
  await page.locator("[data-sonner-toast][data-front='true'] [data-button]").click();
  await waitForWords(page, "categories by weight.");
  await page.waitForFunction(
    (was) =>
      (document.querySelector(".grid tbody tr[aria-rowindex='3'] .pin-first")?.textContent ?? "").replace(
        /\s/g,
        " ",
      ) === was,
    {},
    before,
  );
  await press(page, "Settings", "link");
  await waitForWords(page, "Set the school’s mail server");
  await press(page, "Change A to E");
  await fill(page, "Lowest percent of A", "99");
  await page.waitForFunction(() =>
    /[1-9]\d* letter grades? would change/.test(document.querySelector("form [role=status]")?.textContent ?? ""),
  );
  await press(page, "Keep the scale");
  await waitForWords(page, "The grade scale “A to E” was changed.");
  await choose(page, "Add a scale from an example", "Pass or not yet");
  await waitForWords(page, "“Pass or not yet” was added.");
  await fillDate(page, "Last day of Winter term", "2027-06-01");
  await waitForWords(page, "Spring term begins before Winter term ends.");
});

test("a rubric is given to an assignment, levels and a comment to a student, and the letter about it carries them", async () => {
  // The terms that were typed before are not kept: whoever leaves them is asked.
  await press(page, "Gradebook", "link");
  await press(page, "Leave it behind");
  await page.waitForSelector(".grid thead .head-button");
  await page.$eval(".grid thead .head-button", (button) => (button as HTMLButtonElement).click());
  await press(page, "Change this assignment");
  const rubric = "Its criteria, one a line, with their levels and points";
  await fill(page, rubric, "Method: beginning");
  await waitForWords(page, "It needs a name, and two to ten levels");
  await fill(page, rubric, "Method: beginning, secure\nWriting: beginning, secure");
  await press(page, "Keep the change");
  await waitForWords(page, "was changed.");
  await press(page, "Mark it", "link");
  await page.waitForSelector(".mark-level");
  await page.keyboard.press("2");
  await page.waitForSelector('.mark-level[aria-pressed="true"]');
  const name = await wordsOf(page, "#mark-name");
  await fill(page, `Comment for ${name}`, "Mind the units.");
  await page.keyboard.press("Escape");
  await waitForWords(page, "Kept");
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid thead .head-button");
  await page.$eval(".grid thead .head-button", (button) => (button as HTMLButtonElement).click());
  await press(page, "Write a note with this feedback");
  await page.waitForSelector(".letter-body .tiptap .block");
  const letter = () => wordsOf(page, ".letter-body .tiptap");
  await expect.poll(letter).toMatch(/Method: secure.*Mind the units\./);
  expect(await letter()).not.toContain("Writing:");
});

test("the browser ends the part that works out figures: it begins again by itself once, and after that it is said", async () => {
  await page.goto(`${server.url}/gradebook`);
  await page.waitForSelector(".grid tbody tr");
  const endWorkers = async () => {
    await expect.poll(() => page.workers().length).toBeGreaterThan(0);
    for (const worker of page.workers()) await worker.close();
  };
  const [before = ""] = await figure(0);
  await endWorkers();
  // A score is typed as if nothing had been, and its figures follow.
  await page.focus(".grid");
  await control("Home");
  await page.waitForSelector("#score-0-0.is-head");
  await page.keyboard.type("0");
  await page.keyboard.press("Enter");
  await changed(0, before);
  await endWorkers();
  await waitForWords(page, "has ended the part of Vine Note that works out figures, twice");
  await waitForWords(page, "All that was kept is safe");
});
