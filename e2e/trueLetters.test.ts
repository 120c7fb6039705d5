import { expect, test } from "vitest";
import { casesOf } from "@/core/testing/casesOf";
import { choose, fill, openPage, press, waitForWords } from "./support/browser";
import { browser, goOnWith, journey, page, server } from "./support/journey";
import { delivered } from "./support/mailboxes";
import { beginNote, leaveOutUnreachable, send, setTakeBack, toOneClass, untilSettled, wordsOf } from "./support/steps";
import { readdress, stored, whatWaits } from "./support/stored";

const DAY_MS = 86_400_000;
/** Two weeks, where all cases are tried. */
const DAYS = casesOf({ sample: 5, deep: 14 });

// The days are the clock's own, and the practice post's clock is set on.
journey({ VINE_DEMO: "1", VINE_TODAY: "" });

test("a text has a third side: who is new is told neither that work is missing nor that none is", async () => {
  await setTakeBack(page, 0);
  await press(page, "Families", "link");
  await press(page, "Add a student");
  await fill(page, "Given name", "Zora");
  await fill(page, "Family name", "Newcome");
  await page.locator("#in-class-1").click();
  await press(page, "Add a guardian");
  await fill(page, "Given name of guardian 1", "Mo");
  await fill(page, "Letters go to, guardian 1", "mo@harbourmail.example");
  await press(page, "Keep");
  await waitForWords(page, "Zora Newcome was added.");

  await beginNote(page, "Empty note");
  await toOneClass(page);
  await page.locator(".letter-subject .tiptap").click();
  await page.keyboard.type("Work");
  await press(page, "Conditional text for some students");
  await page.waitForSelector(".letter-body .passage");
  await page.keyboard.type("Something is missing.");
  await page.locator(".letter-body [data-side='otherwise'] p").click();
  await page.keyboard.type("All is in.");
  await press(page, "Text where it is not known …");
  await page.locator(".letter-body [data-side='unknown'] p").click();
  await page.keyboard.type("Nothing was marked yet.");
  await waitForWords(page, "Nothing was marked yet.");
  await leaveOutUnreachable(page);
  await send(page);
  await untilSettled(page);
  const mails = await delivered(server.url);
  const textTo = (wanted: string) => mails.find(({ address }) => address === wanted)?.mail.text ?? "";
  expect(textTo("mo@harbourmail.example")).toContain("Nothing was marked yet.");
  for (const { mail } of mails) {
    const said = ["Something is missing.", "All is in.", "Nothing was marked yet."].filter((words) =>
      mail.text?.includes(words),
    );
    expect(said).toHaveLength(1);
  }
  await press(page, "Back to the note");
});

test("work that is called otherwise goes on in the note about it, in all classes that have it; what is deleted is said with the note's name", async () => {
  await openFirstWork();
  const title = await wordsOf(page, "#assignment-details");
  await beginNote(page, "Low on one assignment");
  await choose(page, "Assignment", title);
  await waitForWords(page, title);
  await openFirstWork();
  await press(page, "Change this assignment");
  await fill(page, "Title", "Harbour quiz");
  await waitForWords(page, "with the same work");
  await press(page, "Keep the change");
  await waitForWords(page, "“Harbour quiz” was changed, in 5 classes.");
  const notes = await stored<{ name: string; selection: unknown }>(page, "notes");
  const asked = notes.find(({ name }) => name === "Low on one assignment")?.selection;
  expect(JSON.stringify(asked)).toContain('"Harbour quiz"');
  expect(JSON.stringify(asked)).not.toContain(`"${title}"`);

  await press(page, "Change this assignment");
  await press(page, "Delete with its scores");
  // The other classes still have it: no note speaks of anything that is gone.
  await waitForWords(page, "“Harbour quiz” was deleted with its scores.");
  await press(page, "Take back");
});

/** The clock stands at 18:00 each day: letters of the afternoon have not waited too long by then, whenever this runs. */
function msToEvening(): number {
  const now = new Date();
  const evening = new Date(now).setHours(18, 0, 0, 0);
  return evening > now.getTime() ? evening - now.getTime() : evening + DAY_MS - now.getTime();
}

test(`${DAYS} days of an automatic note over shared and changed mailboxes, the browser closed: nobody reads the same twice`, async () => {
  // Two couples that read one mailbox each; one of them parts on the third day.
  await readdress(page, {
    "guardian-32a": "both32@harbourmail.example",
    "guardian-32b": "both32@harbourmail.example",
    "guardian-53a": "both53@harbourmail.example",
    "guardian-53b": "both53@harbourmail.example",
  });
  await page.reload();
  await press(page, "Notes", "link");
  await choose(page, "An automatic note to begin with", "Missing work, every Friday");
  await press(page, "Begin");
  await waitForWords(page, "The next run");
  await choose(page, "On which days", "day");
  await choose(page, "How often for one student", "once for each student");
  await choose(page, "Whether it asks first", "it sends itself");
  await page.click("#plan-on");
  await waitForWords(page, "ready to leave");
  const before = new Set((await delivered(server.url)).map(({ mail }) => mail.messageId));
  for (let day = 1; day <= DAYS; day += 1) {
    await untilNothingWaits();
    if (day === 3) {
      await readdress(page, { "guardian-32b": "alone32@harbourmail.example" });
      await page.reload();
      await untilNothingWaits();
    }
    const open = page;
    goOnWith(await browser.newPage());
    await open.close();
    await fetch(`${server.url}/api/practice/clock`, {
      method: "POST",
      body: JSON.stringify({ byMs: day === 1 ? msToEvening() : DAY_MS }),
    });
    const blank = page;
    goOnWith(await openPage(browser, `${server.url}/notes`));
    await blank.close();
  }
  await untilNothingWaits();
  const mails = (await delivered(server.url)).filter(({ mail }) => !before.has(mail.messageId));
  expect(mails.length).toBeGreaterThan(20);
  // Whom it is about, without how much is missing by then.
  const about = ({ mail }: (typeof mails)[number]) => (mail.subject ?? "").replace(/\d+ missing/, "missing");
  const told = mails.map((one) => `${one.address}/${about(one)}`);
  expect(told.filter((one, place) => told.indexOf(one) !== place)).toEqual([]);
  // Whoever read it in the mailbox of both is not told again in a mailbox of their own.
  const ofBoth = new Set(mails.filter(({ address }) => address.startsWith("both32")).map(about));
  const alone = mails.filter(({ address }) => address.startsWith("alone32")).map(about);
  expect(alone.filter((one) => ofBoth.has(one))).toEqual([]);
});

/** Opens what the gradebook says of the first piece of work of a class. */
async function openFirstWork(): Promise<void> {
  await press(page, "Gradebook", "link");
  await choose(page, "Class", "Ocean Science 8, Block 1");
  await page.waitForSelector(".grid thead .head-button");
  await page.$eval(".grid thead .head-button", (button) => (button as HTMLButtonElement).click());
  await page.waitForSelector("#assignment-details");
}

/** Waits until all that is ready is with the post room. */
async function untilNothingWaits(): Promise<void> {
  await expect
    .poll(async () => {
      const { toTell, open } = await whatWaits(page);
      return toTell + open === 0;
    })
    .toBe(true);
}
