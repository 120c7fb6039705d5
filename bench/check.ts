import { checkNote } from "@/core/check/checkNote";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { noteLetters } from "@/core/letter/noteLetters";
import { instantOf } from "@/core/model/day";
import { worldOf } from "@/core/model/world";
import { planNote } from "@/core/selection/planNote";
import { startNote } from "@/core/starters/startNote";
import { demoSchool, LARGE_SCHOOL } from "@/demo/demoSchool";
import { type Comparison, compare, IS_QUICK } from "./measure";

const TODAY = "2026-11-24";

/** Reading every letter of a large round for findings, against only making the letters. */
export function checkBench(): Promise<Comparison> {
  const index = new FiguresIndex(worldOf(demoSchool(TODAY, IS_QUICK ? undefined : LARGE_SCHOOL)), TODAY);
  const note = startNote("progress", { id: "bench", now: 0, period: "winter" });
  const plan = planNote(index, note);
  const now = instantOf(TODAY, 12);
  return compare(
    { name: `findings of ${plan.letters.length} letters`, peerName: "making the letters alone", goal: 1.5 },
    7,
    () => checkNote(index, note, plan, now),
    () => {
      let length = 0;
      for (const { rendered } of noteLetters(index, note, plan.letters)) length += rendered.html.length;
      return length;
    },
  );
}
