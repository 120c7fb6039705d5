import "fake-indexeddb/auto";
import { readdirSync, rmSync } from "node:fs";
import path from "node:path";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from "vitest";
import { adding, updating } from "@/core/change/change";
import type { Note } from "@/core/model/note";
import { startNote } from "@/core/starters/startNote";
import { demoSchool } from "@/demo/demoSchool";
import { openDatabase } from "@/store/openDatabase";
import { savePendingSend } from "@/store/pendingSends";
import type { Office } from "./office";
import { takeBack } from "./rounds/handOverPrepared";
import { goOnSending, sendNote } from "./rounds/sendNote";
import { serverInProcess, TestBrowser } from "./testing";

import { ABOUT, NOW, noTimeToTakeBack, noteTo, seen, settled, unreachable, until } from "./testing/smallRound";

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
