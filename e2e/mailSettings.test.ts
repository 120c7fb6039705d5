import { once } from "node:events";
import { SMTPServer } from "smtp-server";
import { afterAll, beforeAll, expect, test } from "vitest";
import { messageIdOf } from "@/post/edge/messageId";
import { ImapServer } from "@/post/mail/testing/imapServer";
import { choose, fill, press, waitForWords } from "./support/browser";
import { journey, page, server } from "./support/journey";
import { beginNote, leaveOutUnreachable, seeCautions, setTakeBack, untilSettled } from "./support/steps";

/** A school's mail server that lets in who has the password, and a mailbox beside it. */
const taken: string[] = [];
const smtp = new SMTPServer({
  allowInsecureAuth: true,
  disabledCommands: ["STARTTLS"],
  onAuth: ({ username, password }, _session, done) =>
    password === "secret"
      ? done(null, { user: username })
      : done(Object.assign(new Error("5.7.8 wrong name or password"), { responseCode: 535 })),
  onData: (stream, _session, done) => {
    let head = "";
    stream.on("data", (bytes) => {
      head += bytes;
    });
    stream.on("end", () => {
      taken.push(/Message-ID:\s*<([^@]+)@/i.exec(head)?.[1] ?? "");
      done();
    });
  },
});
smtp.on("error", () => undefined);
smtp.listen(0, "127.0.0.1");
await once(smtp.server, "listening");
const smtpPort = String((smtp.server.address() as { port: number }).port);
const imap = new ImapServer();
const imapPort = String(await imap.listen());
afterAll(async () => {
  await imap.close();
  await new Promise<void>((done) => smtp.close(() => done()));
});

journey({ VINE_DEMO: "1", VINE_MAILBOX_EVERY_MS: "100" });
beforeAll(() => setTakeBack(page, 0));

async function fillPlace(way: "sending" | "reading", port: string): Promise<void> {
  await page.click(`#field-uses-${way}`);
  await page.waitForSelector(`#field-${way}-host`);
  await page.type(`#field-${way}-host`, "127.0.0.1");
  await page.select(`#field-${way}-security`, "none");
  await page.$eval(`#field-${way}-port`, (field) => (field as HTMLInputElement).select());
  await page.type(`#field-${way}-port`, port);
}

test("the school's mail server is tried and kept; a field that can't be is named, and no secret comes back", async () => {
  await press(page, "Settings", "link");
  await press(page, "Set the school’s mail server …");
  await page.click("#field-uses-sending");
  await press(page, "Try it");
  await waitForWords(page, "The name of the server is missing");
  await page.click("#field-uses-sending");
  await fillPlace("sending", smtpPort);
  await fillPlace("reading", imapPort);
  await fill(page, "Name of the mailbox", "ilse");
  await fill(page, "Password", "not-it");
  await press(page, "Try it");
  await waitForWords(page, "Sending: The server did not accept the name and password.");
  await waitForWords(page, "Reading: The server did not accept the name and password.");
  await press(page, "Keep the mail settings");
  await waitForWords(page, "Letters leave by 127.0.0.1 as ilse.");
  await waitForWords(page, "Real: letters leave this computer");
  await waitForWords(page, "The mailbox can’t be read now");
  await waitForWords(page, "Families can’t reach pages on this computer");
  const answer = await page.evaluate(async () => (await fetch("/api/post/mail")).text());
  expect(answer).toContain('"kept":["password"]');
  expect(answer).not.toContain("not-it");
});

test("with a wrong password letters wait and it is said; once it is mended they leave, each once, and answers come in", async () => {
  await beginNote(page, "How things stand");
  await choose(page, "Classes", "Charts and Navigation, Block 6");
  await waitForWords(page, "in 1 class.");
  await leaveOutUnreachable(page);
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await page.waitForSelector("#word-real");
  await seeCautions(page);
  await page.type("#word-real", "real");
  await page.locator(".modal-footer .btn-primary:not(:disabled)").click();
  await waitForWords(page, "The mail server did not accept the name and password");
  expect(taken).toEqual([]);
  await page.goto(`${server.url}/settings`);
  await press(page, "Change the mail server …");
  await fill(page, "Password", "secret");
  await press(page, "Try it");
  await waitForWords(page, "Sending: Signed in. Nothing was sent.");
  await press(page, "Keep the mail settings");
  await waitForWords(page, "Letters leave by 127.0.0.1 as ilse.");
  await page.goto(`${server.url}/record`);
  await page.locator(".lines a").click();
  await untilSettled(page);
  expect(taken.length).toBeGreaterThan(10);
  expect(new Set(taken).size).toBe(taken.length);
  const [first = "", second = ""] = taken;
  const answerTo = (id: string, words: string) =>
    `From: Ewa <ewa@x.example>\r\nSubject: Re\r\nIn-Reply-To: ${messageIdOf(id)}\r\n\r\n${words}\r\n`;
  imap.add(answerTo(first, "Read by the mailbox."));
  await page.goto(`${server.url}/record`);
  await waitForWords(page, "Read by the mailbox.");
  // One that came to another mail program is dropped in.
  const input = await page.waitForSelector("input[aria-label='Messages that came back']");
  await page.evaluate(
    (field, text) => {
      const files = new DataTransfer();
      files.items.add(new File([text], "answer.eml", { type: "message/rfc822" }));
      (field as HTMLInputElement).files = files.files;
      field?.dispatchEvent(new Event("change", { bubbles: true }));
    },
    input,
    answerTo(second, "Dropped in."),
  );
  await waitForWords(page, "The answer stands beside its letter.");
  await waitForWords(page, "Dropped in.");
});
