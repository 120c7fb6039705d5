import { randomBytes, randomUUID } from "node:crypto";
import { mkdtemp, rm, stat } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { takeInKnown } from "@/post/letters/knownLetters";
import { PostRoom } from "@/post/letters/postRoom";
import { DATABASE_FILE, openDatabase } from "@/post/store/openDatabase";
import { Room } from "@/post/store/room";
import { type Comparison, sized } from "./measure";

const LETTERS = sized({ full: 100_000, quick: 5_000 });
const LETTERS_PER_ROUND = 256;
const AT_ONCE = 5_000;
/** A start may take so long, and the database may be so large. */
const LONGEST_MS = 1_000;
const MOST_MEGABYTES = 30;
const RUNS = 3;

/** A start of the post room after 100,000 letters that met their fate, and the size of what it keeps of them. */
export async function postStartBench(): Promise<Comparison[]> {
  const folder = await mkdtemp(path.join(tmpdir(), "vine-note-start-"));
  const made = await openDatabase(folder);
  const room = await Room.open(made.db);
  for (let from = 0; from < LETTERS; from += AT_ONCE) {
    const letters = Array.from({ length: AT_ONCE }, (_, place) => letterAt(from + place));
    await takeInKnown(room, letters, "practice");
  }
  await room.db.updateTable("letters").set({ serverAnswer: "2.0.0 Delivered to the mailbox" }).execute();
  await made.close();
  const megabytes = (await stat(path.join(folder, DATABASE_FILE))).size / 1_000_000;
  const times: number[] = [];
  for (let run = 0; run < RUNS; run += 1) {
    const from = performance.now();
    const transport = { send: async () => ({ kind: "accepted" as const, serverAnswer: "" }), close: () => undefined };
    const database = await openDatabase(folder);
    const again = await Room.open(database.db);
    const postRoom = await PostRoom.open({ room: again, transport, post: "practice", now: Date.now });
    times.push(performance.now() - from);
    await postRoom.rest(1_000);
    await postRoom.close();
    await database.close();
  }
  await rm(folder, { recursive: true });
  const ours = times.sort((a, b) => a - b)[1] ?? Number.NaN;
  const about = `after ${LETTERS.toLocaleString("en-GB")} letters in ${Math.ceil(LETTERS / LETTERS_PER_ROUND)} rounds`;
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

function letterAt(place: number) {
  return {
    id: randomUUID(),
    roundId: `round-${place >> 8}`,
    state: "accepted" as const,
    at: 1_700_000_000_000 + place,
    sha256: randomBytes(32).toString("base64url"),
    about: {
      noteId: `note-${place >> 8}`,
      studentId: `student-${place % 2_000}`,
      recipientId: `guardian-${place % 3_000}`,
    },
  };
}
