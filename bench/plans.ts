import { readyMadeAutomaticNotes } from "@/core/delivery/plans/readyMadeAutomaticNotes";
import { runRule } from "@/core/delivery/plans/runRule";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { addDays, instantOf } from "@/core/model/day";
import { worldOf } from "@/core/model/world";
import { planNote } from "@/core/selection/planNote";
import { noteFrom } from "@/core/starters/startNote";
import { demoPast } from "@/demo/demoPast";
import { demoSchool, LARGE_SCHOOL } from "@/demo/demoSchool";
import { asOfLeaving } from "@/workers/engine/planRebuild";
import type { RebuildRequest } from "@/workers/engine/rebuildRequest";
import { RoundInMaking } from "@/workers/engine/roundInMaking";
import { type Comparison, IS_QUICK } from "./measure";

const TODAY = "2026-11-24";
const PLANS = 5;
/** Working out who gets what of five plans may take so long; letters follow in the background. */
const LONGEST_MS = 2_000;
const HOUR_MS = 3_600_000;

/** Working out who gets a letter of five plans over 2,000 students, each as of its own next run, against the time that it may take. */
export function plansBench(): Comparison[] {
  const school = demoSchool(TODAY, IS_QUICK ? undefined : LARGE_SCHOOL);
  const index = new FiguresIndex(worldOf(school), TODAY, demoPast(school, TODAY));
  const ready = readyMadeAutomaticNotes("Quizzes").slice(0, PLANS);
  const asked = ready.map(({ words, plan, perFamily = false }, place) => {
    const at = instantOf(addDays(TODAY, 1 + (place % 3)), 16);
    const note = { ...noteFrom(words, { id: `bench-${place}`, now: 0, period: "winter" }), perFamily };
    const fresh: RebuildRequest = {
      at,
      run: {
        ...{ noteId: note.id, at, repeat: plan.repeat, baseline: [], ended: {} },
        ...(plan.when.kind === "new entries" && { newSince: at - 48 * HOUR_MS }),
      },
    };
    return { note, at, fresh };
  });
  const times = { who: [] as number[], whole: [] as number[] };
  for (let run = 0; run < 4; run += 1) {
    // A score was typed: nothing that hangs on it is known any more.
    const [id = "", column] = [...index.world.scoreColumns][run] ?? [];
    const [studentId = ""] = Object.keys(column?.scores ?? {});
    if (column) {
      const after = {
        ...column,
        scores: { ...column.scores, [studentId]: { status: "scored" as const, points: run } },
      };
      index.apply({ scoreColumns: { added: {}, updated: { [id]: [column, after] }, removed: {} } }, Date.now());
    }
    const from = performance.now();
    for (const { note, fresh } of asked) {
      const then = asOfLeaving(index, fresh);
      planNote(then, note, fresh.run && runRule(then, fresh.run));
    }
    const between = performance.now();
    for (const { note, at, fresh } of asked) new RoundInMaking(index, note, at, run, fresh);
    if (run > 0) times.who.push(between - from);
    if (run > 0) times.whole.push(performance.now() - between);
  }
  const row = (name: string, all: number[]): Comparison => {
    const ours = all.sort((a, b) => a - b)[1] ?? Number.NaN;
    return {
      ...{ name, ours, peer: LONGEST_MS, peerName: "the longest that it may take", unit: "ms" },
      ...{ ratio: ours / LONGEST_MS, goal: 1 },
    };
  };
  return [
    row("who gets a letter of five plans over 2,000 students", times.who),
    row("the same with every letter checked", times.whole),
  ];
}
