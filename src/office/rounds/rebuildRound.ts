import { type Finding, isCaution, isStop } from "@/core/check/finding";
import type { LetterDraft } from "@/core/delivery/preparedRound";
import type { Round } from "@/core/delivery/round";
import type { ScheduledRound } from "@/core/delivery/scheduledRound";
import { summaryLetter } from "@/core/delivery/summaryLetter";
import type { WrittenMark } from "@/core/model/noteKind";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import type { StagedLetters } from "@/store/stageLetters";
import type { RebuildRequest } from "@/workers/engine/rebuildRequest";
import type { RoundBegun } from "@/workers/engine/roundInMaking";
import type { OfficeCore } from "../open/officeCore";
import { aboutRound, copyToTeacher } from "./aboutRound";
import { NoReport } from "./drawReports";
import { lettersInBatches } from "./lettersInBatches";
import { RoundMaker, type RoundToMake } from "./roundMaker";

/** What a round that leaves by itself is made from. */
export interface RebuildSource extends Omit<RoundToMake, "stagedAs" | "onFinished" | "waitsForDigest"> {
  readonly fresh: RebuildRequest;
  readonly copy: boolean;
  /** Whether a caution holds it up. */
  readonly holds: (finding: Finding, id: string) => boolean;
  readonly from: Pick<Round, "from" | "replyTo">;
}

/** A round made on one state of the data: what of it is new, what stays, what goes. */
export interface RoundRebuilt {
  readonly ok: true;
  readonly stagedAs: string;
  readonly staged: StagedLetters;
  readonly old: { readonly id: string; readonly by?: string | undefined }[];
  readonly added: readonly string[];
  readonly marks: Readonly<Record<string, WrittenMark>>;
  readonly digests: readonly { readonly id: string; readonly gathers: readonly string[] }[];
  readonly about: Pick<Round, "sentence" | "summary" | "acceptedCautions" | "brothersAndSisters" | "madeAt">;
  readonly news: NonNullable<ScheduledRound["news"]>;
}

/** Why a round can't leave by itself. */
export interface RebuildHeld {
  readonly ok: false;
  readonly why: string;
  /** The cautions that nobody has seen, by id and by code. */
  readonly unseen: readonly string[];
  readonly cautions: readonly string[];
  readonly stopped: readonly string[];
  /** What it would be. */
  readonly summary: string;
}

/**
 * Makes the letters of a round as of its time and compares them with those that are there: only what is new or changed is
 * staged. Nothing that is there is touched. Errors: the disk is full.
 */
export async function rebuildRound(office: OfficeCore, source: RebuildSource): Promise<RoundRebuilt | RebuildHeld> {
  const stagedAs = office.around.newId();
  const maker = new RoundMaker(office, { ...source, stagedAs });
  const madeAt = office.around.now();
  let begun: RoundBegun | undefined;
  try {
    for await (const step of lettersInBatches(office.engine, source.note, source.fresh.at, source.fresh)) {
      if (step.kind === "begun") {
        await maker.begin();
        begun = step.begun;
        const held = heldBy(begun, source);
        if (held) return held;
      } else await maker.add(step.batch);
    }
    if (!begun) return { ok: false, why: "Nothing could be finished.", ...NOTHING_SEEN };
    const { sentence } = begun;
    await maker.finish(
      source.copy
        ? (lines, sample) => copyOf(office, source, summaryLetter(nameOf(source), sentence, lines, sample))
        : undefined,
    );
    return rebuilt(maker, stagedAs, begun, madeAt);
  } catch (cause) {
    await maker.drop();
    if (!(cause instanceof NoReport)) throw cause;
    return { ok: false, why: cause.message, ...NOTHING_SEEN };
  }
}

function rebuilt(maker: RoundMaker, stagedAs: string, begun: RoundBegun, madeAt: number): RoundRebuilt {
  const { old, added, marks, digests, changed } = maker.made;
  const gone = maker.gone();
  return {
    ok: true,
    ...{ stagedAs, staged: maker.staged, added, marks, digests },
    old: [...old, ...gone.map(({ id }) => ({ id }))],
    // Where no letter is another, what was written is what it was.
    about: { ...aboutRound(begun), ...(old.length + added.length + gone.length > 0 && { madeAt }) },
    news: {
      changed,
      gone: gone.filter(({ recipient }) => recipient.kind !== "teacher").length,
      newcomers: begun.newcomers.map(({ words }) => words),
      stopped: begun.stopped.map(({ words }) => words),
    },
  };
}

function nameOf({ note }: RebuildSource): string {
  return note.name || "Note without a name";
}

function copyOf(office: OfficeCore, { from }: RebuildSource, summary: ReturnType<typeof summaryLetter>): LetterDraft {
  const { teacherName } = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  return copyToTeacher(teacherName, from, summary);
}

function heldBy(
  { check, letterCount, stopped, summary }: RoundBegun,
  { holds }: RebuildSource,
): RebuildHeld | undefined {
  if (letterCount === 0) return undefined;
  const words = stopped.map((one) => one.words);
  const stop = check.findings.find(({ finding }) => isStop(finding));
  if (stop)
    return {
      ...{ ...NOTHING_SEEN, stopped: words, summary },
      ...{ ok: false as const, why: `This must be mended first: ${stop.title}.` },
    };
  const fresh = check.findings.filter(({ id, finding }) => isCaution(finding) && holds(finding, id));
  const [first] = fresh;
  if (!first) return undefined;
  return {
    ok: false,
    why: `There is something new to look at: ${first.title}.`,
    unseen: fresh.map(({ id }) => id),
    cautions: [...new Set(fresh.map(({ finding }) => finding.code))],
    stopped: words,
    summary,
  };
}

const NOTHING_SEEN = { unseen: [], cautions: [], stopped: [], summary: "" };
