import { expect, test } from "vitest";
import { choose, press, waitForWords } from "./support/browser";
import { journey, page, server } from "./support/journey";
import { delivered } from "./support/mailboxes";
import { beginNote, leaveOutUnreachable, send, setTakeBack, toOneClass, untilSettled } from "./support/steps";

journey();

test("the reports of a class are looked at one by one, and made as one file and as a file for each", async () => {
  await setTakeBack(page, 0);
  await press(page, "Gradebook", "link");
  await press(page, "Reports", "link");
  await page.waitForSelector("img.paper-view");
  await waitForWords(page, "1 of 28");
  await press(page, "Next");
  await waitForWords(page, "2 of 28");
  await choose(page, "Report", "Certificate");
  await waitForWords(page, "Certificate ");
  await page.waitForSelector("img.paper-view");
  await press(page, "One PDF to print");
  await waitForWords(page, "28 reports in Certificate.pdf.");
  await press(page, "A file for each");
  await waitForWords(page, "28 reports in Certificate.zip.", 300_000);
});

test("a report made for each student goes along with each letter: that child’s, named so, and the same for both guardians", async () => {
  await beginNote(page, "How things stand");
  await toOneClass(page);
  await press(page, "Enclose a report");
  await press(page, "Enclose it");
  await press(page, "Look at it");
  await page.waitForSelector(".modal-body img.paper-view");
  await page.keyboard.press("Escape");
  await page.waitForFunction(() => !document.querySelector(".modal-body"));
  await leaveOutUnreachable(page);
  await send(page);
  await untilSettled(page);
  const mails = await delivered(server.url);
  expect(mails.length).toBeGreaterThan(30);
  const byChild = new Map<string, Set<string>>();
  for (const { mail } of mails) {
    const [report, ...others] = mail.attachments;
    expect(others).toEqual([]);
    const child =
      /for (.+?) in Ocean Science 8/.exec(mail.text ?? "")?.[1] ?? /(\S+) en Ocean/.exec(mail.text ?? "")?.[1] ?? "";
    if (child) expect(report?.filename).toContain(child);
    expect(report?.contentType).toBe("application/pdf");
    expect(report?.content.subarray(0, 5).toString()).toBe("%PDF-");
    const name = report?.filename ?? "";
    byChild.set(name, (byChild.get(name) ?? new Set()).add(report?.checksum ?? ""));
  }
  expect(byChild.size).toBeGreaterThan(20);
  // Two students of one name have a report each.
  for (const [name, contents] of byChild) expect(contents.size, name).toBe(name.includes("Emre Vance") ? 2 : 1);
  await press(page, "Open it in the record", "link");
  await waitForWords(page, "Enclosed: Progress report ");
});

test("who can’t be reached by mail gets the letter on paper, is left out of the round, and stands in the record", async () => {
  await beginNote(page, "How things stand");
  await waitForWords(page, "Print for these 2 instead");
  await press(page, "Print for these 2 instead");
  await waitForWords(page, "2 letters in Letters, How things stand.pdf. The record keeps them as printed.", 300_000);
  await page.waitForFunction(() => !/Print for these/.test(document.body.textContent ?? ""));
  await press(page, "Record", "link");
  await waitForWords(page, "2 letters printed on paper");
});

test("a student’s sheet has all for a talk; turned to the family, the class and what is private are gone", async () => {
  await page.click(".stem a[href='/families']");
  await page.waitForSelector(".long-list li");
  await page.locator(".long-list li .btn-link").click();
  await press(page, "Student sheet", "link");
  await waitForWords(page, "Classes and averages");
  await waitForWords(page, "The median of the class is");
  await waitForWords(page, "Talks and calls");
  await page.keyboard.press("t");
  await page.waitForFunction(
    () =>
      !/median of the class|Talks and calls|Letters/.test(document.querySelector(".student-sheet")?.textContent ?? ""),
  );
  await page.keyboard.press("t");
  await press(page, "Choose the parts");
  await page.click("#part-checklists");
  await press(page, "Done");
  await page.waitForFunction(() => !document.querySelector("#sheet-checklists"));
  await page.reload();
  await waitForWords(page, "Classes and averages");
  expect(await page.$("#sheet-checklists")).toBeNull();
  await press(page, "Meeting sheet");
  await page.waitForFunction(() => !document.querySelector("[data-sonner-toast][data-type=error]"));
  await press(page, "Enclose it");
  await waitForWords(page, "A report for each student");
  await page.waitForFunction(() => document.querySelector("[aria-label='Take Meeting sheet out']"));
});
