import { expect, test } from "vitest";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import type { Score } from "@/core/model/score";
import { worldOf } from "@/core/model/world";
import { sampleAssignment, sampleWorld } from "@/core/testing/sampleClass";
import { deskView } from "./deskView";

const TODAY = "2026-11-24";
const world = (scores: Record<string, Score>, other: Record<string, Score> = {}) =>
  new FiguresIndex(
    worldOf(
      sampleWorld({
        work: [
          { assignment: sampleAssignment(), scores },
          { assignment: sampleAssignment({ id: "second", title: "Reef report", order: 2 }), scores: other },
        ],
      }),
    ),
    TODAY,
  );

test("the desk tells what is newly missing and who newly fell below, and nothing of it once it was seen", () => {
  const good = world({ student: { status: "scored", points: 18 } });
  const first = deskView(good, undefined);
  // The first look is where news begin.
  expect([first.missing, first.below]).toEqual([[], []]);
  const worse = world({ student: { status: "scored", points: 18 } }, { student: { status: "missing" } });
  const news = deskView(worse, first.seen);
  expect(news.missing.map(({ words }) => words)).toEqual(["Ana Wójcik (Earth Systems 9): Reef report"]);
  expect(news.below.map(({ words }) => words)).toEqual(["Ana Wójcik (Earth Systems 9)"]);
  const after = deskView(worse, news.seen);
  expect([after.missing, after.below]).toEqual([[], []]);
  // Better and worse again is news again.
  const better = deskView(good, news.seen);
  expect(deskView(worse, better.seen).below).toHaveLength(1);
});
