import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { PostRoom } from "@/post/postRoom";
import type { Comparison } from "./measure";

const LETTERS = 100_000;
const LETTERS_PER_ROUND = 256;
/** A start may take so long, and the folder may be so large. */
const LONGEST_MS = 2_000;
const MOST_MEGABYTES = 50;
const RUNS = 3;

/** A start of the post room after 100,000 letters that met their fate, and the size of what it keeps of them. */
export async function postStartBench(): Promise<Comparison[]> {
  const folder = await mkdtemp(path.join(tmpdir(), "vine-note-start-"));
  const lines = [JSON.stringify({ journalId: "bench" })];
  for (let place = 0; place < LETTERS; place += 1) {
    const about = { noteId: crypto.randomUUID(), studentId: `student-${place}`, recipientId: `guardian-${place}` };
    const names = { letterId: crypto.randomUUID(), roundId: `round-${place >> 8}`, about };
    const sha256 = Buffer.from(crypto.getRandomValues(new Uint8Array(32))).toString("base64url");
    const answer = { state: "accepted", serverAnswer: "250 2.0.0 Delivered to the mailbox", sha256 };
    lines.push(JSON.stringify({ seq: place + 1, at: 1_700_000_000_000 + place, ...names, ...answer }));
  }
  const journal = `${lines.join("\n")}\n`;
  await writeFile(path.join(folder, "journal.ndjson"), journal);
  const times: number[] = [];
  for (let run = 0; run < RUNS; run += 1) {
    const from = performance.now();
    const transport = { send: async () => ({ kind: "accepted" as const, serverAnswer: "" }), close: () => undefined };
    const room = await PostRoom.open({ folder, transport, post: "practice", now: Date.now });
    times.push(performance.now() - from);
    await room.close();
  }
  await rm(folder, { recursive: true });
  const ours = times.sort((a, b) => a - b)[1] ?? Number.NaN;
  const megabytes = journal.length / 1_000_000;
  const about = `after ${LETTERS.toLocaleString("en-GB")} letters in ${LETTERS / LETTERS_PER_ROUND} rounds`;
  return [
    {
      ...{
        name: `a start of the post room ${about}`,
        ours,
        peer: LONGEST_MS,
        peerName: "the longest that it may take",
      },
      ...{ unit: "ms", ratio: ours / LONGEST_MS, goal: 1 },
    },
    {
      ...{ name: `what it keeps ${about}`, ours: megabytes, peer: MOST_MEGABYTES, peerName: "the most that it may" },
      ...{ unit: "MB", ratio: megabytes / MOST_MEGABYTES, goal: 1 },
    },
  ];
}
