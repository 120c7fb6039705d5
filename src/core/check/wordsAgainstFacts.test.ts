import { describe, expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { field, paragraph } from "../letter/letterParts";
import { addDays, type Day, instantOf } from "../model/day";
import type { InlineNode } from "../model/letterBody";
import { worldOf } from "../model/world";
import { Random } from "../random";
import { planNote } from "../selection/planNote";
import { casesOf } from "../testing/casesOf";
import { CHECK_DAY, CHECK_WORLDS, type CheckScene } from "../testing/checkWorlds";
import { checkNote } from "./checkNote";
import type { FindingCode } from "./findingKinds";

/** Sentences that are drawn, each rule with its faults and with clean opposites that look alike. */
interface Rule {
  readonly code: FindingCode;
  fault(chance: Random): readonly (string | InlineNode)[];
  clean(chance: Random): readonly (string | InlineNode)[];
  /** What is changed of the scene beside the words. */
  prepare?(scene: CheckScene): void;
}

const PLACES = ["the old lighthouse", "Room 12", "the boathouse", "the main hall", "the north pier"];
const EVENTS = ["The harbour walk", "Our science fair", "The open evening", "The boat trip", "The map contest"];
const PAPERS = ["consent form", "reading list", "timetable", "packing list", "map of the pier"];
const WORK = ["tide table", "plankton drawing", "weather diary", "compass worksheet", "sediment test"];
const TOPICS = ["storm surges", "salt marshes", "sea ice", "harbour lights", "rock layers"];
const ENGLISH_DAY = new Intl.DateTimeFormat("en-GB", {
  day: "numeric",
  month: "long",
  year: "numeric",
  timeZone: "UTC",
});
const AMERICAN_DAY = new Intl.DateTimeFormat("en-US", { day: "numeric", month: "short", timeZone: "UTC" });
const WEEKDAY = new Intl.DateTimeFormat("en", { weekday: "long", timeZone: "UTC" });
const SHORT_WEEKDAY = new Intl.DateTimeFormat("en", { weekday: "short", timeZone: "UTC" });

const toCome = (chance: Random): Day => addDays(CHECK_DAY, chance.whole(2, 80));
const past = (chance: Random): Day => addDays(CHECK_DAY, -chance.whole(2, 60));
const written = (chance: Random, day: Day) =>
  chance.chance(0.5) ? ENGLISH_DAY.format(Date.parse(day)) : AMERICAN_DAY.format(Date.parse(day));

function dated(chance: Random, day: Day, weekdayOf: Day): string {
  const name = (chance.chance(0.5) ? WEEKDAY : SHORT_WEEKDAY).format(Date.parse(weekdayOf));
  return chance.pick([
    () => `${name}, ${written(chance, day)}`,
    () => `${name} (${ENGLISH_DAY.format(Date.parse(day))})`,
    () => `${ENGLISH_DAY.format(Date.parse(day))}, a ${WEEKDAY.format(Date.parse(weekdayOf))}`,
  ])();
}

const RULES: readonly Rule[] = [
  {
    code: "weekday-disagrees",
    fault: (chance) => {
      const day = toCome(chance);
      return [`${chance.pick(EVENTS)} is on ${dated(chance, day, addDays(day, chance.whole(1, 6)))}.`];
    },
    clean: (chance) => {
      const day = toCome(chance);
      return [
        chance.pick([
          () => `${chance.pick(EVENTS)} is on ${dated(chance, day, day)}.`,
          () =>
            `The lab is open every ${WEEKDAY.format(Date.parse(day))}; the test is on ${written(chance, addDays(day, 1))}.`,
        ])(),
      ];
    },
  },
  {
    code: "past-day",
    fault: (chance) => [
      chance.pick([
        () => `${chance.pick(EVENTS)} will take place on ${written(chance, past(chance))}.`,
        () => `Please hand in the ${chance.pick(WORK)} by ${written(chance, past(chance))}.`,
        () => `The ${chance.pick(WORK)} is due on ${written(chance, past(chance))} at the latest.`,
      ])(),
    ],
    clean: (chance) => [
      chance.pick([
        () => `${chance.pick(EVENTS)} was on ${written(chance, past(chance))}, and all went well.`,
        () => `Please hand in the ${chance.pick(WORK)} by ${written(chance, toCome(chance))}.`,
        () => `We have worked on ${chance.pick(TOPICS)} since ${written(chance, past(chance))}.`,
      ])(),
    ],
  },
  {
    code: "nothing-enclosed",
    fault: (chance) => [
      chance.pick([
        () => `Please find the ${chance.pick(PAPERS)} attached.`,
        () => `I have enclosed the ${chance.pick(PAPERS)} for you.`,
        () => `The ${chance.pick(PAPERS)} is attached to this letter.`,
        () => `See the attachment for the ${chance.pick(PAPERS)}.`,
      ])(),
    ],
    clean: (chance) => [
      chance.pick([
        () => `The ${chance.pick(PAPERS)} hangs by the door of ${chance.pick(PLACES)}.`,
        () => "Mussels are attached to the rock by strong threads.",
        () => `We meet in the enclosed yard behind ${chance.pick(PLACES)}.`,
        () => `There is no attachment to this letter; the ${chance.pick(PAPERS)} comes later.`,
      ])(),
    ],
  },
  {
    code: "markup-in-text",
    fault: (chance) => [
      chance.pick([
        () => `Please bring the <b>${chance.pick(PAPERS)}</b> along.`,
        () => `The&nbsp;${chance.pick(WORK)} is ready.`,
        () => `The **${chance.pick(WORK)}** counts twice.`,
        () => `Look at [the plan](https://school.example/plan) of ${chance.pick(PLACES)}.`,
      ])(),
    ],
    clean: (chance) => [
      chance.pick([
        () => `If a < b and b < c, then a < c; so says the ${chance.pick(WORK)}.`,
        () => `Smith & Sons lend us the boat for ${chance.pick(TOPICS)}.`,
        () => `The page is https://school.example/plans?term=2 as ever.`,
        () => `2 * 3 * 4 is 24; the ${chance.pick(WORK)} shows how.`,
      ])(),
    ],
  },
  {
    code: "statement-disagrees",
    fault: (chance) => [
      "With an average of ",
      field("overall"),
      chance.pick([
        " your child is above 99 %.",
        " your child is below 20 %.",
        ", between 1 % and 9 %, there is room to grow.",
      ]),
    ],
    clean: (chance) => [
      "With an average of ",
      field("overall"),
      chance.pick([
        " your child is above 20 %.",
        ", your child might reach 99 % or more.",
        " your child is below 100 %.",
        ", if it rises above 99 %, we celebrate.",
      ]),
    ],
  },
  {
    code: "figure-typed",
    fault: (chance) => [
      chance.pick([
        () => `Your child has an average of ${chance.whole(41, 59)}.3 %.`,
        () => `You scored ${chance.whole(1, 9)} out of ${chance.whole(21, 40)} in the ${chance.pick(WORK)}.`,
        () => `Your child has missed ${chance.whole(3, 30)} lessons this term.`,
      ])(),
    ],
    clean: (chance) => [
      chance.pick([
        () => `The ${chance.pick(WORK)} counts for ${chance.whole(11, 40)} % of the grade.`,
        () => `Your child can earn ${chance.whole(2, 9)} points with the ${chance.pick(WORK)}.`,
        () => `About ${chance.whole(60, 80)} % of the Earth is under water.`,
      ])(),
    ],
  },
  {
    code: "said-twice",
    fault: (chance) => {
      const said = `We have been working on ${chance.pick(TOPICS)}, and the group has filled many pages.`;
      return [`${said} Questions are welcome. ${said}`];
    },
    clean: (chance) => [
      `We have been working on ${chance.pick(TOPICS)}, and the group has filled many pages. In the next weeks we work on other things, and they will fill some more.`,
    ],
  },
];

function sceneWith(rule: Rule, words: readonly (string | InlineNode)[]): CheckScene {
  const scene = (CHECK_WORLDS["five classes"] as () => CheckScene)();
  scene.note.body.content.splice(2, 0, paragraph(...words));
  rule.prepare?.(scene);
  return scene;
}

function loudCodes({ records, note, past: scores, now }: CheckScene): FindingCode[] {
  const index = new FiguresIndex(worldOf(records), CHECK_DAY, scores);
  return checkNote(index, note, planNote(index, note), now).flatMap(({ severity, code }) =>
    severity === "line" ? [] : [code],
  );
}

const CASES = casesOf({ sample: 40, deep: 1000 });

describe("words against facts, over sentences that are drawn", () => {
  test.each(RULES)("$code is caught, and its clean opposites are silent", (rule) => {
    const chance = new Random(Number(process.env.VINE_SEED ?? 20261124));
    const missed: string[] = [];
    const loud: string[] = [];
    for (let turn = 0; turn < CASES; turn += 1) {
      const fault = rule.fault(chance);
      if (!loudCodes(sceneWith(rule, fault)).includes(rule.code)) missed.push(JSON.stringify(fault));
      const clean = rule.clean(chance);
      const codes = loudCodes(sceneWith(rule, clean));
      if (codes.length > 0) loud.push(`${codes.join(", ")}: ${JSON.stringify(clean)}`);
    }
    expect(missed.length, missed.slice(0, 5).join("\n")).toBeLessThanOrEqual(CASES * 0.02);
    expect(loud.length, loud.slice(0, 5).join("\n")).toBeLessThanOrEqual(CASES * 0.01);
  });

  test("a day that is told from today is named where the letter leaves on another day, and only there", () => {
    const at = instantOf(CHECK_DAY, 12);
    const chance = new Random(7);
    for (const words of ["Please bring it tomorrow.", "We meet today at four.", "The test is next week."]) {
      const scene = sceneWith(chance.pick(RULES), [words]);
      expect(loudCodes(scene)).toEqual([]);
      scene.note.changedAt = at - 9 * 86_400_000;
      expect(loudCodes(scene)).toEqual(["past-day"]);
    }
  });
});
