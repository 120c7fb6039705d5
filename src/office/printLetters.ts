import { preparedLetter, preparedRound, senderOf } from "@/core/delivery/preparedRound";
import type { Note } from "@/core/model/note";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { reportFileName } from "@/core/report/reportFileName";
import { counted } from "@/core/words";
import { NOTHING_STAGED, stageLetters } from "@/store/stageLetters";
import { draftOf } from "./draftOf";
import { drawPapers } from "./drawPapers";
import { MAKING_LOCK, type Office } from "./office";
import type { PrintedReports } from "./printReports";

/**
 * Prints the letters of a note to some recipients, who can’t be reached by mail: one PDF for all. The record keeps them as
 * printed, and they count as written to.
 */
export function printLetters(
  office: Office,
  note: Note,
  recipientIds: readonly string[],
  screen: string,
): Promise<PrintedReports> {
  return office.around.locks.request(MAKING_LOCK, async () => {
    const { letters, sentence } = await office.engine.lettersOnPaper(note, recipientIds);
    if (letters.length === 0)
      return { ok: false, problem: "There is no letter to print: nobody of these is written to." };
    const settings = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
    const title = `Letters, ${note.name || "note without a name"}`;
    const drafts = letters.map(({ draft }) => draft);
    const drawn = await drawPapers(office, drafts, { title }, "pdf");
    if (!drawn.ok) return { ok: false, problem: `The letters could not be made: ${drawn.problem} Nothing was kept.` };
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
    const { round } = preparedRound(about, [], { ...senderOf(settings, note.sender), leavesAt: now, ...made });
    const kept = letters.map(({ entry, rendered }) => ({
      ...preparedLetter(draftOf(entry, rendered), { roundId: round.id, noteId: note.id }, made),
      state: "printed" as const,
    }));
    const staged = await stageLetters(office.database, kept, NOTHING_STAGED);
    const whole = { ...round, letterCount: kept.length, tally: { printed: kept.length } };
    const done = await office.keepRound(whole, staged, {}, screen);
    if (!done.ok) return { ok: false, problem: done.problem };
    const bytes = drawn.file as Uint8Array;
    return {
      ok: true,
      bytes,
      fileName: reportFileName([title]),
      type: "application/pdf",
      count: kept.length,
      cut: drawn.cut,
    };
  });
}
