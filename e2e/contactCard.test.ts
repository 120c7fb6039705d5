import type { Page } from "puppeteer-core";
import { expect, test } from "vitest";
import { demoSchool } from "@/demo/demoSchool";
import { fill, press, waitForWords } from "./support/browser";
import { browser, journey, page, server, TODAY } from "./support/journey";
import { delivered } from "./support/mailboxes";
import { setTakeBack, untilSettled } from "./support/steps";

const school = demoSchool(TODAY);
const student = school.students.find(({ familyName }) => familyName === "Wójcik") ?? school.students[0];
if (!student) throw new Error("The demo school has no students.");
const PHONE = { width: 390, height: 844, isMobile: true, hasTouch: true };

journey();

/** A family's phone, with a profile of its own. */
async function phone(url: string): Promise<Page> {
  const context = await browser.createBrowserContext();
  const opened = await context.newPage();
  await opened.setViewport(PHONE);
  await opened.goto(url);
  await opened.waitForSelector("h1");
  return opened;
}

test("a card goes from publishing over a family's phone to the families, corrected once, with its differences shown", async () => {
  await press(page, "Families", "link");
  await press(page, "Open the cards", "link");
  await press(page, "Make a card");
  await fill(page, "Title", "How do I reach you?");
  await press(page, "Publish");
  await waitForWords(page, "The card is published.");
  const link = await page.$eval("a[href*='/card/']", (anchor) => (anchor as HTMLAnchorElement).href);
  await page.waitForSelector("section svg[role=img], section svg title");

  const family = await phone(link);
  await waitForWords(family, "How do I reach you?");
  expect(await family.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(PHONE.width);
  await press(family, "Send to the teacher");
  await waitForWords(family, "Please write your child’s first and last name.");
  await fill(family, "Your child’s first and last name", `${student.givenName} ${student.familyName}`);
  await fill(family, "Name", "Robin Quite");
  await fill(family, "E-mail address", "robin@tidepost");
  await press(family, "Send to the teacher");
  await waitForWords(family, "This is not an address yet");
  await fill(family, "E-mail address", "robin@tidepost.example");
  await press(family, "Send to the teacher");
  await waitForWords(family, "has arrived");
  await press(family, "Correct it");
  await fill(family, "E-mail address", "robin.q@tidepost.example");
  await press(family, "Send to the teacher");
  await waitForWords(family, "has arrived");
  // Opened again on the same phone it shows nothing of what was written; for the same child it still corrects.
  await family.reload();
  await waitForWords(family, "How do I reach you?");
  expect(await family.$$eval("input", (all) => all.map(({ value }) => value).join(""))).not.toContain("obin");
  await fill(family, "Your child’s first and last name", `${student.givenName} ${student.familyName}`);
  await fill(family, "Name", "Robin Quite");
  await fill(family, "E-mail address", "robin.quite@tidepost.example");
  await press(family, "Send to the teacher");
  await waitForWords(family, "has arrived");
  await family.close();

  await waitForWords(page, "1 answer to take in");
  await waitForWords(page, "new guardian: Robin Quite, guardian, robin.quite@tidepost.example");
  await press(page, `Take in ${student.givenName} ${student.familyName}`);
  await waitForWords(page, "was taken in");
  await press(page, "Families", "link");
  await fill(page, "Find a name", "Robin Quite");
  await waitForWords(page, "robin.quite@tidepost.example");
  expect(await page.evaluate(() => document.body.textContent?.includes("robin@tidepost.example"))).toBe(false);
  expect(await page.evaluate(() => document.body.textContent?.includes("robin.q@tidepost.example"))).toBe(false);
});

test("guardians are asked once, say yes and no from their mailboxes, and whoever said no is not written to", async () => {
  await setTakeBack(page, 0);
  await press(page, "Families", "link");
  const asking = await page.waitForSelector("#welcome ~ button");
  expect(await asking?.evaluate((button) => button.textContent)).toMatch(/^Ask \d+ guardians$/);
  await asking?.click();
  await page.waitForSelector(".modal-footer");
  await page.locator(".modal-footer .btn-primary:not(:disabled)").click();
  await page.waitForFunction(() => /^\d+ delivered/.test(document.querySelector(".countdown")?.textContent ?? ""));
  await untilSettled(page);
  await press(page, "Back to the families");
  await waitForWords(page, "Ask again");

  const mails = await delivered(server.url);
  const linkIn = (text: string, words: string) => new RegExp(`${words}: (http\\S+)`).exec(text)?.[1] ?? "";
  const [yes, no] = mails;
  if (!yes || !no) throw new Error("Nobody was asked.");
  expect(String(yes.mail.html)).toContain(linkIn(yes.mail.text ?? "", "Yes, please write to me"));
  const first = await phone(linkIn(yes.mail.text ?? "", "Yes, please write to me"));
  // Opening the link alone says nothing: mail programs open links too.
  await press(first, "Yes, please write to me");
  await waitForWords(first, "may write to you");
  const second = await phone(linkIn(no.mail.text ?? "", "No, please do not write to me"));
  await press(second, "No, please do not write to me");
  await waitForWords(second, "will not write to you");
  const forged = await phone(
    `${server.url}/family/${Buffer.from("guardian-1a").toString("base64url")}.${"A".repeat(43)}`,
  );
  await waitForWords(forged, "This link is not one of ours");

  await waitForWords(page, "1 guardian said yes");
  await fill(page, "Find a name", String(no.mail.text?.match(/Dear (.*),/)?.[1]));
  await waitForWords(page, "asked not to be written to");
});

test("foreign pages, missing fields, far too large and nonsense bodies are refused by the families' routes", async () => {
  const post = (route: string, body: unknown, headers: Record<string, string> = {}) =>
    fetch(`${server.url}${route}`, {
      method: "POST",
      body: typeof body === "string" ? body : JSON.stringify(body),
      headers,
    });
  const good = { answerId: "a", cardId: "nowhere", studentName: "Ana", studentNumber: "", guardians: [] };
  const statuses = await Promise.all([
    post("/api/family/answers", good, { origin: "http://elsewhere.example" }),
    post("/api/family/answers", good),
    post("/api/family/answers", {
      ...good,
      guardians: [{ name: "E", address: "", relation: "", language: "", frequency: "" }],
    }),
    post("/api/family/answers", { ...good, cardId: "../../secret" }),
    post("/api/family/answers", "x".repeat(60_000)),
    post("/api/family/answers", "not json"),
    post("/api/family/wishes", { token: "forged.token", wish: { confirmation: "stopped" } }),
    post("/api/family/wishes", { wish: {} }),
    post("/api/family/cards", {
      id: "x".repeat(200),
      title: "t",
      greeting: "",
      questions: [],
      teacherName: "",
      schoolName: "",
    }),
    post("/api/family/links", { guardianIds: [], teacherName: "", schoolName: "" }),
  ]);
  expect(statuses.map(({ status }) => status)).toEqual([403, 400, 404, 400, 413, 400, 403, 400, 400, 400]);
});
