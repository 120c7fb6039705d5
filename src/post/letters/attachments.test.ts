import { createHash } from "node:crypto";
import type { Readable } from "node:stream";
import { simpleParser } from "mailparser";
import { expect, test } from "vitest";
import type { Enclosure } from "@/core/model/enclosure";
import { Mailboxes } from "../practice/mailboxes";
import { PracticePost } from "../practice/practicePost";
import {
  closeLast,
  handOver,
  letter,
  newFolders,
  opened,
  openRoom,
  roomHere,
  scripted,
  statesOf,
  until,
} from "../testing";
import { smtpTransport } from "./transport";
import { writeMessages } from "./writeMessages";

newFolders();

const BYTES = Buffer.from([0x25, 0x50, 0x44, 0x46, 0, 255, 13, 10, 46, 13, 10]);
const enclosureOf = (bytes: Buffer, name = "Gezeiten für Ödön.pdf"): Enclosure => ({
  sha256: createHash("sha256").update(bytes).digest("hex"),
  name,
  type: "application/pdf",
  bytes: bytes.length,
});
const tides = enclosureOf(BYTES);
const withTides = (...ids: string[]) => ({
  ...handOver([]),
  letters: ids.map((id) => letter(id, { enclosures: [tides] })),
});
const files = async () => {
  const rows = await (await roomHere()).db.selectFrom("attachments").select("sha256").execute();
  return rows.map(({ sha256 }) => sha256);
};

test("a file goes along with each letter, byte by byte, and is gone with the last that needed it", async () => {
  const mailboxes = new Mailboxes(await roomHere());
  const server = new PracticePost(mailboxes);
  opened.push(server);
  const room = await openRoom({ transport: smtpTransport(await server.listen()) });
  await room.keepAttachment(tides.sha256, BYTES);
  await room.keepAttachment(tides.sha256, BYTES);
  await room.handOver(withTides("a", "b"));
  await until(room, "accepted", "accepted");
  const messages = await mailboxes.messages("ewa@harbourmail.example");
  expect(messages).toHaveLength(2);
  for (const { name } of messages) {
    const { attachments } = await simpleParser(Buffer.from(await mailboxes.read("ewa@harbourmail.example", name)));
    expect(attachments).toMatchObject([
      { filename: tides.name, contentType: tides.type, contentDisposition: "attachment" },
    ]);
    expect(attachments[0]?.content).toEqual(BYTES);
  }
  await expect.poll(files).toEqual([]);
});

test("what is not the file that it is called, or was not handed over, is refused, and no letter is taken", async () => {
  const room = await openRoom();
  await expect(room.keepAttachment(tides.sha256, Buffer.from("other"))).rejects.toMatchObject({ code: "not readable" });
  await expect(room.handOver(withTides("a"))).rejects.toMatchObject({ code: "not there" });
  expect(await statesOf(room)).toEqual({});
  expect(await files()).toEqual([]);
});

test("after a restart a letter still has its file; what no letter needs is taken out", async () => {
  const { transport } = scripted([{ kind: "try again", serverAnswer: "451 later" }]);
  const room = await openRoom({ transport });
  const orphan = Buffer.from("nobody's");
  await room.keepAttachment(tides.sha256, BYTES);
  await room.keepAttachment(enclosureOf(orphan).sha256, orphan);
  await room.handOver(withTides("a"));
  await until(room, "deferred");
  await closeLast();
  const given: (Buffer | Readable)[] = [];
  const later = await openRoom({
    now: () => Date.now() + 120_000,
    transport: {
      send: async (_letter, enclosed = []) => {
        given.push(...enclosed.map(({ content }) => content));
        return { kind: "accepted", serverAnswer: "250 ok" };
      },
      close: () => undefined,
    },
  });
  await until(later, "accepted");
  expect(given).toEqual([BYTES]);
  await expect.poll(files).toEqual([]);
});

test("a letter whose file is lost on disk is refused with the reason, and nothing leaves without it", async () => {
  const { transport, sent } = scripted();
  const room = await openRoom({ transport });
  await room.keepAttachment(tides.sha256, BYTES);
  await room.pause("round", true);
  await room.handOver(withTides("a"));
  await (await roomHere()).db.deleteFrom("attachments").execute();
  await room.pause("round", false);
  await until(room, "refused");
  expect(sent).toEqual([]);
});

test("letters that are taken back need their files no more; a letter written as a message has them", async () => {
  const room = await openRoom();
  await room.keepAttachment(tides.sha256, BYTES);
  const { messages } = await writeMessages({ letters: [letter("a", { enclosures: [tides] })] }, room.room);
  const { attachments } = await simpleParser(messages[0] ?? "");
  expect(attachments.map(({ content }) => content)).toEqual([BYTES]);
  await room.handOver({ ...withTides("a", "b"), leavesAt: Date.now() + 60_000 });
  await room.withdraw("round");
  expect(await files()).toEqual([]);
});

test("a large file goes through in pieces, whole, also where two tabs hand it over at once", async () => {
  const large = Buffer.from(Array.from({ length: 1_700_000 }, (_, place) => (place * 7) % 251));
  const file = enclosureOf(large, "large.pdf");
  const room = await openRoom();
  await Promise.all([room.keepAttachment(file.sha256, large), room.keepAttachment(file.sha256, large)]);
  expect(await files()).toEqual([file.sha256]);
  const { messages } = await writeMessages({ letters: [letter("a", { enclosures: [file] })] }, room.room);
  const { attachments } = await simpleParser(messages[0] ?? "");
  expect(attachments[0]?.content.equals(large)).toBe(true);
});
