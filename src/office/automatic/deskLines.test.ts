import "fake-indexeddb/auto";
import { afterAll, afterEach, beforeAll, expect, test } from "vitest";
import { adding, updating } from "@/core/change/change";
import { halfDone } from "@/core/marking/halfDone";
import { viewsOfNobody } from "@/core/marking/viewsOfNobody";
import { startNote } from "@/core/starters/startNote";
import { openDatabase } from "@/store/openDatabase";
import type { Office } from "../office";
import { sendNote } from "../rounds/sendNote";
import { sendRoundAgain } from "../rounds/sendRoundAgain";
import { AutomaticWorld, changeSettings, commit, quizWorld, score, until } from "../testing/automaticWorld";

// Each line of the desk stands there when there is something to do, and goes when it is done.

const NAMES = ["Ana", "Ben", "Cy"];
const HOUR_MS = 3_600_000;
let world: AutomaticWorld;
let office: Office;

beforeAll(async () => {
  const gone = { Ben: { addresses: ["ben@gone.example"] } };
  world = await AutomaticWorld.begin(quizWorld(NAMES, 2, gone), "2027-05-03T08:00:00Z", "desk");
});
afterAll(() => world.close());
afterEach(async () => {
  world.browser.close();
  await openDatabase("desk").delete();
});

async function desk(): Promise<void> {
  office = await world.open();
  office.line.open();
  await changeSettings(office, { takeBackSeconds: 0 });
  await until(async () => office.line.state.get().status);
}

async function sendTo(at?: number): Promise<string> {
  const begun = startNote("progress", { id: office.around.newId(), now: world.now(), period: "spring" });
  await commit(office, adding("notes", [begun]));
  const { findings } = await office.engine.check(begun, at ?? world.now());
  const choices = { seenCautions: findings.map(({ id }) => id), at, copy: false, together: false };
  const sent = await sendNote(office, begun, choices, "Notes");
  if (!sent.ok) throw new Error(sent.problem);
  return sent.roundId;
}

test("a letter that did not arrive stands there until it was mended and sent again", async () => {
  await desk();
  await score(office, "q1", { Ana: 50, Ben: 60, Cy: 90 });
  const roundId = await sendTo();
  await until(async () => (await office.read.troubledLetters()).length === 1);
  const [letter] = await office.read.troubledLetters();
  const round = await office.read.findRound(roundId);
  if (!letter || !round) throw new Error("The round is not there.");
  expect(letter.recipient.address).toBe("ben@gone.example");
  const going = [{ letter, address: "ben@harbourmail.example" }];
  expect(await sendRoundAgain(office, round, going, "Record")).toMatchObject({ ok: true });
  expect(await office.read.troubledLetters()).toEqual([]);
});

test("a round that is to come stands there until it left", async () => {
  await desk();
  await score(office, "q1", { Ana: 50, Ben: 60, Cy: 90 });
  const roundId = await sendTo(world.now() + HOUR_MS);
  await world.untilScheduled(office);
  expect(await office.read.roundsToCome()).toMatchObject([{ round: { id: roundId }, letters: 3 }]);
  await world.pass(2 * HOUR_MS);
  await until(async () => (await office.read.roundsToCome()).length === 0);
});

test("what a run leaves out stands there until it is mended", async () => {
  await desk();
  await score(office, "q1", { Ana: 50, Ben: 60, Cy: 65 });
  const cy = office.world.guardians.get("gCy");
  if (!cy) throw new Error("Cy has a guardian.");
  await commit(office, updating("guardians", cy, { ...cy, addresses: ["nobody knows"] }));
  const times = { time: "16:00", zone: "UTC", rule: "FREQ=DAILY", schoolDaysOnly: false };
  await world.turnOn(office, "At most 70 % on a quiz", "quizzes", times, { repeat: "each time" });
  await until(async () => (await office.read.runsWithStops()).length === 1);
  expect((await office.read.runsWithStops())[0]?.stopped.join()).toContain("Cy");
  const broken = office.world.guardians.get("gCy");
  if (broken) await commit(office, updating("guardians", broken, cy));
  await until(async () => (await office.read.runsWithStops()).length === 0);
});

test("marking that is half done, and a view of nobody, stand there until they are done", async () => {
  await desk();
  const quiz = office.world.assignments.get("q1");
  if (!quiz) throw new Error("There is no quiz.");
  const level = (id: string, points: number) => ({ id, label: id, points, words: "" });
  const criterion = (id: string) => ({ id, name: id, levels: [level("low", 1), level("high", 2)] });
  const rubric = [criterion("clear"), criterion("exact")] as unknown as typeof quiz.rubric;
  await commit(office, updating("assignments", quiz, { ...quiz, rubric }));
  const lines = () => halfDone(office.world, "2027-05-03").map(({ id }) => id);
  const mark = async (levels: Record<string, string>) => {
    const column = office.world.scoreColumns.get("q1");
    if (!column) throw new Error("There is no column.");
    const scores = { ...column.scores, Ana: { status: "scored" as const, levels } };
    await commit(office, {
      scoreColumns: { added: {}, updated: { q1: [column, { ...column, scores }] }, removed: {} },
    } as Parameters<typeof commit>[1]);
  };
  expect(lines()).toEqual([]);
  await mark({ clear: "low" });
  expect(lines()).toEqual(["q1"]);
  await mark({ clear: "low", exact: "high" });
  expect(lines()).toEqual([]);

  const view = { id: "v", assignmentId: "q1", by: "other" as const, studentId: "", studentNumber: "77", reached: {} };
  const whole = { ...view, comment: "", inFeedback: false, at: world.now() };
  await commit(office, adding("views", [whole]));
  expect([...viewsOfNobody(office.world)]).toEqual([["q1", 1]]);
  await commit(office, updating("views", whole, { ...whole, studentId: "Ana" }));
  expect([...viewsOfNobody(office.world)]).toEqual([]);
});

test("feedback that did not go stands there until it went", async () => {
  await desk();
  await score(office, "q1", { Ana: 50 });
  // She has no address of her own, and the feedback is for students.
  await office.feedback.send("q1", ["Ana"], false);
  expect(office.feedback.of("q1").unsent[0]?.problem).toContain("Ana Reed has no address");
  await until(async () => (await office.read.unsentFeedback()).length === 1);
  const ana = office.world.students.get("Ana");
  if (ana) await commit(office, updating("students", ana, { ...ana, address: "ana@sallowbay.example" }));
  await office.feedback.send("q1", ["Ana"], false);
  for (const { unseen } of office.feedback.of("q1").unsent) await office.feedback.send("q1", ["Ana"], false, unseen);
  expect(office.feedback.of("q1").unsent).toEqual([]);
  await until(async () => (await office.read.unsentFeedback()).length === 0);
});
