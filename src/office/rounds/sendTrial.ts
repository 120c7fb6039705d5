import { type LetterDraft, preparedRound, senderOf } from "@/core/delivery/preparedRound";
import type { Round, WholeLetter } from "@/core/delivery/round";
import { trialLetter } from "@/core/delivery/trialLetter";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { type Enclosure, enclosedWith } from "@/core/model/enclosure";
import type { Note } from "@/core/model/note";
import type { WrittenMark } from "@/core/model/noteKind";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { NOTHING_STAGED, stageLetters } from "@/store/stageLetters";
import { MAKING_LOCK } from "../open/makingLock";
import type { OfficeCore } from "../open/officeCore";
import type { Wanted } from "../open/officeState";
import { NoReport, reportFiles } from "./drawReports";
import type { Sent } from "./sendNote";

/** Keeps a small round whose letters are made already, and begins to hand it over. */
export function sendPrepared(
  office: OfficeCore,
  { round, letters }: { round: Round; letters: readonly WholeLetter[] },
  change: Wanted,
  screen: string,
  marks?: Readonly<Record<string, WrittenMark>>,
): Promise<Sent> {
  return office.around.locks.request(MAKING_LOCK, async () => {
    const staged = await stageLetters(office.database, letters, NOTHING_STAGED);
    const done = await office.keepRound(round, marks ? { ...staged, marks } : staged, change, screen);
    return done.ok ? { ok: true, roundId: round.id } : done;
  });
}

/** When a round that is sent now leaves, and what it is made with. `takeBackSeconds` is the time to take it back. */
export function leavingNow({ around }: Pick<OfficeCore, "around">, takeBackSeconds: number) {
  const now = around.now();
  return { now, leavesAt: now + takeBackSeconds * 1000, newId: around.newId };
}

/** Sends one letter of a note to the teacher alone. Gives the address, or why nothing was sent. */
export async function sendTrial(
  office: OfficeCore,
  note: Note,
  letterKey: string,
  screen: string,
): Promise<{ readonly ok: true; readonly address: string } | { readonly ok: false; readonly problem: string }> {
  const letter = await office.engine.finishedLetter(note, letterKey);
  const settings = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const { teacherName: name, teacherAddress: address } = settings;
  if (!letter) return { ok: false, problem: "There is no letter to send yet: nobody is written to." };
  if (!isGoodAddress(address)) {
    const problem = "Your own address is not set. Write it under Settings, then send the letter to yourself.";
    return { ok: false, problem };
  }
  let reports: Enclosure[];
  try {
    const drafts = await office.engine.reportsOfLetter(note, letterKey);
    reports = await reportFiles(office, drafts);
  } catch (cause) {
    if (!(cause instanceof NoReport)) throw cause;
    return { ok: false, problem: `${cause.message} So nothing was sent.` };
  }
  const draft: LetterDraft = {
    ...{ studentId: "", studentName: "A trial", classId: "", className: "" },
    recipient: { kind: "teacher", id: "teacher", name, address },
    reason: "sent to yourself",
    ...trialLetter(letter),
    ...enclosedWith(note, reports),
  };
  const about = {
    noteId: note.id,
    noteName: `Trial of “${note.name || "Note without a name"}”`,
    sentence: "One letter, to yourself",
    summary: "1 letter to yourself.",
    acceptedCautions: [],
  };
  const prepared = preparedRound(about, [draft], { ...senderOf(settings, note.sender), ...leavingNow(office, 0) });
  const sent = await sendPrepared(office, prepared, {}, screen);
  return sent.ok ? { ok: true, address } : sent;
}
