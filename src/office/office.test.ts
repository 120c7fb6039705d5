import "fake-indexeddb/auto";
import { readdirSync, rmSync } from "node:fs";
import path from "node:path";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from "vitest";
import { adding, removing, updating } from "@/core/change/change";
import { viewsOf } from "@/core/figures/comparedViews";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import type { ContactCard } from "@/core/model/contactCard";
import type { Note } from "@/core/model/note";
import { startNote } from "@/core/starters/startNote";
import { demoSchool } from "@/demo/demoSchool";
import { messageIdOf } from "@/post/edge/messageId";
import { eventsOf } from "@/post/testing";
import { logPlace } from "@/store/logPlace";
import { openDatabase } from "@/store/openDatabase";
import { savePendingSend } from "@/store/pendingSends";
import { publishCard } from "./families/publishCard";
import { publishViews, viewLinks } from "./marking/publishViews";
import type { Office } from "./office";
import { printLetters } from "./paper/printLetters";
import { takeBack } from "./rounds/handOverPrepared";
import { goOnSending, sendNote } from "./rounds/sendNote";
import { serverInProcess, TestBrowser } from "./testing";

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

const ABOUT = { words: "Changed.", screen: "Families" };
const NOW = { seenCautions: [], at: undefined, copy: false, together: false };

/** A note about the last students of one class, who make few letters. */
async function noteTo(office: Office, id: string, students: number): Promise<Note> {
  const [schoolClass] = office.world.classes.values();
  if (!schoolClass) throw new Error("The demo school has no class.");
  const begun = startNote("progress", { id, now: 1, period: "winter" });
  const chosen = schoolClass.studentIds.slice(0, students);
  const note: Note = {
    ...begun,
    selection: { ...begun.selection, classIds: [schoolClass.id], conditions: [{ kind: "chosen", studentIds: chosen }] },
  };
  await office.commit(adding("notes", [note]), ABOUT);
  return note;
}

const chosenOf = ({ selection: { conditions } }: Note) =>
  conditions.flatMap((condition) => (condition.kind === "chosen" ? condition.studentIds : []));

/** Guardians to whom nothing can go: the demo school has some, and they stop a note. */
function unreachable({ world }: Office): string[] {
  return [...world.guardians.values()].flatMap(({ id, addresses: [address = ""] }) =>
    isGoodAddress(address) ? [] : [id],
  );
}

async function seen(office: Office, note: Note): Promise<string[]> {
  return (await office.engine.check(note, office.now())).findings.map(({ id }) => id);
}

async function noTimeToTakeBack(office: Office): Promise<void> {
  const [settings] = office.world.settings.values();
  if (settings) await office.commit(updating("settings", settings, { ...settings, takeBackSeconds: 0 }), ABOUT);
}

async function settled(office: Office, roundId: string): Promise<string[]> {
  for (;;) {
    const states = (await office.read.lettersOfRound(roundId)).map(({ state }) => state);
    if (states.every((state) => ["accepted", "refused", "returned", "withdrawn"].includes(state))) return states;
    await office.around.pause(5);
  }
}

async function until({ around }: Office, holds: () => Promise<boolean>): Promise<void> {
  while (!(await holds())) await around.pause(5);
}

describe("a round without a browser", () => {
  test("goes from a note to the families' mailboxes, and the record knows what became of it", async () => {
    const office = await browser.open(school);
    office.line.open();
    await noTimeToTakeBack(office);
    const note = await noteTo(office, "n", 4);
    const sent = await sendNote(office, note, { ...NOW, seenCautions: await seen(office, note), copy: true }, "Notes");
    if (!sent.ok) throw new Error(sent.problem);
    const states = await settled(office, sent.roundId);
    const round = await office.read.findRound(sent.roundId);
    expect(states).toHaveLength(round?.letterCount ?? -1);
    expect(states.filter((state) => state === "accepted").length).toBeGreaterThan(1);
    const letters = await office.read.lettersOfRound(sent.roundId);
    const [first] = letters.filter(({ state }) => state === "accepted");
    const { mailboxes } = await server.serverRuntime();
    expect((await mailboxes.messages(first?.recipient.address ?? "")).length).toBeGreaterThan(0);
    const [entry] = await office.read.changesNewestFirst();
    expect(entry).toMatchObject({ kind: "round", screen: "Notes" });
  });

  test("what is kept is what was checked: a stop or a new caution keeps all of it back", async () => {
    const office = await browser.open(school);
    const note = await noteTo(office, "n", 2);
    const stopped: Note = {
      ...note,
      body: { type: "doc", content: [{ type: "paragraph", content: [{ type: "text", text: "Dear [insert name]" }] }] },
    };
    expect(await sendNote(office, stopped, NOW, "Notes")).toMatchObject({ ok: false });
    const tooLong = {
      ...note,
      subject: {
        type: "doc",
        content: [{ type: "paragraph", content: [{ type: "text", text: "A subject ".repeat(9) }] }],
      },
    } as Note;
    expect(await sendNote(office, tooLong, NOW, "Notes")).toEqual({
      ok: false,
      problem: expect.stringContaining("something new to look at"),
      unseen: ["long-subject"],
    });
    expect(await office.read.roundsNewestFirst()).toEqual([]);
    expect(await office.database.letters.count()).toBe(0);
  });

  test("a score that comes in while letters are made rebuilds all of them, never half and half", async () => {
    const office = await browser.open(school);
    const begun = {
      ...startNote("progress", { id: "n", now: 1, period: "winter" }),
      leftOutRecipientIds: unreachable(office),
    };
    await office.commit(adding("notes", [begun]), ABOUT);
    const seenCautions = await seen(office, begun);
    const [student] = office.world.students.values();
    if (!student) throw new Error("There is no student.");
    let batches = 0;
    browser.beforeQuestion = async (question) => {
      if (question === "nextLetters") batches += 1;
      if (question !== "nextLetters" || batches !== 1) return;
      await office.commit(updating("students", student, { ...student, preferredName: "Newname" }), ABOUT);
    };
    const sent = await sendNote(office, begun, { ...NOW, seenCautions }, "Notes");
    if (!sent.ok) throw new Error(sent.problem);
    const round = await office.read.findRound(sent.roundId);
    const letters = await office.read.lettersOfRound(sent.roundId);
    expect(letters).toHaveLength(round?.letterCount ?? -1);
    expect(await office.database.letters.count()).toBe(letters.length);
    expect(batches).toBe(2);
    const about = await office.read.wholeLetters(letters.filter(({ studentId }) => studentId === student.id));
    expect(about.length).toBeGreaterThan(0);
    for (const { text } of about) expect(text).toContain("Newname");
  });

  test("to many at once as many letters go as were promised, also where families share an address", async () => {
    const office = await browser.open(school);
    const [first, second] = [...office.world.guardians.values()].filter(({ addresses }) => addresses[0]);
    if (!first || !second) throw new Error("There are no guardians.");
    await office.commit(updating("guardians", second, { ...second, addresses: [...first.addresses] }), ABOUT);
    const begun = startNote("empty", { id: "n", now: 1, period: "winter" });
    const words = [{ type: "paragraph", content: [{ type: "text", text: "The tide pool is open on Friday." }] }];
    const note = {
      ...begun,
      subject: { type: "doc", content: [{ type: "paragraph", content: [{ type: "text", text: "The tide pool" }] }] },
      body: { type: "doc", content: words },
      leftOutRecipientIds: unreachable(office),
    } as Note;
    await office.commit(adding("notes", [note]), ABOUT);
    const { lettersTogether } = await office.engine.people(note);
    const choices = { ...NOW, seenCautions: await seen(office, note), together: true };
    const sent = await sendNote(office, note, choices, "Notes");
    if (!sent.ok) throw new Error(sent.problem);
    expect(await office.read.lettersOfRound(sent.roundId)).toHaveLength(lettersTogether);
  });

  test("while nobody answers a round waits here, and leaves when somebody does", async () => {
    const office = await browser.open(school);
    await noTimeToTakeBack(office);
    browser.isOnline = false;
    office.line.open();
    const note = await noteTo(office, "n", 2);
    const sent = await sendNote(office, note, { ...NOW, seenCautions: await seen(office, note) }, "Notes");
    if (!sent.ok) throw new Error(sent.problem);
    while (!office.line.state.get().trouble) await office.around.pause(5);
    expect((await office.read.lettersOfRound(sent.roundId)).every(({ state }) => state === "prepared")).toBe(true);
    browser.isOnline = true;
    expect((await settled(office, sent.roundId)).length).toBeGreaterThan(0);
    // The record is written before the line is said to be well again.
    await expect.poll(() => office.line.state.get().trouble).toBeUndefined();
  });

  test("a round that is taken back while nobody answers is taken back first, also over a reload", async () => {
    const office = await browser.open(school);
    office.line.open();
    const note = await noteTo(office, "n", 2);
    const sent = await sendNote(office, note, { ...NOW, seenCautions: await seen(office, note) }, "Notes");
    if (!sent.ok) throw new Error(sent.problem);
    const states = async () => (await office.read.lettersOfRound(sent.roundId)).map(({ state }) => state);
    while (!(await states()).every((state) => state === "held")) await office.around.pause(5);
    browser.isOnline = false;
    await expect(takeBack(office, sent.roundId)).rejects.toThrow();
    await expect(office.replaceEverything(school)).rejects.toThrow("1 round waits to leave");
    expect(await states()).toContain("held");
    const later = await browser.open();
    browser.isOnline = true;
    later.line.open();
    expect(new Set(await settled(later, sent.roundId))).toEqual(new Set(["withdrawn"]));
  });

  test("a letter that the post room can't take holds up no other, and says why", async () => {
    const office = await browser.open(school);
    await noTimeToTakeBack(office);
    const sent: string[] = [];
    for (const id of ["n", "m"]) {
      const note = await noteTo(office, id, 3);
      const done = await sendNote(office, note, { ...NOW, seenCautions: await seen(office, note) }, "Notes");
      if (!done.ok) throw new Error(done.problem);
      sent.push(done.roundId);
    }
    const [first = "", second = ""] = sent;
    const [bad] = await office.read.lettersOfRound(first);
    if (!bad) throw new Error("Nothing was prepared.");
    const recipient = { ...bad.recipient, address: "one@harbourmail.example, two@harbourmail.example" };
    await office.database.letters.update(bad.id, { recipient });
    const [without] = await office.read.lettersOfRound(second);
    const gone = { sha256: "0".repeat(64), name: "rubric.pdf", type: "application/pdf", bytes: 3 };
    await office.database.letters.update(without?.id ?? "", { enclosures: [gone] });
    office.line.open();
    expect((await settled(office, first)).filter((state) => state === "accepted").length).toBeGreaterThan(1);
    expect((await settled(office, second)).filter((state) => state !== "accepted")).toEqual(["refused"]);
    const fileless = (await office.read.lettersOfRound(second)).find(({ id }) => id === without?.id);
    expect(fileless).toMatchObject({ state: "refused", serverAnswer: expect.stringContaining("rubric.pdf") });
    const now = (await office.read.lettersOfRound(first)).find(({ id }) => id === bad.id);
    expect(now).toMatchObject({ state: "refused", serverAnswer: expect.stringContaining("is no address") });
  });

  test("a report that went along with another letter meanwhile is handed over again, and one that can’t be made stops all", async () => {
    const office = await browser.open(school);
    await noTimeToTakeBack(office);
    const note: Note = { ...(await noteTo(office, "n", 4)), reports: [{ design: "progress", paper: "a4" }] };
    browser.drawPaper = () => ({ ok: false, problem: "too deep", memory: 0 });
    const choices = { ...NOW, seenCautions: await seen(office, note) };
    expect(await sendNote(office, note, choices, "Notes")).toMatchObject({
      ok: false,
      problem: expect.stringContaining("too deep"),
    });
    expect(await office.database.letters.count()).toBe(0);
    browser.drawPaper = new TestBrowser(TODAY, server.serve).drawPaper;
    // The last letter that needs a file takes it along, before the next part is there.
    let turns = 0;
    browser.isAnswered = (method, url) => {
      const files = path.join(server.folder, "enclosures");
      if (method === "POST" && url.endsWith("/letters") && ++turns === 1)
        for (const name of readdirSync(files)) rmSync(path.join(files, name));
      return true;
    };
    const heard: number[] = [];
    const sent = await sendNote(office, note, choices, "Notes", (letters) => heard.push(letters));
    if (!sent.ok) throw new Error(sent.problem);
    office.line.open();
    expect(new Set(await settled(office, sent.roundId))).toEqual(new Set(["accepted"]));
    expect(turns).toBe(2);
    const letters = await office.read.lettersOfRound(sent.roundId);
    expect(heard).toEqual(letters.map((_, place) => place + 1));
    for (const letter of letters) expect(letter.enclosures?.[0]?.name).toContain(letter.studentName);
  });

  test("a page that is closed while letters are made goes on when it is opened again: one round, and nothing twice", async () => {
    const office = await browser.open(school);
    const note = await noteTo(office, "note-closed", 4);
    const choices = { ...NOW, seenCautions: await seen(office, note) };
    // The page is gone in the middle: what it was about to do never happens.
    const gone = new Promise<never>(() => undefined);
    let asked = 0;
    browser.beforeQuestion = (question) => {
      if (!/letter|round/i.test(question)) return Promise.resolve();
      asked += 1;
      return gone;
    };
    void sendNote(office, note, choices, "Notes").catch(() => undefined);
    await expect.poll(() => asked).toBeGreaterThan(0);
    browser.closeTab(office);
    browser.beforeQuestion = async () => undefined;
    const again = await browser.open();
    const other = await browser.open();
    expect(await sendNote(other, note, choices, "Notes")).toEqual({
      ok: false,
      problem: expect.stringContaining("being finished"),
    });
    await Promise.all([goOnSending(again), goOnSending(other)]);
    const rounds = await again.read.roundsNewestFirst();
    expect(rounds.map(({ noteId }) => noteId)).toEqual([note.id]);
    expect(await again.read.lettersOfRound(rounds[0]?.id ?? "")).toHaveLength(rounds[0]?.letterCount ?? -1);
    expect(await again.read.pendingSends()).toEqual([]);
  });

  test("a send of long ago, and one that meets something new to look at, wait for a word and say why", async () => {
    const office = await browser.open(school);
    const note = await noteTo(office, "note-left", 4);
    const at = Date.now();
    const pending = { roundId: "left", note, choices: NOW, screen: "Notes", at, tries: 1 };
    await savePendingSend(office.database, { ...pending, roundId: "old", at: at - 2 * 60 * 60_000 });
    await savePendingSend(office.database, {
      ...pending,
      note: { ...note, id: "note-new", subject: { type: "doc", content: [] } },
    });
    await goOnSending(office);
    const [old, left] = await office.read.pendingSends();
    expect([old?.problem, left?.problem]).toEqual([
      expect.stringContaining("more than an hour ago"),
      expect.stringContaining("must be mended first"),
    ]);
    expect(await office.read.roundsNewestFirst()).toEqual([]);
    await office.save.noPendingSend("old");
    expect(await office.read.pendingSends()).toHaveLength(1);
  });

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

describe("what breaks in the browser", () => {
  test("an engine that the browser ends is started again once, with all that was kept; then it is said", async () => {
    const office = await browser.open(school);
    const [student] = office.world.students.values();
    if (!student) throw new Error("The demo school has no student.");
    browser.beforeQuestion = async (question) => {
      if (question === "apply") browser.endEngine();
    };
    const change = updating("students", student, { ...student, familyName: "Changed" });
    expect((await office.commit(change, ABOUT)).ok).toBe(true);
    browser.beforeQuestion = async () => undefined;
    const name = async () => JSON.stringify(await office.engine.gradebook([...office.world.classes.keys()], "winter"));
    expect(await name()).toContain("Changed");
    expect(office.state.get().trouble).toBeUndefined();
    browser.endEngine();
    expect(office.state.get().trouble).toMatch(/twice.*safe/);
    await expect(name()).rejects.toThrow("ended by the browser");
    // What is typed is kept all the same.
    expect((await office.commit(adding("talks", []), ABOUT)).ok).toBe(true);
  });

  test("a full disk is said on every screen until something is kept again", async () => {
    const office = await browser.open(school);
    const talk = { id: "t", studentId: "s", at: 1, way: "call" as const, text: "Called." };
    const { talks } = office.database;
    const full = () => {
      throw new DOMException("No room.", "QuotaExceededError");
    };
    talks.hook("creating", full);
    await expect(office.commit(adding("talks", [talk]), ABOUT)).rejects.toThrow();
    await until(office, async () => office.state.get().trouble !== undefined);
    expect(office.state.get().trouble).toMatch(/disk.*full.*safe/);
    talks.hook("creating").unsubscribe(full);
    expect((await office.commit(adding("talks", [talk]), ABOUT)).ok).toBe(true);
    expect(office.state.get().trouble).toBeUndefined();
  });
});

describe("two tabs", () => {
  const inStep = async (tabs: Office[], holds: (office: Office) => boolean) => {
    while (!tabs.every(holds)) await tabs[0]?.around.pause(1);
  };

  test("what both do to different fields of one record holds in both, whatever the order of the news", async () => {
    const [one, other] = [await browser.open(school), await browser.open()];
    const student = () => [...one.world.students.values()][0] as NonNullable<ReturnType<typeof one.world.students.get>>;
    const before = student();
    await Promise.all([
      one.commit(updating("students", before, { ...before, tags: ["choir"] }), ABOUT),
      other.commit(updating("students", before, { ...before, address: "new@x.example" }), ABOUT),
    ]);
    const whole = { tags: ["choir"], address: "new@x.example" };
    await inStep([one, other], ({ world }) => {
      const { tags, address } = world.students.get(before.id) ?? before;
      return tags.join() === "choir" && address === "new@x.example";
    });
    for (const office of [one, other]) expect(office.world.students.get(before.id)).toMatchObject(whole);
    await other.undoRedo("take back");
    await inStep([one, other], ({ world }) => {
      const { tags, address } = world.students.get(before.id) ?? before;
      return (tags.length === 0) !== (address === before.address);
    });
  });

  test("changes wanted quickly one after the other are each made on what the one before left", async () => {
    const office = await browser.open(school);
    const [list] = office.world.students.values();
    const id = list?.id ?? "";
    const tag = (word: string) =>
      office.commit(({ students }) => {
        const now = students.get(id);
        return now ? updating("students", now, { ...now, tags: [...now.tags, word] }) : {};
      }, ABOUT);
    await Promise.all(["a", "b", "c", "d"].map(tag));
    expect(office.world.students.get(id)?.tags).toEqual(["a", "b", "c", "d"]);
  });
});
