import { preparedLetter, preparedRound, senderOf } from "@/core/delivery/preparedRound";
import type { Note } from "@/core/model/note";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { designOf } from "@/core/report/designs";
import { reportFileName } from "@/core/report/reportFileName";
import { counted, listed } from "@/core/words";
import { fileBytes } from "@/store/keepFile";
import { NOTHING_STAGED, stageLetters } from "@/store/stageLetters";
import type { LettersOnPaper } from "@/workers/engine/lettersOnPaper";
import { MAKING_LOCK } from "../open/makingLock";
import type { OfficeCore } from "../open/officeCore";
import { draftOf } from "../rounds/draftOf";
import { drawPapers } from "./drawPapers";
import type { PrintedReports } from "./printReports";
import { zipOf } from "./zipOf";

/**
 * Prints the letters of a note to some recipients, who can’t be reached by mail: one PDF for all, and beside it what goes
 * along with them. The record keeps them as printed, and they count as written to.
 */
export function printLetters(
  office: OfficeCore,
  note: Note,
  recipientIds: readonly string[],
  screen: string,
): Promise<PrintedReports> {
  return office.around.locks.request(MAKING_LOCK, async () => {
    const { letters, sentence, stops } = await office.engine.lettersOnPaper(note, recipientIds, office.now());
    if (stops.length > 0)
      return { ok: false, problem: `This must be mended first, so nothing was printed: ${listed(stops)}.` };
    if (letters.length === 0)
      return { ok: false, problem: "There is no letter to print: nobody of these is written to." };
    const printed = await printedFiles(office, note, letters);
    if (!printed.ok) return printed;
    const now = office.around.now();
    const made = { now, newId: office.around.newId };
    const about = {
      noteId: note.id,
      noteName: note.name || "Note without a name",
      noteKind: note.kind,
      sentence,
      summary: `${counted(letters.length, "letter")} printed on paper.`,
      acceptedCautions: [],
    };
    const settings = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
    const { round } = preparedRound(about, [], { ...senderOf(settings, note.sender), leavesAt: now, ...made });
    const kept = letters.map(({ entry, rendered }) => ({
      ...preparedLetter(draftOf(entry, rendered), { roundId: round.id, noteId: note.id }, made),
      state: "printed" as const,
    }));
    const staged = await stageLetters(office.database, kept, NOTHING_STAGED);
    const whole = { ...round, letterCount: kept.length, tally: { printed: kept.length } };
    const marks = Object.fromEntries(
      letters.flatMap(({ entry, marks: own }) =>
        Object.entries(own).map(([studentId, mark]) => [`${studentId}/${entry.recipient.id}`, mark]),
      ),
    );
    const done = await office.keepRound(whole, { ...staged, marks }, {}, screen);
    return done.ok ? printed : { ok: false, problem: done.problem };
  });
}

/** The letters as one PDF; where something goes along with them, a zip with a PDF of each kind of report and the files. */
async function printedFiles(
  office: OfficeCore,
  note: Note,
  letters: LettersOnPaper["letters"],
): Promise<PrintedReports> {
  const { reports = [], enclosures = [] } = note;
  const title = `Letters, ${note.name || "note without a name"}`;
  const runs = [
    { title, drafts: letters.map(({ draft }) => draft) },
    ...reports.map(({ design }, place) => ({
      title: designOf(office.world, design, "en")?.name ?? "Reports",
      drafts: letters.flatMap((letter) => letter.reports[place] ?? []),
    })),
  ];
  const files: { name: string; bytes: Uint8Array }[] = [];
  const cut: string[] = [];
  for (const { title: name, drafts } of runs) {
    const drawn = await drawPapers(office, drafts, { title: name }, "pdf");
    if (!drawn.ok) return { ok: false, problem: `“${name}” could not be made: ${drawn.problem} Nothing was kept.` };
    files.push({ name: reportFileName([name]), bytes: drawn.file as Uint8Array });
    cut.push(...drawn.cut);
  }
  for (const { name, sha256 } of enclosures) {
    const bytes = await fileBytes(office.database, sha256);
    if (!bytes) return { ok: false, problem: `“${name}” is not in this browser any more, so nothing was printed.` };
    files.push({ name, bytes: new Uint8Array(bytes) });
  }
  const made = { ok: true, count: letters.length, cut } as const;
  const [first] = files;
  if (files.length === 1 && first)
    return { ...made, bytes: first.bytes, fileName: first.name, type: "application/pdf" };
  const bytes = await zipOf(files);
  return { ...made, bytes, fileName: reportFileName([title], "zip"), type: "application/zip" };
}
