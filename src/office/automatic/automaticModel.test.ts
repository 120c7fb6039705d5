import "fake-indexeddb/auto";
import fc from "fast-check";
import { afterAll, expect, test } from "vitest";
import { Random } from "@/core/random";
import { casesOf } from "@/core/testing/casesOf";
import { reopenRuntime } from "@/post/serverRuntime";
import { openDatabase } from "@/store/openDatabase";
import type { Office } from "../office";
import { setNothingLeaves } from "../rounds/nothingLeaves";
import { AutomaticWorld, changeSettings, quizWorld, score, until } from "../testing/automaticWorld";

const HOUR = 3_600_000;
const NAMES = ["Ana", "Ben", "Cy"];
const QUIZZES = 3;

/** What may happen, in any order; the browser is open only while something is done in it. */
type Step =
  | {
      readonly do: "score";
      readonly quiz: number;
      readonly name: string;
      readonly percent: number;
      readonly offline: boolean;
    }
  | { readonly do: "pass"; readonly hours: number }
  | { readonly do: "no"; readonly name: string }
  | { readonly do: "restart" }
  | { readonly do: "two tabs"; readonly quiz: number; readonly name: string; readonly percent: number }
  | { readonly do: "nothing leaves"; readonly hours: number }
  | { readonly do: "close at once"; readonly quiz: number; readonly name: string; readonly percent: number };

const name = fc.constantFrom(...NAMES);
const quiz = fc.integer({ min: 1, max: QUIZZES });
const percent = fc.constantFrom(20, 45, 60, 70, 75, 100);
const stepArbitrary: fc.Arbitrary<Step> = fc.oneof(
  {
    weight: 3,
    arbitrary: fc.record({ do: fc.constant("score" as const), quiz, name, percent, offline: fc.boolean() }),
  },
  { weight: 3, arbitrary: fc.record({ do: fc.constant("pass" as const), hours: fc.integer({ min: 1, max: 11 }) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant("no" as const), name }) },
  { weight: 1, arbitrary: fc.constant({ do: "restart" as const }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant("two tabs" as const), quiz, name, percent }) },
  {
    weight: 1,
    arbitrary: fc.record({ do: fc.constant("nothing leaves" as const), hours: fc.integer({ min: 1, max: 8 }) }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant("close at once" as const), quiz, name, percent }) },
);

const worlds: AutomaticWorld[] = [];
afterAll(async () => {
  for (const world of worlds) await world.close();
});

test("whatever happens, a quiz of at most 70 % is told once to each family, truly, and to nobody who wants no letters", async () => {
  const world = await AutomaticWorld.begin(quizWorld(NAMES, QUIZZES), "2027-04-05T08:00:00Z", "model");
  worlds.push(world);
  let runs = 0;
  await fc.assert(
    fc.asyncProperty(fc.array(stepArbitrary, { minLength: 4, maxLength: 9 }), async (steps) => {
      runs += 1;
      await openDatabase("model").delete();
      // Each run has families and addresses of its own, since what was said of letters holds for good.
      const own = NAMES.map((one) => `${one}${runs}`);
      const mine = await nextWorld(world, own);
      const random = new Random(runs);
      mine.browser.latency = () => (random.chance(0.3) ? random.whole(1, 60) : 0);
      const truth = new Map<string, number>();
      const optOuts = new Set<string>();
      const set = async (office: Office, step: { quiz: number; name: string; percent: number }) => {
        const who = `${step.name}${runs}`;
        await score(office, `q${step.quiz}`, { [who]: step.percent });
        truth.set(`${who}/${step.quiz}`, step.percent);
      };
      await mine.atDesk(async (office) => {
        await changeSettings(office, { takeBackSeconds: 0 });
        await mine.turnOn(office, "At most 70 % on a quiz", "quiz", {
          ...{ time: "16:00", zone: "UTC", rule: "FREQ=DAILY", schoolDaysOnly: false },
        });
      });
      const seen: string[] = [];
      for (const step of steps) {
        if (process.env.VINE_TELL) console.info(runs, new Date(mine.now()).toISOString(), JSON.stringify(step));
        if (step.do === "score") {
          await mine.atDesk(async (office) => {
            await mine.untilScheduled(office);
            mine.browser.isOnline = !step.offline;
            await set(office, step);
            mine.browser.isOnline = true;
          });
        } else if (step.do === "close at once") {
          // The page is closed as soon as the score shows as kept.
          const office = await mine.open();
          office.line.open();
          await until(async () => office.line.state.get().status);
          await set(office, step);
          mine.browser.closeTab(office);
        } else if (step.do === "two tabs") {
          const [one, two] = [await mine.open(), await mine.open()];
          one.line.open();
          two.line.open();
          await set(one, step);
          await mine.untilScheduled(one);
          await mine.untilScheduled(two);
          mine.browser.closeTab(one);
          mine.browser.closeTab(two);
        } else if (step.do === "no") {
          const { families } = await mine.server.serverRuntime();
          // What left before is known; from now on nothing comes.
          await mine.untilLeft();
          await check(mine, truth, optOuts, seen);
          optOuts.add(`${step.name}${runs}`);
          await families.wish(families.token(`g${step.name}${runs}`), { confirmation: "stopped" });
        } else if (step.do === "restart") await reopenRuntime();
        else if (step.do === "nothing leaves") {
          await mine.atDesk((office) => setNothingLeaves(office, true));
          await mine.pass(step.hours * HOUR);
          await mine.atDesk((office) => setNothingLeaves(office, false));
        } else await mine.pass(step.hours * HOUR);
        await mine.untilLeft();
        await check(mine, truth, optOuts, seen);
      }
      // In the end the browser is opened, and two days pass.
      await mine.atDesk(async () => undefined);
      for (let day = 0; day < 2; day += 1) {
        // A run that is twelve hours late would ask.
        for (let quarter = 0; quarter < 4; quarter += 1) await mine.pass(6 * HOUR);
        await mine.atDesk(async () => undefined);
      }
      await until(async () => {
        await check(mine, truth, optOuts, seen);
        const told = await toldOf(mine, own);
        const due = [...truth].filter(([key, value]) => value <= 70 && !optOuts.has(key.split("/")[0] ?? ""));
        return due.every(([key]) => told.includes(key));
      });
    }),
    { numRuns: casesOf({ sample: 4, deep: 40 }), endOnFailure: true },
  );
}, 300_000);

/** The same server for other families, in an empty browser. */
async function nextWorld(world: AutomaticWorld, names: readonly string[]): Promise<AutomaticWorld> {
  world.replaceRecords(quizWorld(names, QUIZZES));
  return world;
}

/** Which quiz of whom was told, as often as it was: "Ana1/2". */
async function toldOf(world: AutomaticWorld, names: readonly string[]): Promise<string[]> {
  const boxes = await world.mailboxes();
  return names.flatMap((one) =>
    (boxes[one.toLowerCase()] ?? []).flatMap(({ text }) =>
      [...text.matchAll(/Quiz (\d) \((\d+)/g)].map(([, quizNumber]) => `${one}/${quizNumber}`),
    ),
  );
}

/** What has come since the last look is true now, came once, and to nobody who had said no before. */
async function check(
  world: AutomaticWorld,
  truth: ReadonlyMap<string, number>,
  optOuts: ReadonlySet<string>,
  seen: string[],
): Promise<void> {
  const boxes = await world.mailboxes();
  const names = new Map(
    [...truth.keys()].map((key) => [key.split("/")[0]?.toLowerCase() ?? "", key.split("/")[0] ?? ""]),
  );
  for (const [box, letters] of Object.entries(boxes)) {
    const who = names.get(box);
    if (!who) continue;
    for (const { text, id } of letters) {
      if (seen.includes(id)) continue;
      seen.push(id);
      expect([who, optOuts.has(who)]).toEqual([who, false]);
      for (const [, quizNumber, told] of text.matchAll(/Quiz (\d) \((\d+)/g)) {
        expect([`${who}/${quizNumber}`, Number(told)]).toEqual([
          `${who}/${quizNumber}`,
          truth.get(`${who}/${quizNumber}`),
        ]);
      }
    }
    const all = letters.flatMap(({ text }) => [...text.matchAll(/Quiz (\d) \(/g)].map(([, quizNumber]) => quizNumber));
    expect(new Set(all).size).toBe(all.length);
  }
}
