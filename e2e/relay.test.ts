import { rmSync } from "node:fs";
import { mkdtemp } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, beforeAll, expect, test } from "vitest";
import { Mailboxes } from "@/post/practice/mailboxes";
import { PracticePost } from "@/post/practice/practicePost";
import { openDatabase } from "@/post/store/openDatabase";
import { Room } from "@/post/store/room";
import { choose, press, waitForWords } from "./support/browser";
import { journey, page, server } from "./support/journey";
import { beginNote, leaveOutUnreachable, seeCautions, setTakeBack, untilSettled } from "./support/steps";

/** A mail server outside of the application, as far as the application can tell. */
const folder = await mkdtemp(path.join(tmpdir(), "vine-note-relay-"));
const database = await openDatabase(folder);
const mailboxes = new Mailboxes(await Room.open(database.db));
const relay = new PracticePost(mailboxes);
const url = await relay.listen();
afterAll(async () => {
  await relay.close();
  await database.close();
  rmSync(folder, { recursive: true });
});

journey({ VINE_DEMO: "1", VINE_SMTP_URL: url });
beforeAll(() => setTakeBack(page, 0));

test("with a real mail server every screen says so, and the first round needs a typed word; the address of the server stays on the server", async () => {
  await waitForWords(page, "Real: letters leave this computer");
  await beginNote(page, "How things stand");
  await choose(page, "Classes", "Charts and Navigation, Block 6");
  await waitForWords(page, "in 1 class.");
  await leaveOutUnreachable(page);
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await page.waitForSelector("#word-real");
  await seeCautions(page);
  expect(await page.$(".modal-footer .btn-primary:not(:disabled)")).toBeNull();
  expect(await mailboxes.mailboxes()).toEqual([]);
  await page.type("#word-real", "real");
  await page.locator(".modal-footer .btn-primary:not(:disabled)").click();
  await untilSettled(page);
  expect((await mailboxes.mailboxes()).length).toBeGreaterThan(10);
  await press(page, "Back to the note");
  // The second time it is known.
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await page.waitForSelector("#word-again");
  expect(await page.$("#word-real")).toBeNull();
  const port = new URL(url).port;
  const scripts = await page.$$eval("script[src]", (all) => all.map((one) => (one as HTMLScriptElement).src));
  for (const source of [`${server.url}/settings`, ...scripts]) {
    expect(await (await fetch(source)).text()).not.toContain(`smtp://127.0.0.1:${port}`);
  }
});
