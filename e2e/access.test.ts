import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import path from "node:path";
import { beforeAll, expect, test } from "vitest";
import { press, waitForWords } from "./support/browser";
import { journey, page, server } from "./support/journey";
import { beginNote, bringIn, leaveOutUnreachable, send, setTakeBack, wordsOf } from "./support/steps";

// An empty browser, so that the empty views are seen too.
journey({});
let axe: string;
beforeAll(async () => {
  axe = await readFile(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");
});

/** What axe finds on the page as it is, and of its colours in the dark. */
async function findings(): Promise<string[]> {
  await page.evaluate(axe);
  return page.evaluate(async () => {
    interface Found {
      readonly violations: readonly { readonly id: string; readonly nodes: readonly { readonly html: string }[] }[];
    }
    const { axe: checker } = window as unknown as { axe: { run(options: object): Promise<Found> } };
    const { dataset } = document.documentElement;
    const { bsTheme } = dataset;
    const inLight = await checker.run({});
    dataset.bsTheme = "dark";
    const inDark = await checker.run({ runOnly: ["color-contrast", "link-in-text-block"] });
    if (bsTheme === undefined) delete dataset.bsTheme;
    else dataset.bsTheme = bsTheme;
    return [inLight, inDark].flatMap(({ violations }, place) =>
      violations.flatMap(({ id, nodes }) =>
        nodes.map(({ html }) => `${id}${place === 1 ? " in the dark" : ""}: ${html.slice(0, 200)}`),
      ),
    );
  });
}

/** What axe finds from the send sheet to the record, with two letters that are refused. */
async function findingsOfRound(): Promise<Record<string, string[]>> {
  const found: Record<string, string[]> = {};
  await page.evaluate(() => {
    const body = JSON.stringify({ behaviour: "unknown mailbox", letters: 2 });
    return fetch("/api/practice/rehearsal", { method: "PUT", body });
  });
  await leaveOutUnreachable(page);
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await page.waitForSelector("#when-at");
  await page.click("#when-at");
  found["send sheet"] = await findings();
  await page.keyboard.press("Escape");
  await page.waitForFunction(() => !document.querySelector(".modal"));
  await send(page);
  await expect.poll(() => wordsOf(page, ".countdown")).toMatch(/^\d+ delivered, 2 refused\.$/);
  found.sent = await findings();
  await press(page, "Open it in the record", "link");
  await page.waitForSelector("iframe.letter-frame");
  found.round = await findings();
  await press(page, "Mend and send again to 2");
  await page.waitForSelector("[id^=again-]");
  found.again = await findings();
  await page.keyboard.press("Escape");
  await page.waitForFunction(() => !document.querySelector(".modal"));
  await press(page, "All with this family", "link");
  await page.waitForSelector("[aria-label='What was said']");
  found["record of a family"] = await findings();
  await page.click(".stem a[href='/record']");
  await page.waitForSelector(".bands");
  found.record = await findings();
  await page.click(".stem a[href='/practice']");
  await page.waitForSelector(".phone");
  found["practice post with letters"] = await findings();
  return found;
}

/** What axe finds where work is marked, and on the page on which others say how they see it. */
async function findingsOfMarking(): Promise<Record<string, string[]>> {
  const found: Record<string, string[]> = {};
  await page.click(".stem a[href='/marking']");
  await page.waitForSelector("a[href='/marking/class-1-talk']");
  found.marking = await findings();
  await press(page, "Open the comment bank");
  await page.waitForSelector(".bank-editor .tiptap");
  found["comment bank"] = await findings();
  await press(page, "Close");
  await press(page, "Open Talk");
  await page.waitForSelector("#field-name");
  found.rubric = await findings();
  await press(page, "Close");
  await page.locator("a[href='/marking/class-1-talk']").click();
  await page.waitForSelector(".mark-side iframe");
  found["one at a time"] = await findings();
  await page.select("[aria-label='How the feedback is shown']", "views");
  await press(page, "Open the page for views");
  await page.waitForSelector(".mark-side a[target=_blank]");
  found.views = await findings();
  const link = await page.$eval(".mark-side code", ({ textContent }) => textContent ?? "");
  await page.select("[aria-label='How it is marked']", "table");
  await page.waitForSelector(".marks-table tbody");
  found["marks as a table"] = await findings();
  await page.goto(link);
  await page.waitForSelector("#view-number");
  found["page for views"] = await findings();
  await page.goto(`${server.url}/gradebook`);
  await page.waitForSelector(".grid");
  return found;
}

const VIEWS = ["Desk", "Families", "Gradebook", "Notes", "Record", "Practice post", "Settings"];

test("axe finds nothing on any view, empty or full, in light or dark", async () => {
  // A colour that is still on its way is no colour to be judged.
  await page.emulateMediaFeatures([{ name: "prefers-reduced-motion", value: "reduce" }]);
  await page.evaluate(() => localStorage.setItem("vine-note-theme", "light"));
  await page.reload();
  const found: Record<string, string[]> = {};
  for (const state of ["empty", "full"]) {
    for (const view of VIEWS) {
      await press(page, view, "link");
      await page.waitForFunction((title) => document.querySelector("h1")?.textContent === title, {}, view);
      if (state === "full" && view === "Gradebook") await page.waitForSelector(".grid");
      if (state === "full" && view === "Families") await page.waitForSelector(".long-list li");
      found[`${state} ${view}`] = await findings();
    }
    if (state === "empty") {
      await press(page, "Desk", "link");
      await press(page, "Open the demo school");
      await waitForWords(page, "Write to all");
    }
  }
  await setTakeBack(page, 0);
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid .head-button");
  await page.$eval(".grid .head-button", (button) => (button as HTMLButtonElement).click());
  await waitForWords(page, "Write to those from");
  found.assignment = await findings();
  await page.locator(".pin-name button").click();
  await waitForWords(page, "How is this made");
  found.student = await findings();
  await press(page, "Class settings");
  await page.waitForSelector("#class-method");
  found.settings = await findings();
  await press(page, "Seating", "link");
  await page.waitForSelector(".room .desk");
  await page.click("#seats-building");
  await page.waitForSelector("#room-door");
  found.seating = await findings();
  Object.assign(found, await findingsOfMarking());
  await press(page, "Gradebook", "link");
  await press(page, "Reports", "link");
  await page.waitForSelector("img.paper-view");
  found.reports = await findings();
  await press(page, "Change a copy");
  await page.waitForSelector(".workspace.is-design img.paper-view");
  found.design = await findings();
  await press(page, "Families", "link");
  await page.waitForSelector(".long-list li .btn-link");
  await page.locator(".long-list li .btn-link").click();
  await waitForWords(page, "First contact");
  found.family = await findings();
  await press(page, "Close");
  for (const dialog of ["Photos …", "Copy or export a list", "Build addresses"]) {
    await press(page, dialog);
    await page.waitForSelector(".modal-body");
    found[dialog] = await findings();
    await press(page, "Close");
  }
  await press(page, "Open the cards", "link");
  await press(page, "Make a card");
  found.cards = await findings();
  await press(page, "Publish");
  await waitForWords(page, "The card is published.");
  // The message may come before the link does.
  await page.waitForSelector("a[href*='/card/']");
  const link = await page.$eval("a[href*='/card/']", (anchor) => (anchor as HTMLAnchorElement).href);
  await bringIn(page, [path.resolve(import.meta.dirname, "../demo/files/scores-earth-systems-9-block-5.tsv")]);
  await waitForWords(page, "What do these marks mean?");
  found["bring in"] = await findings();
  await press(page, "scores-earth-systems-9-block-5.tsv");
  await waitForWords(page, "What each column is");
  found["one table"] = await findings();
  await page.goto(link);
  await page.waitForSelector("form");
  found.card = await findings();
  await page.goto(server.url);
  await beginNote(page, "How things stand");
  found.note = await findings();
  await page.goto(server.url);
  await beginNote(page, "Below 70 %");
  await page.waitForSelector("[role=slider]");
  found["note with a threshold"] = await findings();
  Object.assign(found, await findingsOfRound());
  expect(Object.fromEntries(Object.entries(found).filter(([, list]) => list.length > 0))).toEqual({});
});

test("the keyboard alone covers names and figures, and reaches the first letter", async () => {
  await beginNote(page, "How things stand");
  await page.keyboard.press("F9");
  expect(await page.$eval("[data-private]", (element) => getComputedStyle(element).filter)).toContain("blur");
  await page.keyboard.press("F9");
  await page.focus(".letter-body .tiptap");
  const before = await page.$eval(".workspace-part.is-letter [role=status]", (element) => element.textContent);
  await page.keyboard.down("Alt");
  await page.keyboard.press("PageDown");
  await page.keyboard.up("Alt");
  await page.waitForFunction(
    (words) => document.querySelector(".workspace-part.is-letter [role=status]")?.textContent !== words,
    {},
    before,
  );
});
