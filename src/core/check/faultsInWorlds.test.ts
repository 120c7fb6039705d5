import { describe, expect, test } from "vitest";
import { FiguresIndex } from "../figures/figuresIndex";
import { worldOf } from "../model/world";
import { planNote } from "../selection/planNote";
import { CHECK_DAY, CHECK_WORLDS, FOUND_IN_WORLDS } from "../testing/checkWorlds";
import { checkNote } from "./checkNote";
import { type FindingCode, findingKind } from "./findingKinds";

import { MORE_FAULTS } from "./testing/moreWorldFaults";
import { FAULTS as FIRST_FAULTS } from "./testing/worldFaults";

const FAULTS = [...FIRST_FAULTS, ...MORE_FAULTS];

const isStop = (code: FindingCode) => findingKind(code).severity === "stop";
const planted = Object.entries(CHECK_WORLDS).flatMap(([world, sceneOf]) =>
  FAULTS.filter(({ notIn = [] }) => !notIn.includes(world)).map((fault) => ({ world, sceneOf, fault })),
);

test("at least 200 faults are planted, each kind that only worlds of their own show among them", () => {
  expect(planted.length).toBeGreaterThanOrEqual(200);
  const kinds = new Set(FAULTS.map(({ code }) => code));
  expect(FOUND_IN_WORLDS.filter((code) => !kinds.has(code))).toEqual([]);
});

describe.each(Object.keys(CHECK_WORLDS))("in a school of %s", (world) => {
  test.each(planted.filter((one) => one.world === world).map((one) => [one.fault.what, one] as const))(
    "%s",
    (_what, { sceneOf, fault }) => {
      const scene = sceneOf();
      fault.plant(scene);
      const index = new FiguresIndex(worldOf(scene.records), CHECK_DAY, scene.past);
      const plan = planNote(index, scene.note);
      const found = checkNote(index, scene.note, plan, scene.now).filter(({ severity }) => severity !== "line");
      const codes = [...new Set(found.map(({ code }) => code))];
      expect(codes).toContain(fault.code);
      expect(codes.filter((code) => isStop(code) && code !== fault.code)).toEqual([]);
      const cautions = codes.filter((code) => findingKind(code).severity === "caution" && code !== fault.code);
      expect(cautions.filter((code) => !MAY_COME_ALONG.has(code))).toEqual([]);
      // There some letters are in other words.
      if (fault.letters && world !== "two languages") {
        const ofCode = found.filter(({ code }) => code === fault.code);
        const most = Math.max(...ofCode.map(({ numbers }) => numbers.letters ?? 0));
        expect(most).toBe(fault.letters(scene, plan.letters.length));
      }
    },
  );
});

/** What a fault may bring along: a note to a few of a class is no note to all of it, and the like. */
const MAY_COME_ALONG: ReadonlySet<FindingCode> = new Set<FindingCode>([
  "student-not-reached",
  "broken-sentence",
  "odd-name",
]);
