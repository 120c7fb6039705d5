import { writeFileSync } from "node:fs";
import path from "node:path";
import { encode } from "fast-png";
import type { ElementHandle } from "puppeteer-core";
import { expect, test } from "vitest";
import { choose, fill, press, waitForWords } from "./support/browser";
import { docx } from "./support/docx";
import { journey, page, server, temporaryFolder } from "./support/journey";
import { delivered } from "./support/mailboxes";
import { beginNote, leaveOutUnreachable, send, setTakeBack, untilSettled, wordsOf } from "./support/steps";

journey();
const folder = temporaryFolder();

async function giveTo(label: string, ...files: readonly string[]): Promise<void> {
  const input = (await page.waitForSelector(`[aria-label="${label}"]`)) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(...files);
}

test("the head of letters is written once, and stands above a letter as it is sent", async () => {
  await setTakeBack(page, 0);
  await page.click("#has-head");
  await (await page.waitForSelector("#head-line"))?.type("4 Quay Street, Sallow Bay");
  await page.keyboard.press("Tab");
  await page.waitForFunction(() => document.querySelector(".letter-head")?.textContent?.includes("4 Quay Street"));
  await beginNote(page, "How things stand");
  await page.waitForSelector(".letter-paper .letter-head");
  await choose(page, "Seen as", "phone");
  await page.waitForSelector("iframe");
  const frame = await (await page.waitForSelector("iframe"))?.contentFrame();
  await frame?.waitForFunction(() => document.body.textContent?.includes("4 Quay Street, Sallow Bay"));
});

test("a design of one’s own is copied, written, and goes along with each letter by its file name", async () => {
  await press(page, "Gradebook", "link");
  await press(page, "Reports", "link");
  await page.waitForSelector("img.paper-view");
  await choose(page, "Report", "Missing work");
  await press(page, "Change a copy");
  await page.waitForSelector(".workspace.is-design img.paper-view");
  await fill(page, "Name of this design", "Harbour slip");
  await page.locator("[aria-label='Page'] h2").click();
  await page.keyboard.press("End");
  await page.keyboard.type(" at the quay");
  // Before the first word, and on no field.
  await page.click("[aria-label='Name of the file'] p", { offset: { x: 1, y: 8 } });
  await page.keyboard.press("Home");
  await page.keyboard.type("Quay ");
  await waitForWords(page, "Quay Missing work Noor Okonjo, Winter term.pdf, 1 page");
  await page.waitForFunction(
    () => document.querySelector(".head [role=status], header [role=status]")?.textContent === "Kept",
  );
  await beginNote(page, "Missing work");
  await press(page, "Enclose a report");
  await choose(page, "Report", "Harbour slip");
  await press(page, "Enclose it");
  await leaveOutUnreachable(page);
  await send(page);
  await untilSettled(page);
  const mails = await delivered(server.url);
  expect(mails.length).toBeGreaterThan(5);
  const names = mails.map(({ mail }) => mail.attachments.map(({ filename }) => filename).join());
  // Families of other languages have the words of their own.
  for (const name of names) expect(name).toMatch(/^\S.+ \S+, Winter term\.pdf$/);
  expect(names.filter((name) => name.startsWith("Quay Missing work ")).length).toBeGreaterThan(names.length / 2);
  await press(page, "Open it in the record", "link");
});

test("a design that was deleted stops the notes that enclose it, and comes back", async () => {
  await beginNote(page, "How things stand");
  await press(page, "Enclose a report");
  await choose(page, "Report", "Harbour slip");
  await press(page, "Enclose it");
  const note = page.url();
  await press(page, "Gradebook", "link");
  await press(page, "Reports", "link");
  await choose(page, "Report", "Harbour slip");
  await press(page, "Change this design", "link");
  await press(page, "Delete it");
  await page.waitForSelector("#report-design");
  await page.goto(note);
  await waitForWords(page, "has a design that is not here any more");
  await page.keyboard.down("Control");
  await page.keyboard.press("z");
  await page.keyboard.up("Control");
  await page.waitForFunction(() => !document.body.textContent?.includes("has a design that is not here any more"));
});

test("a letter written elsewhere comes in from a .docx, its places become fields, and what is left stops", async () => {
  const file = path.join(folder, "letter.docx");
  const places = ["Dear <<Parent Name>>,", "This is how [student name] stands in [course]: ____ %.", "Bring XX along."];
  writeFileSync(file, docx(places, [["Harbour day", "Friday"]]));
  await beginNote(page, "Empty note");
  await press(page, "Written elsewhere");
  await giveTo("A file with the words", file);
  await waitForWords(page, "5 places to fill were found.");
  await choose(page, "What stands at XX", "leave it as it stands");
  await press(page, "Put it into the letter");
  await page.waitForFunction(() => document.querySelectorAll(".letter-body .field").length === 4);
  expect(await wordsOf(page, ".letter-body")).toMatch(/^Dear \S+.*, ?This is how \S+ stands in .+: \d+ % %\./);
  expect(await page.$$eval(".letter-body td", (cells) => cells.map(({ textContent }) => textContent))).toEqual([
    "Harbour day",
    "Friday",
  ]);
  await waitForWords(page, "“XX”");
});

test("photos come in at once by their names, one is asked, and a student’s stands on the panel", async () => {
  await press(page, "Gradebook", "link");
  await page.waitForSelector(".grid");
  const names = await page.$$eval(".pin-name button", (all) => all.map(({ textContent }) => textContent?.trim() ?? ""));
  // The last row that is drawn may have a namesake below it.
  const seen = names.slice(0, -1);
  const distinct = [...new Set(seen)].filter((name) => names.filter((one) => one === name).length === 1);
  const files = [...distinct, "IMG_1234"].map((name, place) => {
    const file = path.join(folder, `${name}.png`);
    const [width, height] = [30, 40];
    const data = new Uint8Array(width * height * 3).fill(place * 10);
    writeFileSync(file, encode({ width, height, data, channels: 3 }));
    return file;
  });
  await press(page, "Families", "link");
  await press(page, "Photos …");
  await giveTo("Files with photos", ...files);
  await waitForWords(page, `${files.length} files, ${distinct.length} with a student`);
  await press(page, `Keep ${distinct.length} photos`);
  await waitForWords(page, `${distinct.length} photos kept.`);
  await page.type("[aria-label='Find a name']", (distinct[0] ?? "").replace(",", ""));
  await waitForWords(page, " of 142 students");
  await page.locator(".long-list li .btn-link").click();
  await page.waitForSelector("form img.photo");
});

test("seats are proposed with the wishes kept, changed by press and by drag, and printed", async () => {
  await press(page, "Gradebook", "link");
  await press(page, "Seating", "link");
  await page.waitForSelector(".room .desk");
  await press(page, "New plan");
  await press(page, "Add the plan");
  await waitForWords(page, "Without a seat: 28");
  const [first = ""] = await page.$$eval("[aria-label=Who] option:not([value=''])", (all) =>
    all.map(({ textContent }) => textContent ?? ""),
  );
  await choose(page, "Who", first);
  await choose(page, "What is wished", "not beside the door");
  await press(page, "Add this wish");
  await waitForWords(page, `${first} not beside the door`);
  await press(page, "Propose seats");
  await waitForWords(page, "Everybody has a seat.");
  expect(await wordsOf(page, "[aria-labelledby=wishes]")).not.toContain("not so now");
  const seats = () =>
    page.$$eval(".room .desk", (all) => all.map((desk) => desk.querySelector(".desk-name")?.textContent ?? ""));
  const before = await seats();
  const desks = await page.$$(".room .desk");
  await desks[0]?.click();
  await waitForWords(page, "is taken up");
  await desks[5]?.click();
  await page.waitForFunction(
    (name) => document.querySelectorAll(".room .desk")[5]?.querySelector(".desk-name")?.textContent === name,
    {},
    before[0] ?? "",
  );
  expect((await seats())[0]).toBe(before[5]);
  const [from, to] = await Promise.all([desks[5], desks[0]].map((desk) => desk?.boundingBox()));
  if (!from || !to) throw new Error("There are no desks.");
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y + 20, { steps: 3 });
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 5 });
  await page.waitForSelector(".desk-place.is-over");
  await page.mouse.up();
  await page.waitForFunction(
    (name) => document.querySelectorAll(".room .desk")[0]?.querySelector(".desk-name")?.textContent === name,
    {},
    before[0] ?? "",
  );
  expect(await seats()).toEqual(before);
  await press(page, "Print");
  await page.waitForFunction(() => !document.querySelector("[data-sonner-toast][data-type=error]"));
});
