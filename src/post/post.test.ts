import { simpleParser } from "mailparser";
import { describe, expect, test } from "vitest";
import { type HandedLetter, handedLetterSchema } from "@/core/delivery/postRequests";
import { isFamilyRequest, isFormerFamilyRequest, isOwnRequest, wasPassedOn } from "./edge/judge";
import { MAX_BODY_BYTES, Problem, readBody } from "./edge/problem";
import { smtpTransport, type Transport } from "./letters/transport";
import { Mailboxes } from "./practice/mailboxes";
import { PracticePost } from "./practice/practicePost";
import {
  closeLast,
  closeRoom,
  eventOfLetter,
  handOver,
  letter,
  newFolders,
  opened,
  openRoom,
  roomHere,
  scripted,
  statesOf,
  until,
} from "./testing";

newFolders();

const MINUTE = 60_000;

/** The letters whose texts are still there, by id. */
async function waiting(): Promise<string[]> {
  const rows = await (await roomHere()).db.selectFrom("pending").select("body").execute();
  return rows.map(({ body }) => (JSON.parse(body) as HandedLetter).id);
}

/** Whatever the database holds of letters. */
async function everyRow(): Promise<unknown[]> {
  const { db } = await roomHere();
  const tables = ["letters", "pending", "recipients", "events", "rounds"] as const;
  return Promise.all(tables.map((table) => db.selectFrom(table).selectAll().execute()));
}

describe("the post room", () => {
  test("takes a letter once, however often it is handed over, and refuses other words under the same id", async () => {
    const { transport, sent } = scripted();
    const room = await openRoom({ transport });
    const answers = await Promise.all([room.handOver(handOver(["a", "b"])), room.handOver(handOver(["b", "a"]))]);
    expect(answers).toEqual([
      { taken: 2, known: 0 },
      { taken: 0, known: 2 },
    ]);
    await until(room, "accepted");
    expect(sent.sort()).toEqual(["a", "b"]);
    const other = { ...handOver(["a"]), letters: [letter("a", { text: "other" })] };
    await expect(room.handOver(other)).rejects.toMatchObject({ code: "already handed over" });
  });

  test("deletes a letter's text once its fate is final; nothing else holds any", async () => {
    const room = await openRoom();
    await room.handOver(handOver(["a"]));
    await until(room, "accepted");
    expect(await waiting()).toEqual([]);
    await closeLast();
    const again = await openRoom();
    expect(await statesOf(again)).toEqual({ a: "accepted" });
    expect(JSON.stringify(await everyRow())).not.toMatch(/Ana|Wójcik|64 %/);
  });

  test("keeps no text of a letter that arrived beside one that still waits", async () => {
    const { transport } = scripted([
      { kind: "accepted", serverAnswer: "250 ok" },
      { kind: "try again", serverAnswer: "451 later" },
    ]);
    const room = await openRoom({ transport });
    await room.handOver(handOver(["arrives", "waits"]));
    await until(room, "accepted", "deferred");
    expect(await waiting()).toEqual(["waits"]);
  });

  test("holds letters until their time, over a restart, and gives back what has not begun to leave", async () => {
    const { transport, sent } = scripted();
    let clock = 1_000;
    const now = () => clock;
    const room = await openRoom({ transport, now });
    await room.handOver(handOver(["a", "b"], 10 * MINUTE));
    expect(await statesOf(room)).toEqual({ a: "held", b: "held" });
    await room.handOver(handOver(["c"], 10 * MINUTE, "other"));
    expect(await room.withdraw("other")).toEqual({ withdrawn: 1 });
    await closeLast();
    clock = 11 * MINUTE;
    const later = await openRoom({ transport, now });
    await until(later, "accepted", "withdrawn");
    expect(sent.sort()).toEqual(["a", "b"]);
    expect(await later.withdraw("round")).toEqual({ withdrawn: 0 });
  });

  test("tries a deferred letter again when it is due, and says why another was refused", async () => {
    const { transport, sent } = scripted([
      { kind: "try again", serverAnswer: "452 full" },
      { kind: "refused", serverAnswer: "550 nobody" },
    ]);
    let clock = 1_000;
    const room = await openRoom({ transport, now: () => clock });
    await room.handOver(handOver(["full"]));
    await until(room, "deferred");
    expect(await eventOfLetter(room, "full")).toMatchObject({ serverAnswer: "452 full", nextAt: 1_000 + MINUTE });
    await room.handOver(handOver(["gone"], 0, "second"));
    await until(room, "deferred", "refused");
    await closeLast();
    clock += MINUTE;
    const later = await openRoom({ transport, now: () => clock });
    await until(later, "accepted", "refused");
    expect(sent).toEqual(["full", "gone", "full"]);
  });

  test.each([
    { post: "practice", state: "accepted" },
    { post: "relay", state: "uncertain" },
  ] as const)("a letter that was leaving when the server died becomes $state with a $post", async ({ post, state }) => {
    const stuck: Transport = { send: () => new Promise(() => undefined), close: () => undefined };
    const dying = await openRoom({ transport: stuck, post });
    await dying.handOver(handOver(["a"]));
    await until(dying, "leaving");
    await closeRoom();
    const { transport, sent } = scripted();
    const room = await openRoom({ transport, post });
    await until(room, state);
    expect(sent).toEqual(post === "practice" ? ["a"] : []);
    expect(await waiting()).toEqual([]);
  });
});

describe("the practice post", () => {
  async function practice() {
    const mailboxes = new Mailboxes(await roomHere());
    const server = new PracticePost(mailboxes);
    opened.push(server);
    const transport = smtpTransport(await server.listen());
    opened.push({ close: async () => transport.close() });
    return { mailboxes, transport };
  }

  test("takes a letter by SMTP into a mailbox, as its reader sees it, and drops a second copy", async () => {
    const { mailboxes, transport } = await practice();
    expect(await transport.send(letter("a"))).toMatchObject({ kind: "accepted" });
    const second = await transport.send(letter("a"));
    expect(second).toMatchObject({ kind: "accepted", serverAnswer: expect.stringContaining("already here") });
    const messages = await mailboxes.messages("EWA@harbourmail.example");
    expect(messages).toHaveLength(1);
    const mail = await simpleParser(
      Buffer.from(await mailboxes.read("ewa@harbourmail.example", messages[0]?.name ?? "")),
    );
    expect(mail.subject).toBe("Ana: 64 %");
    expect(mail.messageId).toBe("<a@letters.vine-note.invalid>");
    expect(mail.from?.text).toBe('"Ilse Maronde" <ilse@sallowbay.example>');
    expect(mail.to).toMatchObject({ value: [{ name: "Ewa Wójcik", address: "ewa@harbourmail.example" }] });
    expect([mail.text?.trim(), mail.html]).toEqual(["64 %", "<p>64&#160;%</p>"]);
  });

  test.each([
    ["somebody@gone.example", ["refused"]],
    ["somebody@full.example", ["try again"]],
    ["somebody@grey.example", ["try again", "accepted"]],
    ["somebody@elsewhere.test", ["refused"]],
  ])("behaves by its table for %s", async (address, expected) => {
    const { transport } = await practice();
    for (const kind of expected) {
      expect((await transport.send(letter("a", { to: { name: "", address } }))).kind).toBe(kind);
    }
  });

  test("a message is named by its hash alone", async () => {
    const { mailboxes } = await practice();
    await expect(mailboxes.read("ewa@harbourmail.example", "../../vine-note.db")).rejects.toBeInstanceOf(Problem);
    await expect(mailboxes.messages("../..")).rejects.toBeInstanceOf(Problem);
  });
});

describe("the guard", () => {
  const own = { host: "127.0.0.1:4317" };
  const FORWARDING = ["x-forwarded-for", "x-forwarded-host", "x-real-ip", "via", "forwarded"];
  const wire = (part: { method?: string; path?: string; headers: Record<string, string>; remoteAddress?: string }) => ({
    ...{ method: "GET", path: "/", remoteAddress: "127.0.0.1", ...part },
    headers: new Map(Object.entries(part.headers)),
  });
  test.each<[string, string, Record<string, string>, boolean]>([
    ["a page of its own", "GET", own, true],
    ["a post of its own", "POST", { ...own, origin: "http://127.0.0.1:4317", "sec-fetch-site": "same-origin" }, true],
    ["a typed address", "GET", { ...own, "sec-fetch-site": "none" }, true],
    ["a foreign host (rebinding)", "GET", { host: "evil.test:4317" }, false],
    ["no host", "GET", {}, false],
    ["a foreign origin", "POST", { ...own, origin: "http://evil.test" }, false],
    ["another port of this computer", "POST", { ...own, origin: "http://127.0.0.1:9999" }, false],
    ["a post from another site", "POST", { ...own, "sec-fetch-site": "cross-site" }, false],
    ["a script of another site", "GET", { ...own, "sec-fetch-site": "cross-site", "sec-fetch-mode": "no-cors" }, false],
  ])("%s", (_words, method, headers, allowed) => {
    expect(isOwnRequest(wire({ method, headers }))).toBe(allowed);
    // From another computer, or by way of another server, whatever that one says.
    expect(isOwnRequest(wire({ method, headers, remoteAddress: "192.0.2.7" }))).toBe(false);
    for (const name of FORWARDING)
      expect(isOwnRequest(wire({ method, headers: { ...headers, [name]: "127.0.0.1" } }))).toBe(false);
  });

  const families = "https://notes.school.example";
  test.each<[string, string, Record<string, string>, boolean]>([
    ["a card", "/card/c1", { host: "notes.school.example", "x-forwarded-for": "203.0.113.9" }, true],
    ["an answer of its page", "/api/family/answers", { host: "notes.school.example", origin: families }, true],
    ["a stop by a mail program", "/api/family/stop/x.y", { host: "notes.school.example" }, true],
    ["a card behind a server that changes the host", "/card/c1", { ...own, "x-forwarded-for": "203.0.113.9" }, true],
    ["the gradebook", "/gradebook", { host: "notes.school.example" }, false],
    ["the letters", "/api/post/letters", { host: "notes.school.example", origin: families }, false],
    ["publishing a card", "/api/family/cards", { host: "notes.school.example", origin: families }, false],
    ["links of guardians", "/api/family/links", { host: "notes.school.example", origin: families }, false],
    ["what a browser took", "/api/family/answers/taken", { host: "notes.school.example", origin: families }, false],
    ["a way around", "/card/../gradebook", { host: "notes.school.example" }, false],
    [
      "an answer from another page",
      "/api/family/answers",
      { host: "notes.school.example", origin: "https://x.test" },
      false,
    ],
    ["another host", "/card/c1", { host: "evil.test" }, false],
  ])("for families from elsewhere: %s", (_words, path, headers, allowed) => {
    const request = wire({ path, headers, method: path.startsWith("/api") ? "POST" : "GET" });
    expect(isFormerFamilyRequest(request, families)).toBe(allowed);
    // On the families' own port a proxy may say of the host what it likes.
    const { host = "" } = headers;
    expect(isFamilyRequest(request, families)).toBe(allowed || host === "evil.test");
    expect(isFamilyRequest(request, undefined)).toBe(false);
  });

  test.each<[Record<string, string>, boolean]>([
    [{ ...own }, false],
    [{ ...own, "x-forwarded-for": "127.0.0.1" }, true],
    [{ ...own, forwarded: "for=127.0.0.1" }, true],
    [{ ...own, "x-forwarded-for": "203.0.113.9" }, true],
    [{ ...own, "x-forwarded-for": "203.0.113.9, 127.0.0.1" }, true],
    [{ ...own, "x-forwarded-host": "notes.school.example" }, true],
    [{ ...own, via: "1.1 front" }, true],
  ])("%o was passed on: %s", (headers, passedOn) => {
    expect(wasPassedOn(new Map(Object.entries(headers)))).toBe(passedOn);
  });

  test("bodies that are too large, no JSON or not as expected are refused", async () => {
    const body = (content: BodyInit) => new Request("http://127.0.0.1", { method: "POST", body: content });
    await expect(readBody(body("x".repeat(MAX_BODY_BYTES + 1)), handedLetterSchema)).rejects.toMatchObject({
      code: "too large",
    });
    await expect(readBody(body("{"), handedLetterSchema)).rejects.toMatchObject({ code: "not readable" });
    await expect(readBody(body("{}"), handedLetterSchema)).rejects.toThrow();
  });

  test.each([
    { subject: "x\r\nBcc: all@x.example" },
    { subject: "" },
    { id: "../../etc" },
    { to: { name: "a\nb", address: "a@x.example" } },
    { to: { name: "", address: "nobody" } },
  ])("a letter with %o is refused", (part) => {
    expect(handedLetterSchema.safeParse(letter("a", part as Partial<HandedLetter>)).success).toBe(false);
  });
});
