import { createHash, randomBytes } from "node:crypto";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { createTransport } from "nodemailer";
import { type HandedLetter, handOverParts } from "@/core/delivery/handOver";
import { isLetterEvent } from "@/core/delivery/postEvent";
import { composeMessage } from "@/post/composeMessage";
import { PostRoom } from "@/post/postRoom";
import { Maildir } from "@/post/practice/maildir";
import { PracticePost } from "@/post/practice/practicePost";
import { CONNECTIONS, smtpTransport } from "@/post/transport";
import { type Comparison, compare } from "./measure";

const LETTERS = 600;
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
  const practice = new PracticePost(new Maildir(path.join(folder, "mailboxes")));
  const url = await practice.listen();
  const bare = createTransport({ url, pool: true, maxConnections: CONNECTIONS, maxMessages: Number.POSITIVE_INFINITY });
  const room = await PostRoom.open({ folder, transport: smtpTransport(url), post: "practice", now: Date.now });
  const enclosed = [{ name: ENCLOSURE.name, type: ENCLOSURE.type, content: FILE }];
  let runs = 0;

  const throughQueue = async () => {
    const letters = batch(`queue-${++runs}`);
    await room.enclosures.put(ENCLOSURE.sha256, FILE);
    for (const part of handOverParts(letters)) {
      await room.handOver({ roundId: `round-${runs}`, leavesAt: 0, letters: part });
    }
    for (let seq = 0, open = letters.length; open > 0; ) {
      await room.waitBeyond(seq, 1000);
      const events = room.eventsAfter(seq);
      open -= events
        .filter(isLetterEvent)
        .filter(({ state, roundId }) => state === "accepted" && roundId === `round-${runs}`).length;
      seq = events.at(-1)?.seq ?? seq;
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
    await room.close();
    await practice.close();
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
