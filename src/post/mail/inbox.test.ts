import { mkdir, writeFile } from "node:fs/promises";
import path from "node:path";
import fc from "fast-check";
import { simpleParser } from "mailparser";
import { describe, expect, test } from "vitest";
import { messageIdOf } from "../edge/messageId";
import type { FamilyService } from "../families/familyService";
import type { PostRoom } from "../letters/postRoom";
import { smtpTransport } from "../letters/transport";
import { answerLetter } from "../practice/answerLetter";
import { Mailboxes } from "../practice/mailboxes";
import { PracticePost } from "../practice/practicePost";
import {
  closeLast,
  eventOfLetter,
  eventsOf,
  folder,
  handOver,
  letter,
  newFolders,
  opened,
  openFamilies,
  openRoom,
  roomHere,
  statesOf,
  until,
  untilTrue,
} from "../testing";
import { Inbox } from "./inbox";
import { watchMaildir } from "./watchMaildir";

newFolders();

const TEACHER = "ilse@sallowbay.example";
const message = (...lines: string[]) => Buffer.from(`${lines.join("\r\n")}\r\n`);

/** A notification as mail servers write them, with what differs between them. */
function notification(part: { action?: string; original?: string[]; type?: string; status?: string[] } = {}): Buffer {
  const { action = "failed", original = ["Content-Type: message/rfc822", "", `Message-ID: ${messageIdOf("a")}`] } =
    part;
  return message(
    "From: MAILER-DAEMON@mx.example",
    `To: ${TEACHER}`,
    `Content-Type: ${part.type ?? "multipart/report"}; report-type=delivery-status; boundary="b"`,
    "",
    "--b",
    "Content-Type: text/plain",
    "",
    "I am sorry to have to tell you.",
    "--b",
    "Content-Type: message/delivery-status",
    "",
    "Reporting-MTA: dns; mx.example",
    "",
    "Final-Recipient: rfc822; ewa@harbourmail.example",
    `Action: ${action}`,
    "Status: 5.2.2",
    ...(part.status ?? ["Diagnostic-Code: smtp; 552 5.2.2", "  Mailbox full"]),
    "--b",
    ...original,
    "",
    "--b--",
  );
}

async function accepted(): Promise<{ room: PostRoom; inbox: Inbox }> {
  const room = await openRoom();
  const inbox = new Inbox(room, Date.now);
  await room.handOver(handOver(["a", "b"]));
  await until(room, "accepted");
  return { room, inbox };
}

describe("what comes back", () => {
  test.each([
    ["the whole letter", {}],
    [
      "its header alone",
      { original: ["Content-Type: text/rfc822-headers", "", `Message-ID:`, ` ${messageIdOf("a")}`] },
    ],
  ])("as a notification with %s marks the letter, with the server's words, also hours later", async (_words, part) => {
    const { room, inbox } = await accepted();
    await inbox.take(notification(part));
    expect((await eventsOf(room)).at(-1)).toMatchObject({
      letterId: "a",
      state: "returned",
      serverAnswer: "552 5.2.2 Mailbox full",
    });
    const events = (await eventsOf(room)).length;
    await inbox.take(notification(part));
    expect(await eventsOf(room)).toHaveLength(events);
    expect(await statesOf(room)).toEqual({ a: "returned", b: "accepted" });
  });

  test.each([
    ["of a delay", { action: "delayed" }],
    ["of a delivery", { action: "delivered" }],
    ["about another's letter", { original: ["Content-Type: message/rfc822", "", "Message-ID: <x@elsewhere.example>"] }],
    ["that is no report", { type: "multipart/mixed" }],
  ])("as a notification %s changes nothing", async (_words, part) => {
    const { room, inbox } = await accepted();
    await inbox.take(notification(part));
    expect(await statesOf(room)).toEqual({ a: "accepted", b: "accepted" });
  });

  test("as an answer that the disk refuses is news again: its words and its announcement are there together, or neither is", async () => {
    const { room, inbox } = await accepted();
    const answer = message(`From: ewa@x.example`, `In-Reply-To: ${messageIdOf("a")}`, "", "Thank you.");
    const { db } = room.room;
    await db.schema.alterTable("replies").renameTo("away").execute();
    await expect(inbox.take(answer)).rejects.toThrow("replies");
    expect((await eventsOf(room)).filter((event) => "messageName" in event)).toHaveLength(0);
    await db.schema.alterTable("away").renameTo("replies").execute();
    expect(await inbox.take(answer)).toBe("an answer");
    expect(await inbox.take(answer)).toBe("an answer");
    expect((await eventsOf(room)).filter((event) => "messageName" in event)).toHaveLength(1);
  });

  test("as an answer is announced once and kept until it is taken; a machine's answer is told as one", async () => {
    const { room, inbox } = await accepted();
    const answer = (...more: string[]) =>
      message("From: Ewa <ewa@harbourmail.example>", `In-Reply-To: ${messageIdOf("b")}`, ...more, "", "Thank you!");
    await inbox.take(answer());
    await inbox.take(answer());
    await inbox.take(answer("Auto-Submitted: auto-replied (vacation)"));
    await inbox.take(message("From: x@elsewhere.example", "Subject: Buy now", "", "Nothing of ours."));
    // The teacher's own letter in answer to Ewa, such as a copy of it in her mailbox, is nobody's answer.
    expect(await inbox.take(answer(`Message-ID: ${messageIdOf("c")}`))).toBe("neither");
    const events = (await eventsOf(room)).flatMap((event) => ("messageName" in event ? [event] : []));
    expect(events).toMatchObject([
      { replyTo: "b", automatic: false },
      { replyTo: "b", automatic: true },
    ]);
    const [{ messageName = "" } = {}] = events;
    expect(await inbox.read(messageName)).toEqual({
      from: { name: "Ewa", address: "ewa@harbourmail.example" },
      ...{ subject: "", text: "Thank you!", isUnreadable: false },
    });
    await inbox.forget(messageName);
    await expect(inbox.read(messageName)).rejects.toMatchObject({ code: "not there" });
    await expect(inbox.read("../vine-note.db")).rejects.toMatchObject({ code: "not there" });
  });

  test("in a mail folder is read where it lies, what was there and what comes, and nothing is moved", async () => {
    const { room, inbox } = await accepted();
    const mail = path.join(folder, "mail");
    for (const part of ["new", "cur"]) await mkdir(path.join(mail, part), { recursive: true });
    await writeFile(path.join(mail, "cur", "1.host:2,S"), notification());
    const stop = watchMaildir(mail, (bytes) => inbox.take(bytes), 5);
    opened.push({ close: async () => stop() });
    await untilTrue(room, ({ a }) => a === "returned");
    const other = { original: ["Content-Type: message/rfc822", "", `Message-ID: ${messageIdOf("b")}`] };
    await writeFile(path.join(mail, "new", "2.host"), notification(other));
    await untilTrue(room, ({ b }) => b === "returned");
  });
});

describe("the practice post", () => {
  async function world() {
    let inbox: Inbox | undefined;
    const mailboxes = new Mailboxes(await roomHere());
    const practice = new PracticePost(mailboxes, { lateMs: 1, onDelivered: (bytes) => void inbox?.take(bytes) });
    opened.push(practice);
    const desk: FamilyService = await openFamilies();
    const stopOf = ({ guardianId = "" }) => ({ link: `http://127.0.0.1/api/family/stop/${desk.token(guardianId)}` });
    const room = await openRoom({ transport: smtpTransport(await practice.listen(), stopOf) });
    inbox = new Inbox(room, Date.now);
    const send = (id: string, address: string) =>
      room.handOver({
        roundId: "r",
        leavesAt: 0,
        letters: [letter(id, { to: { name: "", address }, guardianId: "g-1" })],
      });
    return { mailboxes, practice, room, desk, send };
  }

  test("lets a letter come back late, and answers for who is away", async () => {
    const { room, send } = await world();
    await send("late", "ewa@late.example");
    await send("away", "ewa@away.example");
    await untilTrue(room, ({ late }) => late === "returned");
    while (!(await eventsOf(room)).some((event) => "messageName" in event))
      await room.room.waitBeyond((await room.room.row()).lastSeq, 5000);
    expect((await eventsOf(room)).find((event) => "messageName" in event)).toMatchObject({
      replyTo: "away",
      automatic: true,
    });
    await untilTrue(room, ({ away }) => away === "accepted");
  });

  test("makes the next letters meet trouble, so many and no more", async () => {
    const { practice, room, send } = await world();
    practice.rehearse({ behaviour: "unknown mailbox", letters: 1 });
    await send("a", "one@harbourmail.example");
    await untilTrue(room, ({ a }) => a === "refused");
    expect(practice.rehearsal).toEqual({ behaviour: "delivers", letters: 0 });
    await send("b", "one@harbourmail.example");
    await untilTrue(room, ({ b }) => b === "accepted");
  });

  test("a family's answer is a message of its own, tied to the letter; the stop link in a letter's head is theirs alone", async () => {
    const { mailboxes, practice, room, desk, send } = await world();
    await send("a", "ewa@harbourmail.example");
    await until(room, "accepted");
    const [{ name = "" } = {}] = await mailboxes.messages("ewa@harbourmail.example");
    const mail = await simpleParser(Buffer.from(await mailboxes.read("ewa@harbourmail.example", name)));
    const list = mail.headers.get("list") as unknown as { unsubscribe: { url: string } };
    expect(list.unsubscribe.url).toMatch(/^http:\/\/127\.0\.0\.1\/api\/family\/stop\//);
    expect(mail.headerLines.map(({ line }) => line)).toContain("List-Unsubscribe-Post: List-Unsubscribe=One-Click");
    const token = list.unsubscribe.url.split("/").at(-1) ?? "";
    await desk.wish(token, { confirmation: "stopped" });
    expect((await eventsOf(room)).filter((event) => "kind" in event)).toMatchObject([
      { kind: "wish", guardianId: "g-1", wish: { confirmation: "stopped" } },
    ]);
    await expect(desk.wish(`${token.slice(0, -1)}x`, { confirmation: "stopped" })).rejects.toMatchObject({
      code: "not allowed",
    });

    await answerLetter(
      { mailboxes, practice },
      { address: "ewa@harbourmail.example", message: name, text: "May we talk?" },
    );
    while (!(await eventsOf(room)).some((event) => "messageName" in event))
      await room.room.waitBeyond((await room.room.row()).lastSeq, 5000);
    expect((await eventsOf(room)).at(-1)).toMatchObject({ replyTo: "a", automatic: false });
    await closeLast();
  });
});

describe("a hostile message", () => {
  const nested = (depth: number): string[] =>
    depth === 0
      ? ["Content-Type: text/plain", "", "Thank you."]
      : [
          `Content-Type: multipart/mixed; boundary="b${depth}"`,
          "",
          `--b${depth}`,
          ...nested(depth - 1),
          `--b${depth}--`,
        ];
  const inAnswer = (id: string, ...more: string[]) =>
    message("From: Ewa <ewa@harbourmail.example>", "Subject: Re: Letter", `In-Reply-To: ${messageIdOf(id)}`, ...more);

  test.each<[string, string[]]>([
    ["with 300 levels of parts", nested(300)],
    [
      "with a thousand parts",
      [
        'Content-Type: multipart/mixed; boundary="b"',
        "",
        ...Array.from({ length: 1_000 }, () => "--b\r\nContent-Type: application/pdf\r\n\r\nx"),
        "--b--",
      ],
    ],
    ["of a million empty lines", ["", "\n".repeat(1_000_000)]],
    ["of nothing but ends of parts", ['Content-Type: multipart/mixed; boundary="b"', "", "--b\r\n".repeat(60_000)]],
  ])(
    "%s is kept as one that could not be read, with its subject, and keeps no other one back",
    async (_words, body) => {
      const { room, inbox } = await accepted();
      expect(await inbox.take(inAnswer("a", ...body))).toBe("an answer");
      expect(await inbox.take(inAnswer("b", "", "Thank you!"))).toBe("an answer");
      const names = (await eventsOf(room)).flatMap((event) => ("messageName" in event ? event.messageName : []));
      expect(await Promise.all(names.map((name) => inbox.read(name)))).toMatchObject([
        { subject: "Re: Letter", text: "", isUnreadable: true },
        { subject: "Re: Letter", text: "Thank you!", isUnreadable: false },
      ]);
    },
  );

  test.each<[string, string]>([
    ["without an end before its @", `@ ${"a".repeat(400_000)}`],
    ["made of @ alone", "@".repeat(400_000)],
    ["of many addresses", "a@b ".repeat(100_000)],
    ["of spaces", `smtp;${" ".repeat(400_000)}x`],
    ["of brackets", "<".repeat(400_000)],
  ])(
    "a notification whose reason is %s is cut before anything looks at it, and stored short",
    async (_words, reason) => {
      const { room, inbox } = await accepted();
      await inbox.take(notification({ status: [`Diagnostic-Code: ${reason}`] }));
      const { state, serverAnswer = "" } = (await eventOfLetter(room, "a")) ?? {};
      expect(state).toBe("returned");
      expect(serverAnswer.length).toBeLessThan(12_000);
      expect(serverAnswer).not.toMatch(/[^‹]@b/);
    },
  );

  test("of any bytes is no reason to stop", async () => {
    const { inbox } = await accepted();
    await fc.assert(
      fc.asyncProperty(
        fc.uint8Array({ maxLength: 400 }),
        fc.string({ unit: "binary", maxLength: 200 }),
        async (bytes, words) => {
          await inbox.take(bytes);
          await inbox.take(inAnswer("a", words, "", words));
          await inbox.take(notification({ status: [words], action: words, type: words }));
        },
      ),
      { numRuns: 100 },
    );
  });
});
