import { createHash } from "node:crypto";
import { writeFile } from "node:fs/promises";
import path from "node:path";
import { expect, test } from "vitest";
import { Random } from "@/core/random";
import { demoSchool } from "@/demo/demoSchool";
import { openPage, press, waitForWords } from "./support/browser";
import { browser, goOnWith, journey, page, server, TODAY, temporaryFolder } from "./support/journey";
import { delivered, deliveredCount } from "./support/mailboxes";
import { beginNote, enclose, leaveOutUnreachable, seeCautions, send, setTakeBack, toOneClass } from "./support/steps";
import { readdress, storedLetters, storedRounds } from "./support/stored";

/** How often a process is killed or a page closed; `npm run crash` asks for more. */
const CRASHES = Number(process.env.VINE_CRASHES ?? 2);
const SEED = Number(process.env.VINE_SEED ?? 20261124);
/** For its own sake it is run with letters to the whole school, beside the other journeys with those to one class. */
const IS_SHORT = process.env.VINE_CRASHES === undefined;
const MOST_LETTERS_BETWEEN = IS_SHORT ? 15 : 30;
const CLOCK_STEP_MS = 120_000;
const MINUTES_PER_CRASH = 120_000;

journey({ VINE_DEMO: "1", VINE_PRACTICE_DELAY_MS: "15" });
const folder = temporaryFolder();

test(
  `through ${CRASHES} crashes of server and page (seed ${SEED}) every letter arrives once or is refused with its reason, and the record agrees`,
  async () => {
    const random = new Random(SEED);
    const bytes = Buffer.from(Array.from({ length: 30_000 }, () => random.whole(0, 255)));
    const file = path.join(folder, "tides.pdf");
    await writeFile(file, bytes);
    const school = demoSchool(TODAY);
    const troubled = school.guardians.filter(({ addresses: [address = ""] }) =>
      /@(harbourmail|tidepost)/.test(address),
    );
    const addresses = Object.fromEntries(
      troubled.slice(0, 12).map(({ id }, place) => [id, `f${place}@${place % 2 ? "gone" : "grey"}.example`]),
    );
    await setTakeBack(page, 0);
    await readdress(page, addresses);
    let clock = 0;
    let crashes = 0;
    let rounds = 0;
    const restart = (open: Open) => {
      // Each time a while has passed; where all that is left was deferred, until it is due.
      const due = Math.max(...open.map(({ nextAt = 0 }) => nextAt)) - Date.now();
      clock = Math.max(clock + CLOCK_STEP_MS, open.every(isDeferred) ? due : 0);
      return server.restart({ VINE_CLOCK_AHEAD_MS: String(clock) });
    };
    while (crashes < CRASHES) {
      await beginNote(page, "How things stand");
      if (IS_SHORT) await toOneClass(page);
      await leaveOutUnreachable(page);
      await enclose(page, file);
      await press(page, "Enclose a report");
      await press(page, "Enclose it");
      if (rounds === 0) await closeWhileMaking();
      else await send(page);
      rounds += 1;
      let before = await openLetters();
      expect(before.length).toBeGreaterThan(rounds === 1 && !IS_SHORT ? 200 : 0);
      while ((await openLetters()).length > 0) {
        const wanted = (await deliveredCount(server.url)) + 1 + random.whole(0, MOST_LETTERS_BETWEEN);
        const isTime = async () =>
          (await deliveredCount(server.url)) >= wanted || wereTried(before, await openLetters());
        await expect.poll(isTime, { interval: 10 }).toBe(true);
        before = await openLetters();
        crashes += 1;
        if (!before.every(isDeferred) && random.chance(0.3)) {
          await page.close();
          goOnWith(await openPage(browser, `${server.url}/record`));
        } else {
          await server.kill();
          await restart(before);
        }
      }
      await waitForWords(page, "delivered");
    }
    const letters = await storedLetters(page);
    const mails = await delivered(server.url);
    const copies = new Map<string, number>();
    for (const { mail } of mails) copies.set(mail.messageId ?? "", (copies.get(mail.messageId ?? "") ?? 0) + 1);
    for (const { id, state, serverAnswer } of letters) {
      const arrived = copies.get(messageIdOf(id)) ?? 0;
      expect({ id, state, arrived }).toEqual({ id, state, arrived: state === "accepted" ? 1 : 0 });
      if (state === "refused") expect(serverAnswer).toContain("550");
      else expect(state).toBe("accepted");
    }
    const reports = new Map(letters.map(({ id, enclosures }) => [messageIdOf(id), enclosures?.[1]?.sha256]));
    for (const { mail } of mails) {
      const [tides, report, ...others] = mail.attachments;
      // Byte by byte would take a minute for all of them.
      expect([tides?.content.equals(bytes), others]).toEqual([true, []]);
      // The report that was made before the first crash is the one that arrived.
      const sha256 = createHash("sha256")
        .update(report?.content ?? "")
        .digest("hex");
      expect(sha256).toBe(reports.get(mail.messageId ?? ""));
    }
    expect(mails).toHaveLength(letters.filter(({ state }) => state === "accepted").length);
    console.info(`${crashes} crashes in ${rounds} rounds: ${letters.length} letters, ${mails.length} arrived.`);
  },
  900_000 + CRASHES * MINUTES_PER_CRASH,
);

/** The page is gone while letters and reports are made: opened again, wherever, it goes on to one whole round. */
async function closeWhileMaking(): Promise<void> {
  await page.locator(".foot .btn-primary:not(:disabled)").click();
  await waitForWords(page, " looked at.");
  await seeCautions(page);
  for (const word of await page.$$("[id^=word-]"))
    await word.type(await word.evaluate(({ id }) => id.split("-")[1] ?? ""));
  await page.locator(".modal-footer .btn-primary:not(:disabled)").click();
  await waitForWords(page, "Finishing the letters, ");
  await page.close();
  goOnWith(await openPage(browser, `${server.url}/record`));
  await expect.poll(() => storedRounds(page)).toHaveLength(1);
  expect(await storedLetters(page)).toHaveLength((await storedRounds(page))[0]?.letterCount ?? 0);
}

const messageIdOf = (id: string) => `<${id}@letters.vine-note.invalid>`;

/** A deferred letter moves on only when its time has come. */
const OPEN = ["prepared", "handed", "held", "leaving", "deferred"];

async function openLetters() {
  return (await storedLetters(page)).filter(({ state }) => OPEN.includes(state));
}

const isDeferred = ({ state }: { state: string }) => state === "deferred";

type Open = Awaited<ReturnType<typeof openLetters>>;

/** Whether all that is left waits for its time, and something was tried since. */
function wereTried(before: Open, now: Open): boolean {
  return now.every(isDeferred) && JSON.stringify(now) !== JSON.stringify(before);
}
