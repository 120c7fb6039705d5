import { statSync } from "node:fs";
import path from "node:path";
import { expect, test } from "vitest";
import type { CardAnswer } from "@/core/families/cardAnswer";
import type { PublishedCard } from "@/core/model/contactCard";
import { guardianOfToken, signedToken } from "../edge/signedToken";
import { eventsAfter } from "../store/feed";
import { DATABASE_FILE } from "../store/openDatabase";
import { secretsOf } from "../store/room";
import { closeRoom, folder, newFolders, openFamilies, roomHere } from "../testing";
import { CardDesk } from "./cardDesk";

newFolders();

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

const desk = async (now = () => 7) => new CardDesk(await openFamilies({ now }));
async function events() {
  const room = await roomHere();
  return (await eventsAfter(room, { logId: (await room.row()).logId, after: 0 })).events;
}

test("a published card is there after a restart, and its answers come as events, corrections in their place", async () => {
  let cards = await desk();
  expect(await cards.card("card-1")).toBeUndefined();
  await expect(cards.answer(answer)).rejects.toMatchObject({ code: "not there" });
  await cards.publish(card);
  await cards.answer(answer);
  await closeRoom();
  cards = await desk(() => 8);
  expect(await cards.card("card-1")).toEqual(card);
  await cards.answer({ ...answer, studentName: "Ana M. Wójcik" });
  expect(await events()).toMatchObject([
    { seq: 2, at: 8, kind: "card answer", answer: { studentName: "Ana M. Wójcik" } },
  ]);
  expect(await cards.card("../../secret")).toBeUndefined();
});

test("a link names one guardian; a forged one, another guardian's code or a cut one names nobody", async () => {
  const families = await openFamilies();
  const tokens = await families.tokens({ guardianIds: ["ewa", "jan"], teacherName: "Ilse", schoolName: "S" });
  const [ewa = "", jan = ""] = [tokens.ewa, tokens.jan];
  expect(ewa).not.toBe(jan);
  expect(await families.page(ewa)).toEqual({ sender: { teacherName: "Ilse", schoolName: "S" }, last: {} });
  const swapped = `${ewa.split(".")[0]}.${jan.split(".")[1]}`;
  const endings = [..."ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_"];
  const otherEndings = endings.map((ending) => ewa.slice(0, -1) + ending).filter((token) => token !== ewa);
  const broken = ["", "a.b", "x\r\ny", "%0d%0a", "a".repeat(5_000)];
  const forged = [swapped, ewa.slice(0, -1), `${ewa}x`, ...broken, signedToken("ewa", "another secret")];
  for (const bad of [...forged, ...otherEndings]) {
    expect(await families.page(bad)).toBeUndefined();
    await expect(families.wish(bad, { confirmation: "stopped" })).rejects.toMatchObject({ code: "not allowed" });
  }
  expect(await events()).toEqual([]);
  await families.wish(ewa, { confirmation: "confirmed" });
  await families.wish(ewa, { frequency: "weekly" });
  expect((await families.page(ewa))?.last).toEqual({ confirmation: "confirmed", frequency: "weekly" });
  expect((await families.page(jan))?.last).toEqual({});
});

test("links hold over a restart, and what the server remembers is for the owner's eyes alone", async () => {
  const { ewa = "" } = await (await openFamilies()).tokens({ guardianIds: ["ewa"], teacherName: "", schoolName: "" });
  for (const ending of ["", "-wal"]) {
    expect(statSync(path.join(folder, DATABASE_FILE + ending)).mode & 0o777).toBe(0o600);
  }
  await closeRoom();
  expect(await (await openFamilies()).page(ewa)).toBeDefined();
  const secrets = await secretsOf(await roomHere());
  expect(guardianOfToken(ewa, secrets)?.guardianId).toBe("ewa");
  expect(ewa).not.toContain(secrets[0]);
});

test("answers that a browser has on its disk leave no name behind, and count as before", async () => {
  const cards = await desk();
  await cards.publish(card);
  await cards.answer(answer);
  await cards.answer({ ...answer, answerId: "answer-2", studentName: "Bo Li" });
  await cards.taken({ journalId: "another", seqs: [1, 2] });
  expect((await events()).map((event) => "kind" in event && event.kind)).toEqual(["card answer", "card answer"]);
  await cards.taken({ journalId: (await (await roomHere()).row()).logId, seqs: [1] });
  const written = JSON.stringify(await events());
  expect(written).not.toContain("Wójcik");
  expect(written).toContain("Bo Li");
  // A correction is news again.
  await cards.answer({ ...answer, studentName: "Ana M. Wójcik" });
  expect((await events()).map((event) => ["kind" in event && event.kind, event.seq])).toEqual([
    ["card answer", 2],
    ["card answer", 3],
  ]);
});

test("nobody fills the disk by one card", async () => {
  const cards = await desk();
  await cards.publish(card);
  const corrections = Array.from({ length: 60 }, (_, place) =>
    cards.answer({ ...answer, studentName: `Ana ${"x".repeat(place + 1)}` }).then(
      () => true,
      () => false,
    ),
  );
  expect((await Promise.all(corrections)).filter(Boolean)).toHaveLength(20);
  expect(await events()).toHaveLength(1);
});
