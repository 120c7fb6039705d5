import type { FiguresIndex } from "../figures/figuresIndex";
import type { Note } from "../model/note";
import type { NotePlan } from "../selection/planNote";
import { type Finding, isStop } from "./finding";
import { languageFindings } from "./languageFindings";
import { letterFindings } from "./letterFindings";
import { peopleFindings } from "./peopleFindings";
import { roundFindings } from "./roundFindings";
import { wishFindings } from "./wishFindings";
import { wordsFindings } from "./wordsFindings";

/** Reads every letter of a note as it would be sent; stops come first. `now` in ms since the epoch. */
export function checkNote(index: FiguresIndex, note: Note, plan: NotePlan, now: number): Finding[] {
  const findings = [
    ...peopleFindings(index, plan),
    ...wordsFindings(index, note),
    ...letterFindings(index, note, plan),
    ...languageFindings(index, note, plan),
    ...roundFindings(index, note, plan, now),
    ...wishFindings(index, plan, now),
  ];
  return [...findings.filter(isStop), ...findings.filter((finding) => !isStop(finding))];
}
