import { test } from "vitest";
import { fullName } from "@/core/model/student";
import { demoSchool } from "@/demo/demoSchool";
import { press, waitForWords } from "./support/browser";
import { journey, page, TODAY } from "./support/journey";
import { beginNote, leaveOutUnreachable, send, setTakeBack, untilSettled } from "./support/steps";

journey();
const school = demoSchool(TODAY);
const [student] = school.students.filter(({ guardians }) => guardians.length > 0);
const guardian = school.guardians.find(({ id }) => id === student?.guardians[0]?.guardianId);
if (!student || !guardian) throw new Error("The demo school has families.");

/** Types into the line that finds, from wherever one is, and waits until something is found. */
async function find(words: string, hit: string): Promise<void> {
  await page.keyboard.press("F4");
  await page.waitForSelector(".find input");
  await page.keyboard.type(words);
  await page.waitForFunction(
    (wanted) => [...document.querySelectorAll(".find-hit")].some((one) => one.textContent?.includes(wanted)),
    {},
    hit,
  );
}

test("by keyboard alone: a student, a family by its address, a note to begin, names covered", async () => {
  await find(`${student.familyName} ${student.givenName}`, fullName(student));
  await page.keyboard.press("Enter");
  await page.waitForFunction((id) => window.location.pathname.endsWith(`/students/${id}`), {}, student.id);
  await find(guardian.addresses[0] ?? "", fullName(guardian));
  await page.keyboard.press("Enter");
  await waitForWords(page, "First contact");
  await find("new note missing", "New note: Missing work");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await page.waitForSelector(".letter-body .tiptap");
  await find("cover names", "Cover names and figures");
  await page.keyboard.press("Enter");
  await page.waitForSelector(".covered");
  await page.keyboard.press("F9");
  await page.waitForFunction(() => !document.querySelector(".covered"));
});

test("an assignment opens beside the grid, a round and the words of its letters in the record; Escape closes", async () => {
  const [assignment] = school.assignments;
  if (!assignment) throw new Error("The demo school has work.");
  await find(assignment.title, assignment.title);
  await page.keyboard.press("Enter");
  await page.waitForSelector("#assignment-details");
  await setTakeBack(page, 0);
  await beginNote(page, "Below 70 %");
  await leaveOutUnreachable(page);
  await send(page);
  await untilSettled(page);
  await press(page, "Back to the note");
  await find("below 70", "letters to");
  await page.keyboard.press("Escape");
  await page.waitForFunction(() => !document.querySelector(".find"));
  await find("time to change that", "is doing in");
  await page.locator("section[aria-label=Letters] .find-hit").click();
  await page.waitForSelector("[aria-label='Letter as it left']");
});
