import { createHash, randomBytes } from "node:crypto";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { createTransport } from "nodemailer";
import { type HandedLetter, handOverParts } from "@/core/delivery/postRequests";
import { composeMessage } from "@/post/letters/composeMessage";
import { PostRoom } from "@/post/letters/postRoom";
import { CONNECTIONS, smtpTransport } from "@/post/letters/transport";
import { Mailboxes } from "@/post/practice/mailboxes";
import { PracticePost } from "@/post/practice/practicePost";
import { openDatabase } from "@/post/store/openDatabase";
import { Room } from "@/post/store/room";
import { type Comparison, compare, sized } from "./measure";

const LETTERS = sized({ full: 600, quick: 20 });
const HTML_BYTES = 15_000;
const FILE = randomBytes(60_000);
const ENCLOSURE = {
  sha256: createHash("sha256").update(FILE).digest("hex"),
  name: "tides.pdf",
  type: "application/pdf",
  bytes: FILE.length,
};

/** Letters through the durable queue, against bare nodemailer into the same practice post. */
export async function postBench(): Promise<Comparison> {
  const folder = await mkdtemp(path.join(tmpdir(), "vine-note-bench-"));
  const database = await openDatabase(folder);
  const room = await Room.open(database.db);
  const practice = new PracticePost(new Mailboxes(room));
  const url = await practice.listen();
  const bare = createTransport({ url, pool: true, maxConnections: CONNECTIONS, maxMessages: Number.POSITIVE_INFINITY });
  const postRoom = await PostRoom.open({ room, transport: smtpTransport(url), post: "practice", now: Date.now });
  const enclosed = [{ name: ENCLOSURE.name, type: ENCLOSURE.type, content: FILE }];
  let runs = 0;

  const throughQueue = async () => {
    const letters = batch(`queue-${++runs}`);
    await postRoom.keepAttachment(ENCLOSURE.sha256, FILE);
    for (const part of handOverParts(letters)) {
      await postRoom.handOver({ roundId: `round-${runs}`, leavesAt: 0, letters: part });
    }
    const { logId } = await room.row();
    const arrived = new Set<string>();
    for (let after = 0; arrived.size < letters.length; ) {
      await room.waitBeyond(after, 1000);
      const { events, upTo } = await postRoom.eventsAfter({ logId, after });
      for (const event of events)
        if ("letterId" in event && event.state === "accepted" && event.roundId === `round-${runs}`)
          arrived.add(event.letterId);
      after = upTo;
    }
  };
  const bareSending = async () => {
    await Promise.all(batch(`bare-${++runs}`).map((letter) => bare.sendMail(composeMessage(letter, { enclosed }))));
  };
  try {
    return await compare(
      {
        name: `${LETTERS} letters of 15 kB with an enclosure of 60 kB through the queue`,
        peerName: "bare nodemailer",
        goal: 1 / 0.7,
      },
      3,
      throughQueue,
      bareSending,
    );
  } finally {
    bare.close();
    await postRoom.close();
    await practice.close();
    await database.close();
    await rm(folder, { recursive: true });
  }
}

function batch(name: string): HandedLetter[] {
  return Array.from({ length: LETTERS }, (_, place) => ({
    id: `${name}-${place}`,
    to: { name: "Ewa Wójcik", address: `family${place % 200}@harbourmail.example` },
    from: { name: "Ilse Maronde", address: "ilse@sallowbay.example" },
    subject: "How things stand",
    html: `<p>${"Sediment lab: 18 of 20. ".repeat(HTML_BYTES / 24)}</p>`,
    enclosures: [ENCLOSURE],
    text: "Sediment lab: 18 of 20. ".repeat(100),
  }));
}
