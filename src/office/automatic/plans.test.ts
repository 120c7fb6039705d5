import "fake-indexeddb/auto";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from "vitest";
import { adding, setRows, updating } from "@/core/change/change";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { addDays } from "@/core/model/day";
import type { Note } from "@/core/model/note";
import type { Plan } from "@/core/model/plan";
import { dayInZone } from "@/core/model/zoneTime";
import { startNote } from "@/core/starters/startNote";
import { demoSchool } from "@/demo/demoSchool";
import { openDatabase } from "@/store/openDatabase";
import { databaseId } from "@/store/runRepository";
import type { Office } from "../office";
import { serverInProcess, TestBrowser } from "../testing";
import { until } from "../testing/automaticWorld";

const DAY_MS = 86_400_000;
const ABOUT = { words: "Changed.", screen: "Notes" };
let server: Awaited<ReturnType<typeof serverInProcess>>;
let browser: TestBrowser;
let ahead = 0;
const now = () => Date.now() + ahead;
const today = () => dayInZone(now(), "UTC");

beforeAll(async () => {
  server = await serverInProcess();
});
afterAll(() => server.close());
beforeEach(() => {
  browser = new TestBrowser(today(), server.serve);
  browser.clock = now;
});
afterEach(async () => {
  browser.close();
  await openDatabase().delete();
});

/** Lets time pass for the server and the browser alike. */
async function pass(ms: number): Promise<void> {
  ahead += ms;
  await (await server.serverRuntime()).stepClock(ms);
}

async function quietOffice(): Promise<Office> {
  const office = await browser.open(demoSchool(today()));
  const [settings] = office.world.settings.values();
  if (settings) await office.commit(updating("settings", settings, { ...settings, takeBackSeconds: 0 }), ABOUT);
  office.line.open();
  return office;
}

/** A plan that runs every day, half an hour from now. */
async function automatic(
  office: Office,
  part: Partial<Plan> = {},
  students = 3,
  id = "automatic",
): Promise<[Note, Plan]> {
  const [schoolClass] = office.world.classes.values();
  if (!schoolClass) throw new Error("The demo school has no class.");
  const begun = startNote("progress", { id, now: 1, period: "year" });
  const reachable = schoolClass.studentIds.filter((one) => {
    const { guardians = [] } = office.world.students.get(one) ?? {};
    return guardians.every(({ guardianId }) =>
      isGoodAddress(office.world.guardians.get(guardianId)?.addresses[0] ?? ""),
    );
  });
  const note: Note = {
    ...begun,
    name: id,
    selection: {
      ...begun.selection,
      classIds: [schoolClass.id],
      conditions: [{ kind: "chosen", studentIds: reachable.slice(0, students) }],
    },
  };
  const at = new Date(now() + DAY_MS / 48);
  const plan: Plan = {
    ...{ id, isOn: true, order: 1, repeat: "each time", asks: false, copy: false, onSince: now() },
    when: {
      ...{ kind: "times", rule: "FREQ=DAILY", schoolDaysOnly: false, zone: "UTC" },
      time: at.toISOString().slice(11, 16),
      from: addDays(today(), -1),
    },
    allowedCautions: [
      "gradebook-old",
      "term-not-current",
      "whole-class",
      "student-not-reached",
      "nothing-missing",
      "many-more",
    ],
    laidBy: await databaseId(office.database, office.around.newId),
    ...part,
  };
  await office.commit({ ...adding("notes", [note]), ...adding("plans", [plan]) }, ABOUT);
  await until(async () => {
    await office.plans.atRest();
    return (await office.database.runs.where({ planId: id }).count()) > 0;
  });
  return [note, plan];
}

const states = async (office: Office, roundId: string) =>
  (await office.read.lettersOfRound(roundId)).map(({ state }) => state);

describe("an automatic note", () => {
  test("is scheduled and leaves at its time with the browser closed", async () => {
    const office = await quietOffice();
    const [, plan] = await automatic(office);
    const runs = await office.database.runs.toArray();
    expect(runs.map(({ state, why }) => [state, why])).toEqual(Array(5).fill(["laid", undefined]));
    const first = runs.sort((a, b) => a.at - b.at)[0];
    await until(async () => (await states(office, first?.roundId ?? "")).every((state) => state === "held"));
    browser.closeTab(office);
    await pass(DAY_MS / 24);
    const again = await browser.open();
    again.line.open();
    await until(async () => (await states(again, first?.roundId ?? "")).every((state) => state === "accepted"));
    const scheduled = async () =>
      (await again.database.runs.where({ planId: plan.id }).toArray()).filter(({ state }) => state === "laid");
    // The desk hears of it in its own time, and lays the run that comes after the last one then.
    await until(async () => (await again.database.runs.get(first?.id ?? ""))?.state === "left");
    await until(async () => (await scheduled()).length === 5);
    await again.plans.atRest();
    expect(await scheduled()).toHaveLength(5);
  });

  test("says what is true when it leaves: a later score rebuilds its letters, once", async () => {
    const office = await quietOffice();
    const [note] = await automatic(office);
    const [run] = (await office.database.runs.toArray()).sort((a, b) => a.at - b.at);
    await until(async () => (await states(office, run?.roundId ?? "")).every((state) => state === "held"));
    const before = await office.read.lettersOfRound(run?.roundId ?? "");
    const studentId = before[0]?.studentId ?? "";
    const column = [...office.world.scoreColumns.values()].find(
      (one) => one.classId === note.selection.classIds[0] && one.scores[studentId]?.points !== undefined,
    );
    if (!column) throw new Error("Nothing was scored.");
    const scores = { ...column.scores, [studentId]: { status: "scored" as const, points: 0 } };
    await office.commit(
      {
        scoreColumns: setRows<"scoreColumns">(office.world.scoreColumns, [
          [column.assignmentId, { ...column, scores }],
        ]),
      },
      ABOUT,
    );
    await office.plans.atRest();
    await until(async () => (await office.database.outbox.where({ kind: "replacement" }).count()) === 0);
    const after = await office.read.lettersOfRound(run?.roundId ?? "");
    const stays = after.filter(({ id }) => before.some((one) => one.id === id));
    expect(after).toHaveLength(before.length);
    expect(stays.map((one) => one.studentId)).not.toContain(studentId);
    expect(stays.length).toBe(before.filter((one) => one.studentId !== studentId).length);
    await until(async () => (await states(office, run?.roundId ?? "")).every((state) => state === "held"));
    await pass(DAY_MS / 24);
    await until(async () => (await states(office, run?.roundId ?? "")).every((state) => state === "accepted"));
  });
});
