import { isCaution, isStop } from "@/core/check/finding";
import { type PendingSend, type SendingChoices, whyNotGoOn } from "@/core/delivery/pendingSend";
import { preparedRound, senderOf } from "@/core/delivery/preparedRound";
import type { Round } from "@/core/delivery/round";
import type { ScheduledRound } from "@/core/delivery/scheduledRound";
import { summaryLetter } from "@/core/delivery/summaryLetter";
import { isAnnouncement } from "@/core/letter/isAnnouncement";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import type { Note } from "@/core/model/note";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { missingFiles } from "@/store/keepFile";
import { forgetPendingSend, pendingSends, savePendingSend } from "@/store/pendingSends";
import { markRealConfirmed } from "@/store/roundRepository";
import type { RoundBegun } from "@/workers/engine/roundInMaking";
import { MAKING_LOCK } from "../open/makingLock";
import type { OfficeCore } from "../open/officeCore";
import { aboutRound, copyToTeacher } from "./aboutRound";
import { NoReport } from "./drawReports";
import { lettersInBatches } from "./lettersInBatches";
import { digestsThatAreOn, readersOfDigests } from "./readersOfDigests";
import { RoundMaker } from "./roundMaker";
import { seenByRound } from "./seenByRound";

/** A round was kept and is on its way, or nothing was sent and why. */
export type Sent =
  | { readonly ok: true; readonly roundId: string }
  | {
      readonly ok: false;
      readonly problem: string;
      /** The cautions that were not seen before: with their ids it can be sent all the same. */
      readonly unseen?: readonly string[];
    };

/**
 * Finishes, checks and keeps all letters of a note, and begins to hand them over. What is kept is what was checked: the
 * check and the letters are made on one state of the data, and begun again where something was changed meanwhile.
 * A page that is closed meanwhile goes on when it is opened again. `onFinished` hears how many letters are finished.
 * Errors: the disk is full; nothing was sent then.
 */
export async function sendNote(
  office: OfficeCore,
  note: Note,
  choices: SendingChoices,
  screen: string,
  onFinished: (letters: number) => void = () => undefined,
): Promise<Sent> {
  const before = (await pendingSends(office.database)).find((pending) => pending.note.id === note.id);
  if (before && before.problem === undefined)
    return { ok: false, problem: "It was sent a moment ago, and its letters are being finished. Nothing goes twice." };
  const at = office.around.now();
  const pending = { roundId: office.around.newId(), note, choices, screen, at, tries: 1 };
  // No other tab takes letters that are being made for what a crash left.
  return office.around.locks.request(MAKING_LOCK, async () => {
    await savePendingSend(office.database, pending);
    try {
      return await sendInTurn(office, pending, onFinished);
    } finally {
      // Whether it went or why it did not is said at once; only a page that is gone leaves it pending.
      await forgetPendingSend(office.database, pending.roundId);
    }
  });
}

/** Goes on with what was sent before the page was closed; what can't go on by itself is kept with the reason. */
export async function goOnSending(office: OfficeCore): Promise<void> {
  const { database, around } = office;
  for (const { roundId } of await pendingSends(database)) {
    await around.locks.request(MAKING_LOCK, async () => {
      // Another tab may have finished it while this one waited.
      const pending = (await pendingSends(database)).find((one) => one.roundId === roundId);
      if (!pending || pending.problem !== undefined) return;
      const why = whyNotGoOn(pending, around.now());
      if (why === undefined) await savePendingSend(database, { ...pending, tries: pending.tries + 1 });
      const problem = why ?? (await whyUnsent(office, pending));
      if (problem !== undefined) await savePendingSend(database, { ...pending, problem });
    });
  }
}

/** Sends once more what a closed page left; gives why it can't go, in words, where it can't. */
async function whyUnsent(office: OfficeCore, pending: PendingSend): Promise<string | undefined> {
  try {
    const sent = await sendInTurn(office, pending);
    return sent.ok ? undefined : sent.problem;
  } catch (cause) {
    return `Its letters could not be finished, so nothing was sent. (${(cause as Error).message})`;
  }
}

async function sendInTurn(
  office: OfficeCore,
  { roundId, note, choices, screen }: PendingSend,
  onFinished: (letters: number) => void = () => undefined,
): Promise<Sent> {
  const settings = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const now = office.around.now();
  const problem = await obstacle(office, note, choices, settings.teacherAddress);
  if (problem !== undefined) return { ok: false, problem };
  const sender = senderOf(settings, note.sender);
  const leavesAt = choices.at ?? now + settings.takeBackSeconds * 1000;
  let begun: RoundBegun | undefined;
  const gathers = [...(await readersOfDigests(office, note)).keys()].filter((id) => !choices.atOnceTo?.includes(id));
  const maker = new RoundMaker(office, {
    note,
    stagedAs: roundId,
    together: choices.together && isAnnouncement(note),
    waitsForDigest: new Set(gathers),
    onFinished,
  });
  // What leaves later is made as of then, and again until then.
  const fresh = choices.at === undefined ? undefined : { at: choices.at, roundId, keepsStops: true };
  for await (const step of lettersInBatches(office.engine, note, choices.at ?? office.now(), fresh)) {
    if (step.kind === "begun") {
      await maker.begin();
      begun = step.begun;
      const found = newFindings(begun, choices.seenCautions);
      if (found) return { ok: false, ...found };
    } else {
      try {
        await maker.add(step.batch);
      } catch (cause) {
        if (!(cause instanceof NoReport)) throw cause;
        await maker.drop();
        return { ok: false, problem: `${cause.message} So nothing was sent, and the note is as it was.` };
      }
    }
  }
  if (!begun) return { ok: false, problem: "Nothing could be finished. Try again." };
  const about = {
    noteId: note.id,
    noteName: note.name || "Note without a name",
    noteKind: note.kind,
    ...(note.answers && { answers: note.answers }),
    ...aboutRound(begun),
  };
  await maker.finish(
    choices.copy
      ? (lines, sample) =>
          copyToTeacher(settings.teacherName, sender, summaryLetter(about.noteName, about.sentence, lines, sample))
      : undefined,
  );
  const { round } = preparedRound(about, [], { ...sender, leavesAt, now, newId: () => roundId });
  const gatheredFor = note.kind === "information" ? await digestsThatAreOn(office.database) : [];
  const whole = {
    ...round,
    letterCount: maker.staged.count,
    ...(gatheredFor.length > 0 && { gatheredFor }),
  };
  const change = await seenByRound(office, note, begun.selectedKeys, now);
  const announced = fresh && announcedRound(whole, note, choices, maker.made.keys);
  const done = await office.keepRound(whole, { ...maker.staged, marks: maker.made.marks }, change, screen, announced);
  if (!done.ok) {
    await maker.drop();
    return done;
  }
  if (office.line.state.get().status?.post === "relay") await markRealConfirmed(office.database, now);
  return { ok: true, roundId: whole.id };
}

/** Why nothing can leave after all, in words; what the check finds is looked at when the letters are made. */
async function obstacle(
  { database, around }: OfficeCore,
  { enclosures = [] }: Note,
  { at }: SendingChoices,
  teacherAddress: string,
): Promise<string | undefined> {
  if (!isGoodAddress(teacherAddress))
    return "Your own address is missing, so nothing was sent. Write it under Settings.";
  const [gone] = await missingFiles(database, enclosures);
  if (gone)
    return `“${gone.name}” is not in this browser any more, so nothing was sent. Take it out of the note, or enclose it again.`;
  if (at !== undefined && at < around.now())
    return "That time has passed, so nothing was sent. Choose a later one, or send now.";
  return undefined;
}

/** What the check found that was not seen when it was sent: a word may have been typed, or a score may have come in. */
function newFindings(
  { check, letterCount }: RoundBegun,
  seenCautions: readonly string[],
): { problem: string; unseen?: readonly string[] } | undefined {
  const stop = check.findings.find(({ finding }) => isStop(finding));
  if (stop) return { problem: `This must be mended first, so nothing was sent: ${stop.title}.` };
  const fresh = check.findings.filter(({ id, finding }) => isCaution(finding) && !seenCautions.includes(id));
  const [first] = fresh;
  if (first)
    return {
      problem: `Nothing was sent yet, since there is something new to look at: ${first.title}.`,
      unseen: fresh.map(({ id }) => id),
    };
  return letterCount === 0 ? { problem: "Nobody is written to any more, so nothing was sent." } : undefined;
}

/** A round that is to be rebuilt until its time. */
function announcedRound(
  { id, leavesAt }: Round,
  note: Note,
  choices: SendingChoices,
  keys: readonly string[],
): ScheduledRound {
  return {
    ...{ id, at: leavesAt, state: "fresh", change: 0, hasLetters: true, note, choices },
    ...(!choices.alsoNew && { onlyTo: [...keys] }),
  };
}
