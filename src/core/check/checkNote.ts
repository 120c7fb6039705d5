import type { FiguresIndex } from "../figures/figuresIndex";
import type { Note } from "../model/note";
import type { NotePlan } from "../selection/planNote";
import { asMeant, type Finding, type FindingCode } from "./finding";
import { gradebookFindings } from "./gradebookFindings";
import { languageFindings } from "./languageFindings";
import { letterFindings } from "./letterFindings";
import { peopleFindings } from "./peopleFindings";
import { roundFindings } from "./roundFindings";
import { sourceFindings } from "./sourceFindings";
import { typedFindings } from "./typedFindings";
import { wishFindings } from "./wishFindings";
import { wordsFindings } from "./wordsFindings";

/** What is empty in all letters is not said again of each. */
const EMPTY: ReadonlySet<FindingCode> = new Set(["empty-subject", "empty-body"]);

/** Reads every letter of a note as it would be sent; stops come first. `now` in ms since the epoch. */
export function checkNote(index: FiguresIndex, note: Note, plan: NotePlan, now: number): Finding[] {
  const found = [
    ...peopleFindings(index, plan),
    ...wordsFindings(index, note),
    ...sourceFindings(index, note),
    ...letterFindings(index, note, plan),
    ...typedFindings(index, note, plan),
    ...gradebookFindings(index, note, plan),
    ...languageFindings(index, note, plan),
    ...roundFindings(index, note, plan, now),
    ...wishFindings(index, plan, now),
  ];
  const isGone = found.some(({ code, path }) => code === "gone-source" && path.place === undefined);
  const isForAll = new Set(found.flatMap(({ code, path }) => (path.letterKey === undefined ? [code] : [])));
  const findings = found
    // Nobody is selected because what is asked for is gone: that is the one thing to mend.
    .filter(({ code }) => !(isGone && code === "nobody-selected"))
    .filter(({ code, path }) => !EMPTY.has(code) || path.letterKey === undefined || !isForAll.has(code))
    .map((finding) => asMeant(finding, note.meant ?? []));
  const ofSeverity = (wanted: Finding["severity"]) => findings.filter(({ severity }) => severity === wanted);
  return [...ofSeverity("stop"), ...ofSeverity("caution"), ...ofSeverity("line")];
}
