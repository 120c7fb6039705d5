import type { FiguresIndex } from "../figures/figuresIndex";
import { dayOfInstant } from "../model/day";
import type { Note } from "../model/note";
import type { NotePlan } from "../selection/planNote";
import { asMeant, type Finding, findingOf } from "./finding";
import { FINDING_CODES, type FindingCode, findingKind } from "./findingKinds";
import type { NoteScene, Severity } from "./findings/findingKind";
import { letterFindings } from "./letterFindings";

/** What is empty in all letters is not said again of each. */
const EMPTY: ReadonlySet<FindingCode> = new Set(["empty-subject", "empty-body"]);

/** In which order findings are said. */
const PLACES = new Map(FINDING_CODES.map((code, at) => [code, at]));

/** Reads every letter of a note as it would be sent; stops come first. `now` in ms since the epoch. */
export function checkNote(index: FiguresIndex, note: Note, plan: NotePlan, now: number): Finding[] {
  const scene: NoteScene = { index, note, plan, now };
  const found = [...noteFindings(scene), ...letterFindings(scene)];
  const isGone = found.some(({ code, path }) => code === "gone-source" && path.place === undefined);
  const isForAll = new Set(found.flatMap(({ code, path }) => (path.letterKey === undefined ? [code] : [])));
  const findings = found
    // Nobody is selected because what is asked for is gone: that is the one thing to mend.
    .filter(({ code }) => !(isGone && code === "nobody-selected"))
    .filter(({ code, path }) => !EMPTY.has(code) || path.letterKey === undefined || !isForAll.has(code))
    .map((finding) => asMeant(finding, note.meant ?? []));
  const inOrder = findings.sort((a, b) => (PLACES.get(a.code) ?? 0) - (PLACES.get(b.code) ?? 0));
  const ofSeverity = (wanted: Severity) => inOrder.filter(({ severity }) => severity === wanted);
  return [...ofSeverity("stop"), ...ofSeverity("caution"), ...ofSeverity("line")];
}

/** What the note itself shows, in all its languages. */
function noteFindings(scene: NoteScene): Finding[] {
  const { note } = scene;
  const days = {
    ...scene,
    writtenOn: dayOfInstant(Math.min(note.changedAt, scene.now)),
    leavesOn: dayOfInstant(scene.now),
  };
  return FINDING_CODES.flatMap((code) => {
    const { inNote, inWords } = findingKind(code);
    const ofNote = inNote?.(scene) ?? [];
    const ofWords = inWords?.({ ...days, words: note, language: note.language }) ?? [];
    const ofVariants = note.variants.flatMap(({ language, ...words }) =>
      (inWords?.({ ...days, words, language }) ?? []).map((details) => ({
        ...details,
        path: { ...details.path, language },
      })),
    );
    return [...ofNote, ...ofWords, ...ofVariants].map((details) => findingOf(code, details));
  });
}
