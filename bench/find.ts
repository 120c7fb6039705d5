import { findAnything } from "@/core/find/findAnything";
import { findablesOf } from "@/core/find/findable";
import { worldOf } from "@/core/model/world";
import { demoSchool, LARGE_SCHOOL } from "@/demo/demoSchool";
import { type Comparison, IS_QUICK, median } from "./measure";

const LONGEST_MS = 50;
const RUNS = 8;
const WORDS = ["a", "an", "ana", "ana w", "siobhan o", "@harbour", "lab 1", "9", "zzz"];

/** Everybody and everything of 2,000 students found by a few letters, beside the longest that may take. */
export function findBench(): Comparison[] {
  const findables = findablesOf(worldOf(demoSchool("2026-11-24", IS_QUICK ? undefined : LARGE_SCHOOL)));
  const slowest = WORDS.map((words) => {
    const times = Array.from({ length: RUNS }, () => {
      const from = performance.now();
      findAnything(findables, words, 6);
      return performance.now() - from;
    });
    return median(times.slice(1));
  });
  const ours = Math.max(...slowest);
  return [
    {
      ...{ name: `found among ${findables.length} people and things, the slowest of ${WORDS.length}`, unit: "ms" },
      ...{ ours, peer: LONGEST_MS, peerName: "the longest that it may take", ratio: ours / LONGEST_MS, goal: 1 },
    },
  ];
}
