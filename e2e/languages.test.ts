import { existsSync } from "node:fs";
import path from "node:path";
import { expect, test } from "vitest";
import { demoSchool } from "@/demo/demoSchool";
import { choose, openPage, press, upload, waitForWords } from "./support/browser";
import { browser, goOnWith, journey, page, server, TODAY, temporaryFolder } from "./support/journey";
import { delivered } from "./support/mailboxes";
import { beginNote, leaveOutUnreachable, send, setTakeBack, untilSettled } from "./support/steps";

journey();
const folder = temporaryFolder();
const SUBJECTS: Record<string, string> = { pl: "Jak idzie nauka", ar: "كيف تسير الأمور" };

async function writeSubject(words: string): Promise<void> {
  await page.locator(".letter-subject .tiptap").click();
  await page.keyboard.down("Control");
  await page.keyboard.press("a");
  await page.keyboard.up("Control");
  await page.keyboard.type(words);
  await waitForWords(page, "Kept");
}

test("a template with Polish and Arabic words is taken to another browser and sent: each family gets its own", async () => {
  await beginNote(page, "How things stand");
  await choose(page, "One more language", "Polish");
  await waitForWords(page, "not yet read by a native speaker");
  await writeSubject(SUBJECTS.pl ?? "");
  await choose(page, "One more language", "Arabic");
  await page.waitForSelector(".letter-paper[dir=rtl]");
  await writeSubject(SUBJECTS.ar ?? "");
  await press(page, "Template …");
  await press(page, "Keep it");
  await waitForWords(page, "was kept as a template");
  await press(page, "Notes", "link");
  const session = await page.createCDPSession();
  await session.send("Browser.setDownloadBehavior", { behavior: "allow", downloadPath: folder });
  await press(page, "Export templates and selections");
  const file = path.join(folder, "templates-and-selections.json");
  await expect.poll(() => existsSync(file)).toBe(true);

  goOnWith(await openPage(await browser.createBrowserContext(), server.url));
  await setTakeBack(page, 0);
  await press(page, "Notes", "link");
  await page.waitForSelector("[aria-label='A file of templates and selections']");
  await upload(page, file);
  await waitForWords(page, "1 template and 0 selections added.");
  await press(page, "Begin How things stand");
  await page.waitForSelector(".letter-body .tiptap");
  await leaveOutUnreachable(page);
  await send(page);
  await untilSettled(page);

  const { guardians } = demoSchool(TODAY);
  const languageOf = new Map(guardians.flatMap(({ addresses, language }) => addresses.map((one) => [one, language])));
  const mails = await delivered(server.url);
  for (const [language, subject] of Object.entries(SUBJECTS)) {
    const theirs = mails.filter(({ address }) => languageOf.get(address) === language);
    expect(theirs.length).toBeGreaterThan(0);
    for (const { mail } of theirs) {
      expect(mail.subject).toBe(subject);
      const start = `<html lang="${language}"${language === "ar" ? ' dir="rtl"' : ""}>`;
      expect(String(mail.html)).toContain(start);
    }
  }
  const polish = mails.find(({ address }) => languageOf.get(address) === "pl")?.mail.text ?? "";
  expect(polish).toContain("Ogółem: ");
  const english = mails.filter(({ address }) => languageOf.get(address) === "en");
  expect(english.map(({ mail }) => mail.subject).filter((subject) => !subject?.includes(" in "))).toEqual([]);
});
