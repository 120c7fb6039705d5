import { writeFile } from "node:fs/promises";
import path from "node:path";
import { expect, test } from "vitest";
import { Actions } from "./support/actions";
import { waitForWords } from "./support/browser";
import { journey, page, server, temporaryFolder } from "./support/journey";
import { delivered } from "./support/mailboxes";
import { untilSettled } from "./support/steps";

journey({});
const folder = temporaryFolder();

test("from one table of names, addresses and three columns to letters with them, in eight actions at most", async () => {
  const actions = new Actions(page);
  const file = path.join(folder, "harbour trip.csv");
  await writeFile(
    file,
    "Student,Student email,Bus stop,Mile time,Photo allowed\nAna Wójcik,ana@tidepost.example,Quay Street,7.5,yes\n" +
      "Bo Li,bo@tidepost.example,North Pier,9,no\nCy O’Dwyer,cy@tidepost.example,Sallow Mill,8.25,yes\n",
  );
  await actions.press("Bring in your files", "link");
  await actions.drop(file);
  await actions.press("Keep 3 as extra columns");
  await waitForWords(page, "3 new students, 9 values in 3 extra columns.");
  await actions.press("Apply and write to these");
  await page.waitForSelector(".letter-body .tiptap");
  await waitForWords(page, "3 letters to 3 students");
  await waitForWords(page, "North Pier");
  await actions.press("Send 3 letters …");
  await page.waitForSelector(".modal-body");
  await actions.act("fill my address", () => page.locator("#my-address").fill("ilse.maronde@sallowbay.example"));
  await actions.press("Keep it");
  await actions.press("Send 3 letters");
  await waitForWords(page, "delivered");
  await untilSettled(page);
  expect(actions.count()).toBeLessThanOrEqual(8);
  const mails = await delivered(server.url);
  const bo = mails.find(({ address }) => address === "bo@tidepost.example")?.mail.text ?? "";
  for (const line of ["Bus stop: North Pier", "Mile time: 9", "Photo allowed: no"]) expect(bo).toContain(line);
  expect(mails).toHaveLength(3);
});
