import { mkdtemp, readFile, rm, stat } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterEach, beforeEach, expect, test } from "vitest";
import type { CardAnswer } from "@/core/families/cardAnswer";
import type { PublishedCard } from "@/core/model/contactCard";
import { guardianOfToken, signedToken } from "./edge/signedToken";
import { FamilyDesk } from "./familyDesk";

let folder: string;
let desk: FamilyDesk;
beforeEach(async () => {
  folder = await mkdtemp(path.join(tmpdir(), "vine-note-families-"));
  desk = await FamilyDesk.open(folder, () => 7);
});
afterEach(async () => {
  await desk.close();
  await rm(folder, { recursive: true, force: true });
});

const card: PublishedCard = {
  id: "card-1",
  title: "How do I reach you?",
  greeting: "Hello",
  questions: ["guardians"],
  teacherName: "Ilse Maronde",
  schoolName: "Sallow Bay School",
};
const answer: CardAnswer = {
  answerId: "answer-1",
  cardId: "card-1",
  studentName: "Ana Wójcik",
  studentNumber: "",
  guardians: [{ name: "Ewa", address: "", relation: "", language: "", frequency: "" }],
};

test("a published card is there after a restart, and its answers come as events, corrections too", async () => {
  expect(await desk.card("card-1")).toBeUndefined();
  await expect(desk.answer(answer)).rejects.toMatchObject({ code: "not there" });
  await desk.publish(card);
  await desk.answer(answer);
  await desk.close();
  desk = await FamilyDesk.open(folder, () => 8);
  expect(await desk.card("card-1")).toEqual(card);
  await desk.answer({ ...answer, studentName: "Ana M. Wójcik" });
  expect(desk.eventsAfter(0).map(({ seq, at, kind }) => [seq, at, kind])).toEqual([
    [1, 7, "card answer"],
    [2, 8, "card answer"],
  ]);
  expect(desk.eventsAfter(1)).toHaveLength(1);
  expect(await desk.card("../../secret")).toBeUndefined();
});

test("a link names one guardian; a forged one, another guardian's code or a cut one names nobody", async () => {
  const tokens = await desk.tokens({ guardianIds: ["ewa", "jan"], teacherName: "Ilse", schoolName: "S" });
  const [ewa = "", jan = ""] = [tokens.ewa, tokens.jan];
  expect(ewa).not.toBe(jan);
  expect(await desk.page(ewa)).toEqual({ sender: { teacherName: "Ilse", schoolName: "S" }, last: {} });
  const swapped = `${ewa.split(".")[0]}.${jan.split(".")[1]}`;
  const endings = [..."ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_"];
  const otherEndings = endings.map((ending) => ewa.slice(0, -1) + ending).filter((token) => token !== ewa);
  const forged = [swapped, ewa.slice(0, -1), `${ewa}x`, "", "a.b", signedToken("ewa", "another secret")];
  for (const bad of [...forged, ...otherEndings]) {
    expect(await desk.page(bad)).toBeUndefined();
    await expect(desk.wish(bad, { confirmation: "stopped" })).rejects.toMatchObject({ code: "not allowed" });
  }
  expect(desk.eventsAfter(0)).toEqual([]);
  await desk.wish(ewa, { confirmation: "confirmed" });
  await desk.wish(ewa, { frequency: "weekly" });
  expect((await desk.page(ewa))?.last).toEqual({ confirmation: "confirmed", frequency: "weekly" });
  expect((await desk.page(jan))?.last).toEqual({});
});

test("links hold over a restart, and the secret is for the owner's eyes alone", async () => {
  const { ewa = "" } = await desk.tokens({ guardianIds: ["ewa"], teacherName: "", schoolName: "" });
  await desk.close();
  desk = await FamilyDesk.open(folder, () => 8);
  expect(await desk.page(ewa)).toBeDefined();
  const secret = path.join(folder, "secret");
  expect((await stat(secret)).mode & 0o777).toBe(0o600);
  expect(guardianOfToken(ewa, [await readFile(secret, "utf8")])?.guardianId).toBe("ewa");
  expect(ewa).not.toContain(await readFile(secret, "utf8"));
});

test("answers that a browser has on its disk leave no name behind, and count as before", async () => {
  await desk.publish(card);
  await desk.answer(answer);
  await desk.answer({ ...answer, answerId: "answer-2", studentName: "Bo Li" });
  await desk.answersTaken({ journalId: "another", seqs: [1, 2] });
  expect(desk.eventsAfter(0)).toHaveLength(2);
  await desk.answersTaken({ journalId: desk.journalId, seqs: [1] });
  const written = await readFile(path.join(folder, "journal.ndjson"), "utf8");
  expect(written).not.toContain("Wójcik");
  expect(written).toContain("Bo Li");
  // A correction is news again.
  await desk.answer({ ...answer, studentName: "Ana M. Wójcik" });
  expect(desk.eventsAfter(0).map(({ kind, seq }) => [kind, seq])).toEqual([
    ["answer taken", 1],
    ["card answer", 2],
    ["card answer", 3],
  ]);
});

test("nobody fills the disk by one link or card; a no is taken however often one turned round", async () => {
  const { ewa = "" } = await desk.tokens({ guardianIds: ["ewa"], teacherName: "", schoolName: "" });
  for (let turn = 0; turn < 300; turn += 1) await desk.wish(ewa, { confirmation: "stopped" });
  expect(desk.eventsAfter(0)).toHaveLength(1);
  for (let turn = 0; turn < 300; turn += 1)
    await desk
      .wish(ewa, { language: turn % 2 ? "pl" : "ar" })
      .catch((cause) => expect(cause).toMatchObject({ code: "too many" }));
  expect(desk.eventsAfter(0).length).toBeLessThan(30);
  await desk.wish(ewa, { confirmation: "declined" });
  expect((await desk.page(ewa))?.last.confirmation).toBe("declined");
  await desk.publish(card);
  const corrections = Array.from({ length: 60 }, (_, place) =>
    desk.answer({ ...answer, studentName: `Ana ${"x".repeat(place + 1)}` }).then(
      () => true,
      () => false,
    ),
  );
  expect((await Promise.all(corrections)).filter(Boolean)).toHaveLength(20);
});
