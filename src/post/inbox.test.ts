import { mkdir, writeFile } from "node:fs/promises";
import path from "node:path";
import { simpleParser } from "mailparser";
import { describe, expect, test, vi } from "vitest";
import { Journal } from "./disk/journal";
import { messageIdOf } from "./edge/messageId";
import { FamilyDesk } from "./familyDesk";
import { Inbox } from "./inbox";
import type { PostRoom } from "./postRoom";
import { answerLetter } from "./practice/answerLetter";
import { Maildir } from "./practice/maildir";
import { PracticePost } from "./practice/practicePost";
import {
  closeLast,
  folder,
  freshFolders,
  handOver,
  letter,
  opened,
  openRoom,
  statesOf,
  until,
  untilTrue,
} from "./testing";
import { smtpTransport } from "./transport";
import { watchMaildir } from "./watchMaildir";

freshFolders();

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
  const inbox = await Inbox.open(path.join(folder, "inbox"), room);
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
    expect(room.eventsAfter(0).at(-1)).toMatchObject({
      letterId: "a",
      state: "returned",
      serverAnswer: "552 5.2.2 Mailbox full",
    });
    const events = room.eventsAfter(0).length;
    await inbox.take(notification(part));
    expect(room.eventsAfter(0)).toHaveLength(events);
    expect(statesOf(room)).toEqual({ a: "returned", b: "accepted" });
  });

  test.each([
    ["of a delay", { action: "delayed" }],
    ["of a delivery", { action: "delivered" }],
    ["about another's letter", { original: ["Content-Type: message/rfc822", "", "Message-ID: <x@elsewhere.example>"] }],
    ["that is no report", { type: "multipart/mixed" }],
  ])("as a notification %s changes nothing", async (_words, part) => {
    const { room, inbox } = await accepted();
    await inbox.take(notification(part));
    expect(statesOf(room)).toEqual({ a: "accepted", b: "accepted" });
  });

  test("as an answer that the disk refuses is news again, and one that a crash left unannounced is announced by the next start", async () => {
    const { room, inbox } = await accepted();
    const answer = message(`From: ewa@x.example`, `In-Reply-To: ${messageIdOf("a")}`, "", "Thank you.");
    const spy = vi.spyOn(Journal.prototype, "append").mockRejectedValue(new Error("ENOSPC"));
    await expect(inbox.take(answer)).rejects.toThrow("ENOSPC");
    spy.mockRestore();
    // Its words are on disk: the next start finds them.
    await Inbox.open(path.join(folder, "inbox"), room);
    expect(room.eventsAfter(0).filter((event) => "messageName" in event)).toHaveLength(1);
    expect(await inbox.take(answer)).toBe("an answer");
    expect(room.eventsAfter(0).filter((event) => "messageName" in event)).toHaveLength(1);
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
    const events = room.eventsAfter(0).flatMap((event) => ("messageName" in event ? [event] : []));
    expect(events).toMatchObject([
      { replyTo: "b", automatic: false },
      { replyTo: "b", automatic: true },
    ]);
    const [{ messageName = "" } = {}] = events;
    expect((await simpleParser(Buffer.from(await inbox.read(messageName)))).text?.trim()).toBe("Thank you!");
    await inbox.forget(messageName);
    await expect(inbox.read(messageName)).rejects.toMatchObject({ code: "not there" });
    await expect(inbox.read("../post/journal.ndjson")).rejects.toMatchObject({ code: "not there" });
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
    const maildir = new Maildir(path.join(folder, "mailboxes"));
    const practice = new PracticePost(maildir, { lateMs: 1, onDelivered: (bytes) => void inbox?.take(bytes) });
    opened.push(practice);
    const desk = await FamilyDesk.open(path.join(folder, "families"), Date.now);
    opened.push(desk);
    const stopOf = ({ guardianId = "" }) => ({ link: `http://127.0.0.1/api/family/stop/${desk.token(guardianId)}` });
    const room = await openRoom({ transport: smtpTransport(await practice.listen(), stopOf) });
    inbox = await Inbox.open(path.join(folder, "inbox"), room);
    const send = (id: string, address: string) =>
      room.handOver({
        roundId: "r",
        leavesAt: 0,
        letters: [letter(id, { to: { name: "", address }, guardianId: "g-1" })],
      });
    return { maildir, practice, room, desk, send };
  }

  test("lets a letter come back late, and answers for who is away", async () => {
    const { room, send } = await world();
    await send("late", "ewa@late.example");
    await send("away", "ewa@away.example");
    await untilTrue(room, ({ late }) => late === "returned");
    while (!room.eventsAfter(0).some((event) => "messageName" in event))
      await room.waitBeyond(room.eventsAfter(0).length, 5000);
    expect(room.eventsAfter(0).find((event) => "messageName" in event)).toMatchObject({
      replyTo: "away",
      automatic: true,
    });
    expect(statesOf(room).away).toBe("accepted");
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
    const { maildir, practice, room, desk, send } = await world();
    await send("a", "ewa@harbourmail.example");
    await until(room, "accepted");
    const [{ name = "" } = {}] = await maildir.messages("ewa@harbourmail.example");
    const mail = await simpleParser(Buffer.from(await maildir.read("ewa@harbourmail.example", name)));
    const list = mail.headers.get("list") as unknown as { unsubscribe: { url: string } };
    expect(list.unsubscribe.url).toMatch(/^http:\/\/127\.0\.0\.1\/api\/family\/stop\//);
    expect(mail.headerLines.map(({ line }) => line)).toContain("List-Unsubscribe-Post: List-Unsubscribe=One-Click");
    const token = list.unsubscribe.url.split("/").at(-1) ?? "";
    await desk.wish(token, { confirmation: "stopped" });
    expect(desk.eventsAfter(0)).toMatchObject([{ kind: "wish", guardianId: "g-1", wish: { confirmation: "stopped" } }]);
    await expect(desk.wish(`${token.slice(0, -1)}x`, { confirmation: "stopped" })).rejects.toMatchObject({
      code: "not allowed",
    });

    await answerLetter(
      { maildir, practice },
      { address: "ewa@harbourmail.example", message: name, text: "May we talk?" },
    );
    while (!room.eventsAfter(0).some((event) => "messageName" in event))
      await room.waitBeyond(room.eventsAfter(0).length, 5000);
    expect(room.eventsAfter(0).at(-1)).toMatchObject({ replyTo: "a", automatic: false });
    await closeLast();
  });
});
