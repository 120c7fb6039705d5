import "fake-indexeddb/auto";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from "vitest";
import { adding, removing, updating } from "@/core/change/change";
import { viewsOf } from "@/core/figures/comparedViews";
import type { ContactCard } from "@/core/model/contactCard";
import type { Note } from "@/core/model/note";
import { demoSchool } from "@/demo/demoSchool";
import { messageIdOf } from "@/post/edge/messageId";
import { eventsOf } from "@/post/testing";
import { logPlace } from "@/store/logPlace";
import { openDatabase } from "@/store/openDatabase";
import { publishCard } from "../families/publishCard";
import { publishViews, viewLinks } from "../marking/publishViews";
import { printLetters } from "../paper/printLetters";
import { sendNote } from "../rounds/sendNote";
import { serverInProcess, TestBrowser } from "../testing";

import { ABOUT, chosenOf, NOW, noTimeToTakeBack, noteTo, seen, settled, until } from "../testing/smallRound";

const TODAY = "2026-11-24";
const school = demoSchool(TODAY);
let server: Awaited<ReturnType<typeof serverInProcess>>;
let browser: TestBrowser;
beforeAll(async () => {
  server = await serverInProcess();
});
afterAll(() => server.close());
beforeEach(() => {
  browser = new TestBrowser(TODAY, server.serve);
});
afterEach(async () => {
  browser.close();
  await openDatabase().delete();
});

describe("what families say, on paper and by phone", () => {
  test("on paper a letter goes with all that is enclosed; to a no only alone, and never by mail", async () => {
    const office = await browser.open(school);
    const begun = await noteTo(office, "note-paper", 3);
    const [declined] = [...office.world.guardians.values()].filter(({ id }) =>
      office.world.students.get(chosenOf(begun)[2] ?? "")?.guardians.some(({ guardianId }) => guardianId === id),
    );
    if (!declined) throw new Error("The third student has no guardian.");
    const closed = { ...declined, confirmation: "stopped" as const, postalAddress: "3 Quay Lane\nSallow Bay" };
    await office.commit(updating("guardians", declined, closed), ABOUT);
    const enclosure = await office.save.file("tides.txt", "text/plain", new TextEncoder().encode("high").buffer);
    const note: Note = {
      ...begun,
      audience: { guardians: "all", students: false },
      enclosures: [enclosure],
      reports: [{ design: "progress", paper: "a4" }],
    };
    const { recipients } = {
      recipients: (await office.engine.people(note)).letters.map(({ recipient }) => recipient.id),
    };
    expect(recipients).not.toContain(closed.id);
    const some = recipients.slice(0, 2);
    const together = await printLetters(office, note, [...some, closed.id], "Notes");
    expect(together).toMatchObject({ ok: true, count: 2, type: "application/zip" });
    const alone = await printLetters(office, note, [closed.id], "Notes");
    if (!alone.ok) throw new Error(alone.problem);
    const { unzipSync, strFromU8 } = await import("fflate");
    const files = unzipSync(alone.bytes);
    expect(Object.keys(files)).toEqual([
      expect.stringMatching(/^Letters/),
      expect.stringMatching(/^Progress/),
      "tides.txt",
    ]);
    expect(strFromU8(Object.values(files)[0] ?? new Uint8Array())).toContain("3 Quay Lane");
    const [round] = await office.read.roundsNewestFirst();
    const letters = await office.read.lettersOfRound(round?.id ?? "");
    expect(letters.map(({ state, recipient }) => [state, recipient.id])).toEqual([["printed", closed.id]]);
    const stopped = { ...note, subject: { type: "doc" as const, content: [] } };
    expect(await printLetters(office, stopped, some, "Notes")).toMatchObject({ ok: false });
  });

  test("what families write goes from the server once it is on this disk, also where telling that fails at first", async () => {
    const office = await browser.open(school);
    await noTimeToTakeBack(office);
    browser.isAnswered = (method, url) => method !== "DELETE" && !url.endsWith("/taken");
    office.line.open();
    const note = await noteTo(office, "n", 2);
    const sent = await sendNote(office, note, { ...NOW, seenCautions: await seen(office, note) }, "Notes");
    if (!sent.ok) throw new Error(sent.problem);
    await settled(office, sent.roundId);
    const [letter] = (await office.read.lettersOfRound(sent.roundId)).filter(({ state }) => state === "accepted");
    const { inbox, cards, postRoom: there } = await server.serverRuntime();
    const mail = ["From: Ewa <ewa@x.example>", `In-Reply-To: ${messageIdOf(letter?.id ?? "")}`, "", "Thank you."];
    await inbox.take(Buffer.from(mail.join("\r\n")));
    const card: ContactCard = { id: "card", title: "Who?", greeting: "", questions: ["guardians"], createdAt: 1 };
    await office.commit(adding("cards", [card]), ABOUT);
    await publishCard(office, card, "Families");
    const guardians = [{ name: "Ewa", address: "", relation: "", language: "", frequency: "" as const }];
    await cards.answer({ answerId: "a", cardId: card.id, studentName: "Ana Roe", studentNumber: "", guardians });
    await until(office, async () => (await office.read.newRepliesWithLetters()).length === 1);
    const [{ reply } = { reply: undefined }] = await office.read.newRepliesWithLetters();
    const isThere = () =>
      inbox.read(reply?.id ?? "").then(
        () => true,
        () => false,
      );
    const written = async () => JSON.stringify(await eventsOf(there));
    expect([reply?.text, await isThere(), (await written()).includes("Ana Roe")]).toEqual(["Thank you.", true, true]);
    // Another browser, without the letter and the card, takes nothing away.
    office.close();
    const elsewhere = new TestBrowser(TODAY, server.serve, "elsewhere");
    const other = await elsewhere.open(school);
    other.line.open();
    await until(other, async () => (await logPlace(other.database)).seq > 0);
    expect([(await other.read.newRepliesWithLetters()).length, await isThere()]).toEqual([0, true]);
    elsewhere.close();
    await other.database.delete();
    browser.isAnswered = () => true;
    const again = await browser.open();
    again.line.open();
    await until(again, async () => !(await isThere()) && !(await written()).includes("Ana Roe"));
    expect((await again.read.newRepliesWithLetters())[0]?.reply.text).toBe("Thank you.");
  });

  test("views from phones are matched by link or number, compared, and leave the server once they are on this disk", async () => {
    const office = await browser.open(school);
    const talk = office.world.assignments.get("class-1-talk");
    const [student] = (office.world.classes.get("class-1")?.studentIds ?? []).flatMap(
      (id) => office.world.students.get(id) ?? [],
    );
    if (!talk || !student) throw new Error("The demo school has no talk.");
    await office.commit(removing("views", [...office.world.views.values()]), ABOUT);
    expect(await publishViews(office, talk, true)).toMatchObject({ ok: true });
    const { id: pageId = "", classCode = "" } = office.world.markings.get(talk.id)?.viewPage ?? {};
    const links = (await viewLinks(office, pageId, [student.id])).get(student.id);
    const { views } = await server.serverRuntime();
    const token = (link = "") => link.split("/").at(-1) ?? "";
    const say = (answerId: string, part: object) =>
      views.say({
        answerId,
        pageId,
        token: "",
        studentNumber: "",
        classCode,
        reached: { Content: "strong" },
        comment: "",
        ...part,
      });
    await say("v1", { studentNumber: ` ${student.studentNumber} ` });
    await say("v2", { token: token(links?.about), comment: "I could follow." });
    await say("v3", { studentNumber: "nobody's" });
    office.line.open();
    await expect.poll(() => office.world.views.size).toBe(3);
    // The same phone corrects what it sent.
    await say("v1", { studentNumber: student.studentNumber, reached: { Content: "beginning" } });
    await expect.poll(() => office.world.views.get("v1")?.reached).toEqual({ Content: "beginning" });
    const mine = viewsOf(office.world, talk.id, student.id);
    expect(mine.map(({ id, by }) => [id, by]).sort()).toEqual([
      ["v1", "own"],
      ["v2", "other"],
    ]);
    expect(office.world.views.get("v3")?.studentId).toBe("");
    const there = async () => JSON.stringify(await eventsOf((await server.serverRuntime()).postRoom));
    await expect.poll(there).not.toMatch(/I could follow|nobody's/);
    expect(await publishViews(office, talk, false)).toMatchObject({ ok: true });
    await expect(say("v4", { studentNumber: "1" })).rejects.toThrow("closed");
  });

  test("what waits is called back before everything is replaced", async () => {
    const office = await browser.open(school);
    office.line.open();
    const note = await noteTo(office, "n", 2);
    const sent = await sendNote(office, note, { ...NOW, seenCautions: await seen(office, note) }, "Notes");
    if (!sent.ok) throw new Error(sent.problem);
    while ((await office.read.lettersOfRound(sent.roundId)).some(({ state }) => state !== "held"))
      await office.around.pause(5);
    const { postRoom } = await server.serverRuntime();
    expect((await postRoom.status()).waiting).toBeGreaterThan(0);
    await office.replaceEverything(school);
    expect((await postRoom.status()).waiting).toBe(0);
  });

  test("everything that is replaced is read once, whoever waits for it meanwhile", async () => {
    const office = await browser.open(school);
    const before = office.generation;
    let isReplaced = false;
    const replacing = office.replaceEverything(school).finally(() => {
      isReplaced = true;
    });
    while (!isReplaced) await office.upToDate();
    await replacing;
    expect(office.generation).toBe(before + 1);
  });

  test("a no that the teacher enters calls back what waits at that address, and outlives replacing everything", async () => {
    const office = await browser.open(school);
    office.line.open();
    const note = await noteTo(office, "n", 2);
    const later = { ...NOW, seenCautions: await seen(office, note) };
    const isClosed = async (address: string) =>
      (await (await server.serverRuntime()).families.closedOf([address])).length === 1;
    const sent = await sendNote(office, note, later, "Notes");
    if (!sent.ok) throw new Error(sent.problem);
    const letters = () => office.read.lettersOfRound(sent.roundId);
    while ((await letters()).some(({ state }) => state !== "held")) await office.around.pause(5);
    const [first] = await letters();
    const guardian = office.world.guardians.get(first?.recipient.id ?? "");
    if (!first || !guardian) throw new Error("The first letter is to no guardian.");
    await office.commit(updating("guardians", guardian, { ...guardian, confirmation: "declined" }), ABOUT);
    const stateOfFirst = async () => (await letters()).find(({ id }) => id === first.id)?.state;
    while ((await stateOfFirst()) !== "withdrawn") await office.around.pause(5);
    expect(await isClosed(first.recipient.address)).toBe(true);
    await office.replaceEverything(school);
    while (office.line.state.get().status === undefined) await office.around.pause(5);
    expect(await isClosed(first.recipient.address)).toBe(true);
  });
});
