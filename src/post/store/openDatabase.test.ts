import { execFileSync, spawn } from "node:child_process";
import { once } from "node:events";
import {
  closeSync,
  copyFileSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  statfsSync,
  statSync,
  symlinkSync,
  writeFileSync,
  writeSync,
} from "node:fs";
import path from "node:path";
import { describe, expect, test } from "vitest";
import { messageIdOf } from "../edge/messageId";
import { CardDesk } from "../families/cardDesk";
import { forgetSomebody } from "../forgetSomebody";
import { Inbox } from "../mail/inbox";
import { Mailboxes } from "../practice/mailboxes";
import type { ServerRuntime } from "../serverRuntime";
import {
  closeLast,
  closeRoom,
  databaseHere,
  folder,
  handOver,
  letter,
  newFolders,
  openFamilies,
  openRoom,
  roomHere,
  statesOf,
  until,
} from "../testing";
import { DATABASE_FILE, openDatabase } from "./openDatabase";
import { repairDatabase } from "./repairDatabase";
import { Room } from "./room";

newFolders();

/** Opens the database of a folder in another process; resolves with what it says. */
async function fromAnotherProcess(where: string): Promise<string> {
  const script = `
    const Database = require("libsql");
    try {
      const database = new Database(process.argv[1]);
      database.pragma("locking_mode = EXCLUSIVE");
      console.log("letters", database.prepare("select count(*) as n from letters").get().n);
    } catch (cause) { console.log(cause.code); }`;
  const child = spawn(process.execPath, ["-e", script, path.join(where, DATABASE_FILE)]);
  let said = "";
  child.stdout.on("data", (bytes) => {
    said += bytes;
  });
  await once(child, "close");
  return said.trim();
}

describe("the server's database", () => {
  test("belongs to one process, by whatever path another one comes; the second is told where the first one runs", async () => {
    const first = await openDatabase(folder, "http://127.0.0.1:4317");
    symlinkSync(folder, `${folder}-link`);
    mkdirSync(path.join(folder, "a"));
    for (const where of [folder, `${folder}-link`, path.join(folder, "a", "..")]) {
      await expect(openDatabase(where)).rejects.toMatchObject({
        code: "in use",
        message: expect.stringContaining("already running at http://127.0.0.1:4317"),
      });
      expect(await fromAnotherProcess(where)).toBe("SQLITE_BUSY");
    }
    await first.close();
    // What ended lets go of it, and the next one finds all of it.
    expect(await fromAnotherProcess(folder)).toBe("letters 0");
    await (await openDatabase(folder)).close();
  });

  test.skipIf(process.getuid?.() !== 0 || process.platform !== "linux")(
    "on a disk that is full, also at a start after a kill, keeps what it took, tells what it can't, and goes on with room",
    async () => {
      const [small, restarted] = [path.join(folder, "small"), path.join(folder, "restarted")];
      for (const disk of [small, restarted]) {
        mkdirSync(disk);
        execFileSync("mount", ["-t", "tmpfs", "-o", "size=3m", "tmpfs", disk]);
      }
      try {
        const database = await openDatabase(small, "here");
        const room = await openRoom({ room: await Room.open(database.db) });
        const taken: string[] = [];
        const later = Date.now() + 3_600_000;
        let refused: unknown;
        for (let place = 0; refused === undefined; place += 1) {
          const whole = letter(`l${place}`, { html: "x".repeat(50_000) });
          await room.handOver({ roundId: "r", leavesAt: later, letters: [whole] }).then(
            () => taken.push(whole.id),
            (cause) => {
              refused = cause;
            },
          );
        }
        expect(refused).toMatchObject({ code: "disk full" });
        expect(Object.keys(await statesOf(room)).sort()).toEqual(taken.toSorted());
        // As a kill leaves it, on a disk without a byte of room.
        for (const name of readdirSync(small)) copyFileSync(path.join(small, name), path.join(restarted, name));
        const { bavail, bsize } = statfsSync(restarted);
        writeFileSync(path.join(restarted, "rest"), Buffer.alloc(bavail * bsize));
        const again = await openDatabase(restarted, "here");
        const second = await openRoom({ room: await Room.open(again.db) });
        expect(Object.keys(await statesOf(second)).sort()).toEqual(taken.toSorted());
        execFileSync("mount", ["-o", "remount,size=20m", restarted]);
        expect(await second.handOver(handOver(["more"], later))).toEqual({ taken: 1, known: 0 });
        for (const one of [room, second]) await one.close();
        for (const one of [database, again]) await one.close();
      } finally {
        // The driver keeps a file open until its statements are collected.
        for (const disk of [small, restarted]) execFileSync("umount", ["-l", disk]);
      }
    },
  );

  test("is for the owner's eyes alone", async () => {
    await roomHere();
    for (const name of readdirSync(folder)) expect(statSync(path.join(folder, name)).mode & 0o077, name).toBe(0);
  });

  test("that is damaged is told as such, repaired from what can be read, and goes on; the damaged one is kept aside", async () => {
    const room = await openRoom();
    const families = await openFamilies();
    await families.sayOfAddresses({ addresses: ["ewa@harbourmail.example"], wanted: false });
    const link = families.token("g");
    const ids = Array.from({ length: 40 }, (_, place) => `l${place}`);
    await room.handOver(handOver(ids.slice(0, 20), Date.now() + 3_600_000));
    await room.handOver(handOver(ids.slice(20), Date.now() + 3_600_000, "other"));
    const { logId } = await room.room.row();
    await closeLast();
    const file = path.join(folder, DATABASE_FILE);
    const whole = readFileSync(file);
    // A page of texts is torn.
    const at = whole.indexOf("Wójcik");
    tear(file, at - (at % 4096), 4096);
    const { rows, torn, aside } = await repairDatabase(folder, new Date(0));
    expect(rows).toBeGreaterThan(20);
    expect(torn).not.toContain("letters");
    expect(readdirSync(folder)).toContain(aside);
    const again = await openRoom({ now: () => Date.now() + 7_200_000 });
    await until(again, "accepted", "withdrawn", "refused");
    expect(Object.keys(await statesOf(again)).sort()).toEqual([...ids].sort());
    const there = await openFamilies();
    expect(await there.closedOf(["ewa@harbourmail.example"])).toHaveLength(1);
    expect(await there.page(link)).toBeDefined();
    expect((await again.room.row()).logId).not.toBe(logId);
  });

  test("that is no database at all is told as damaged, and repaired to an empty one", async () => {
    await roomHere();
    await closeRoom();
    tear(path.join(folder, DATABASE_FILE), 0, 8192);
    await expect(openDatabase(folder)).rejects.toMatchObject({ code: "damaged" });
    expect((await repairDatabase(folder, new Date(0))).rows).toBe(0);
    expect(await statesOf(await openRoom())).toEqual({});
  });

  test("holds no byte of somebody who is erased: no name, no address, no words; what others said stays", async () => {
    const postRoom = await openRoom();
    const families = await openFamilies();
    const cards = new CardDesk(families);
    const mailboxes = new Mailboxes(await roomHere());
    const database = await databaseHere();
    const gone = { name: "Zenobia Quill", address: "zenobia.quill@harbourmail.example", id: "student-quill" };
    const about = { noteId: "n", studentId: gone.id, recipientId: "guardian-quill" };
    const theirs = (id: string) =>
      letter(id, { to: gone, subject: `About ${gone.name}`, html: `<p>${gone.name}</p>`.repeat(400), text: gone.name });
    const many = letter("many", { together: [gone.address, "jan@harbourmail.example"] });
    const later = Date.now() + 3_600_000;
    await postRoom.handOver({ roundId: "r", leavesAt: later, letters: [theirs("a"), many], about: { a: about } });
    await postRoom.handOver({ roundId: "q", leavesAt: later, staged: true, laidBy: "b", letters: [theirs("s")] });
    await postRoom.handOver({ roundId: "x", leavesAt: 0, letters: [theirs("sent")], about: { sent: about } });
    await cards.publish({ id: "card", title: "Who?", greeting: "", questions: [], teacherName: "", schoolName: "" });
    const answer = { answerId: "a1", cardId: "card", studentName: gone.name, studentNumber: "" };
    const guardians = [
      { name: "Kin Quill", address: gone.address, relation: "", language: "", frequency: "none" as const },
    ];
    await cards.answer({ ...answer, guardians });
    const reply = [
      `From: ${gone.name} <${gone.address}>`,
      `In-Reply-To: ${messageIdOf("a")}`,
      "",
      `I am ${gone.name}.`,
    ];
    await new Inbox(postRoom, Date.now).take(Buffer.from(reply.join("\r\n")));
    await mailboxes.deliver(
      gone.address,
      messageIdOf("sent"),
      Buffer.from(`Subject: ${gone.name}\r\n\r\n${gone.name}\r\n`),
    );
    await mailboxes.deliver(
      "jan@harbourmail.example",
      "<1@x>",
      Buffer.from(`Subject: x\r\n\r\n${gone.name} again\r\n`),
    );
    await mailboxes.deliver("jan@harbourmail.example", "<2@x>", Buffer.from("Subject: x\r\n\r\nSomething else\r\n"));
    expect(bytesBelow(folder).includes(gone.name)).toBe(true);
    const runtime = { room: await roomHere(), cards, mailboxes, database, families } as unknown as ServerRuntime;
    const words = [gone.name, "Kin Quill", gone.address];
    await forgetSomebody(runtime, { ids: [gone.id, "guardian-quill"], addresses: [gone.address], words });
    for (const word of ["Zenobia", "Quill", "zenobia.quill", "student-quill", "guardian-quill"])
      expect(bytesBelow(folder).includes(word), word).toBe(false);
    expect(await statesOf(postRoom)).toMatchObject({ a: "withdrawn", many: "held", sent: "accepted" });
    expect(await mailboxes.messages("jan@harbourmail.example")).toHaveLength(1);
    expect(bytesBelow(folder).includes("Something else")).toBe(true);
  });
});

/** Every byte of every file of a folder, the database, its log and all. */
function bytesBelow(where: string): Buffer {
  const copy = (name: string) => {
    // Read through a copy: a handle that is closed in this process would take the database's lock along.
    const aside = path.join(where, "..", `${path.basename(where)}-copy`);
    copyFileSync(path.join(where, name), aside);
    return readFileSync(aside);
  };
  return Buffer.concat(readdirSync(where).map(copy));
}

function tear(file: string, at: number, bytes: number): void {
  const handle = openSync(file, "r+");
  writeSync(handle, Buffer.alloc(bytes, 0xa5), 0, bytes, at);
  closeSync(handle);
}
