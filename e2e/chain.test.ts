import { writeFile } from "node:fs/promises";
import path from "node:path";
import { describe, expect, test } from "vitest";
import { demoSchool } from "@/demo/demoSchool";
import { choose, fill, press, waitForWords } from "./support/browser";
import { journey, page, server, TODAY, temporaryFolder } from "./support/journey";
import { delivered } from "./support/mailboxes";
import { beginNote, bringIn, leaveOutUnreachable, send, setTakeBack, untilSettled } from "./support/steps";

const NEW_POINTS = 37;
/** Above every average, so that a letter about each unusual name is compared. */
const THRESHOLD = 200;
const school = demoSchool(TODAY);
const [schoolClass] = school.classes;
if (!schoolClass) throw new Error("The demo school has no class.");
const enrolled = schoolClass.studentIds.flatMap((id) => school.students.find((student) => student.id === id) ?? []);
const nameOf = (person: { givenName: string; familyName: string }) => `${person.givenName} ${person.familyName}`;
const namesakes = enrolled.filter((one) => enrolled.some((other) => other !== one && nameOf(other) === nameOf(one)));

/** The new scores: everybody has another one, every ninth has not handed it in. */
const fileCells = new Map(
  enrolled.map(({ id }, place) => [id, place % 9 === 3 ? "missing" : String((place * 7.25) % NEW_POINTS)]),
);

/** The figures of a student after the import, by plain arithmetic on the demo's scores and the file's. */
function expectedFigures(studentId: string): { categories: string[]; overall: string; missing: string[] } {
  const inTerm = school.assignments.filter(({ classId, termId }) => classId === schoolClass?.id && termId === "winter");
  const scores = new Map(school.scoreColumns.map((column) => [column.assignmentId, column.scores[studentId]]));
  const missing = inTerm
    .filter(({ id }) => ["missing", "incomplete"].includes(scores.get(id)?.status ?? ""))
    .map(({ title }) => title);
  let sum = 0;
  let weights = 0;
  const shownOf = (value: number) => `${Math.floor(value + 0.5 + 1e-9)}\u00a0%`;
  const categories = (schoolClass?.categories ?? []).map(({ id, weight, dropLowest }) => {
    const counting: { earned: number; possible: number }[] = [];
    let extra = 0;
    for (const assignment of inTerm.filter(({ categoryId }) => categoryId === id)) {
      const score = scores.get(assignment.id);
      if (!score || score.status === "excused" || score.status === "pending") continue;
      if (assignment.extraCredit) extra += score.points ?? 0;
      else if (assignment.pointsPossible > 0)
        counting.push({ earned: score.points ?? 0, possible: assignment.pointsPossible });
    }
    if (id === "field-work") {
      const cell = fileCells.get(studentId) ?? "";
      if (cell === "missing") missing.push("Tide table work");
      counting.push({ earned: cell === "missing" ? 0 : Number(cell), possible: NEW_POINTS });
    }
    const ratio = (kept: typeof counting) => {
      const possible = kept.reduce((total, one) => total + one.possible, 0);
      return possible === 0
        ? undefined
        : (100 * (extra + kept.reduce((total, one) => total + one.earned, 0))) / possible;
    };
    const tries =
      dropLowest > 0 && counting.length > 1
        ? counting.map((out) => ratio(counting.filter((one) => one !== out)) ?? 0)
        : [];
    const average = tries.length > 0 ? Math.max(...tries) : ratio(counting);
    if (average === undefined) return "no scores yet";
    sum += average * weight;
    weights += weight;
    return shownOf(average);
  });
  return { categories, overall: weights === 0 ? "no scores yet" : shownOf(sum / weights), missing };
}

journey();
const folder = temporaryFolder();

describe("from a gradebook file to a family's mailbox", () => {
  test("the demo school is open, and says that nothing leaves this computer", async () => {
    await waitForWords(page, "Practice: nothing leaves this computer");
    await waitForWords(page, "Write to these");
    expect(namesakes).toHaveLength(2);
  });

  test("a file with unusual names is joined by name; namesakes are asked; it is applied, taken back, applied again", async () => {
    const rows = [...enrolled]
      .reverse()
      .map((student) => `"${student.familyName.toUpperCase()}, ${student.givenName}",${fileCells.get(student.id)}`);
    const file = path.join(folder, "week.csv");
    await writeFile(
      file,
      `\ufeffOcean Science 8\n\nStudent,Tide table work (${NEW_POINTS})\n${rows.join("\n")}\n"Nobody, Known",3\n`,
    );
    await bringIn(page, [file]);
    await waitForWords(page, "Several students have this name");
    await waitForWords(page, `${enrolled.length - 2} of ${enrolled.length + 1} rows joined`);
    await press(page, "week.csv");
    await waitForWords(page, "Nobody here has this number or name");
    await press(page, "Back to what will change");

    // The file lists the class backwards: the first of the two rows is the second namesake.
    const backwards = [...namesakes].reverse();
    const upper = `${backwards[0]?.familyName.toUpperCase()}, ${backwards[0]?.givenName}`;
    const pickers = await page.$$(`select[aria-label="Who is ${upper}"]`);
    for (const [place, picker] of pickers.entries()) await picker.select(backwards[place]?.id ?? "");
    await waitForWords(page, `${enrolled.length} scores in 1 assignment`);
    await press(page, "Apply");
    await waitForWords(page, "Brought in:");
    const assignments = schoolClass?.id
      ? school.assignments.filter(({ classId, termId }) => classId === schoolClass.id && termId === "winter").length
      : 0;
    const seeAssignments = async (count: number) => {
      await press(page, "Gradebook", "link");
      await waitForWords(page, `${count} assignments`);
    };
    await seeAssignments(assignments + 1);
    await press(page, "Bring in", "link");
    await press(page, "Take back week.csv");
    await waitForWords(page, "Taken back");
    await seeAssignments(assignments);
    await press(page, "Bring in", "link");
    await press(page, "Apply again week.csv");
    await page.waitForFunction(() => !document.body.textContent?.includes("Taken back"));
    await seeAssignments(assignments + 1);
  });

  test("the gradebook shows the averages worked out by hand", async () => {
    // Rows are drawn as they come into view: here all of them must.
    await page.setViewport({ width: 1280, height: 1400 });
    // Categories stand folded into the overall average until they are asked for.
    await page.keyboard.press("c");
    await page.waitForFunction(() => document.querySelector(".grid thead")?.textContent?.includes("weight"));
    await page.waitForFunction(
      (count) => document.querySelectorAll(".grid tbody tr:not([aria-hidden])").length === count,
      {},
      enrolled.length,
    );
    const shown = await page.$$eval(".grid tbody tr:not([aria-hidden])", (rows) =>
      rows.map((row) => [...row.querySelectorAll("th, td")].slice(0, 8).map((cell) => cell.textContent ?? "")),
    );
    for (const student of enrolled) {
      const row = shown.find(
        ([name, overall]) =>
          name === `${student.familyName}, ${student.givenName}` &&
          overall?.startsWith(expectedFigures(student.id).overall),
      );
      expect(row?.slice(3), nameOf(student)).toEqual(
        expectedFigures(student.id).categories.map((text) => text.replace("no scores yet", "none")),
      );
    }
    await page.setViewport({ width: 1280, height: 800 });
  });

  test("a round reaches every family it should, with the right child's right figures in HTML and text", async () => {
    await setTakeBack(page, 1);
    await beginNote(page, "Below 70 %");
    await choose(page, "Classes", "Ocean Science 8, Block 1");
    await fill(page, "Percent", String(THRESHOLD));
    await choose(page, "Recipients", "students and all their guardians");
    await waitForWords(page, "in 1 class.");
    await leaveOutUnreachable(page);
    await send(page);
    await waitForWords(page, "delivered");
    await untilSettled(page);

    const low = enrolled.filter(({ id }) => Number.parseInt(expectedFigures(id).overall, 10) < THRESHOLD);
    const expected = low.flatMap((student) => {
      const people = student.guardians.flatMap(
        ({ guardianId }) => school.guardians.find(({ id }) => id === guardianId) ?? [],
      );
      const reachable = people.filter(
        ({ confirmation, addresses: [address = ""] }) =>
          confirmation !== "declined" && /^[^,]+@(?!gone)[^,]+$/.test(address),
      );
      return [
        ...reachable.map((one) => ({ to: nameOf(one), address: one.addresses[0] ?? "" })),
        { to: nameOf(student), address: student.address ?? "" },
      ].map((recipient) => ({ ...recipient, student }));
    });
    expect(low).toHaveLength(enrolled.length);
    for (const familyName of ["O’Dwyer", "الخطيب", "Wójcik"])
      expect(low.map((one) => one.familyName)).toContain(familyName);
    const mails = await delivered(server.url);
    expect(mails.map(({ address }) => address).sort()).toEqual(
      expected.map(({ address }) => address.toLowerCase()).sort(),
    );

    for (const { to, address, student } of expected) {
      const { categories, overall, missing } = expectedFigures(student.id);
      const mail = mails.find(
        (one) =>
          one.address === address.toLowerCase() &&
          one.mail.text?.includes(`Dear ${to},`) &&
          one.mail.text.includes(`that ${student.givenName} stands`),
      )?.mail;
      expect(mail, `${to} about ${nameOf(student)}`).toBeDefined();
      expect(mail?.subject).toBe(`How ${student.givenName} is doing in Ocean Science 8`);
      const text = mail?.text ?? "";
      expect(text).toContain(`stands at ${overall} in Ocean Science 8.`);
      const names = schoolClass?.categories.map(({ name }) => name) ?? [];
      expect(text).toContain(
        [...names.map((name, place) => `${name}: ${categories[place]}`), `Overall: ${overall}`].join("\n"),
      );
      const html = String(mail?.html);
      const cells = [...html.matchAll(/<td[^>]*>([^<]*)<\/td>/g)].map(([, cell]) => cell);
      expect(cells).toEqual([...names.flatMap((name, place) => [name, categories[place]]), "Overall", overall]);
      const items = [...html.matchAll(/<li[^>]*>([^<]*?) \(/g)].map(([, title]) => title);
      expect(items.sort()).toEqual([...missing].sort());
      for (const title of missing) expect(text).toContain(`- ${title} (`);
    }
  });

  test("the record and the practice post show the same letters", async () => {
    await press(page, "Open it in the record", "link");
    await page.waitForSelector(".long-list .who-open");
    const total = await page.$eval(
      "select[aria-label=State]",
      (select) => (select as HTMLSelectElement).options[0]?.text,
    );
    const mails = await delivered(server.url);
    expect(Number(total?.match(/\d+/)?.[0])).toBeGreaterThanOrEqual(mails.length);
    await press(page, "Practice post", "link");
    const ana = enrolled.find(({ familyName }) => familyName === "Wójcik");
    const box = mails.find(({ mail }) => mail.text?.includes(`${ana?.givenName} stands`)) ?? mails[0];
    await fill(page, "Find a family", box?.address ?? "");
    await waitForWords(page, box?.mail.subject ?? "");
    const frame = await (await page.waitForSelector("iframe.letter-frame"))?.contentFrame();
    expect(await frame?.evaluate(() => document.body.textContent)).toContain(box?.mail.text?.split("\n")[0]);
  });

  test("a round that is called back in time does not leave", async () => {
    await press(page, "Empty all mailboxes");
    await waitForWords(page, "No letters have arrived yet");
    await setTakeBack(page, 600);
    await beginNote(page, "Missing work");
    await leaveOutUnreachable(page);
    await send(page);
    await page.waitForFunction(() =>
      [...document.querySelectorAll("button")].some((button) => /^Take back \d+/.test(button.textContent ?? "")),
    );
    await page.evaluate(() =>
      [...document.querySelectorAll("button")]
        .find((button) => /^Take back \d+/.test(button.textContent ?? ""))
        ?.click(),
    );
    await page.waitForFunction(() =>
      /^\d+ taken back\.$/.test(document.querySelector(".countdown")?.textContent ?? ""),
    );
    expect(await delivered(server.url)).toEqual([]);
  });
});
