import { type Finding, isCaution, isStop } from "@/core/check/finding";
import { type KeyedDraft, keyedDraft } from "@/core/delivery/keyedLetter";
import { filesThatFit, type GatheredLetter, withGathered } from "@/core/delivery/plans/digestLetter";
import { type LetterDraft, preparedLetter } from "@/core/delivery/preparedRound";
import type { Letter, Round, WholeLetter } from "@/core/delivery/round";
import type { ScheduledRound } from "@/core/delivery/scheduledRound";
import { summaryLetter } from "@/core/delivery/summaryLetter";
import { togetherDrafts } from "@/core/delivery/togetherDrafts";
import { enclosedWith, MAX_ENCLOSED_BYTES, MAX_ENCLOSURES } from "@/core/model/enclosure";
import type { Note } from "@/core/model/note";
import type { WrittenMark } from "@/core/model/noteKind";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { shortHash } from "@/core/model/shortHash";
import { dropStaged, NOTHING_STAGED, type StagedLetters, stageLetters } from "@/store/stageLetters";
import type { RebuildRequest } from "@/workers/engine/rebuildRequest";
import type { LetterBatch, RoundBegun } from "@/workers/engine/roundInMaking";
import type { OfficeCore } from "../open/officeCore";
import { aboutRound, copyToTeacher } from "./aboutRound";
import { draftOf } from "./draftOf";
import { NoReport, reportFiles } from "./drawReports";
import { lettersInBatches } from "./lettersInBatches";

/** What a round that leaves by itself is made from. */
export interface RebuildSource {
  readonly note: Note;
  readonly fresh: RebuildRequest;
  readonly copy: boolean;
  /** One letter to many, none of whom sees the others. */
  readonly together: boolean;
  /** Whether a caution holds it up. */
  readonly holds: (finding: Finding, id: string) => boolean;
  /** Of a digest: the letters that wait for it, by reader. */
  readonly gathered?: ReadonlyMap<string, readonly GatheredLetter[]> | undefined;
  /** The letters that are there already, which have not begun to leave. */
  readonly existing: readonly Letter[];
  /** The keys of those that left, are gathered, or were called back: nobody gets another of the round. */
  readonly doneKeys: ReadonlySet<string>;
  readonly from: Pick<Round, "from" | "replyTo">;
  /** What the letters go over with beside what stands in them: where it is another, all are others. */
  readonly salt?: string | undefined;
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
  readonly about: Pick<Round, "sentence" | "summary" | "acceptedCautions" | "brothersAndSisters">;
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
  const making = new RoundRebuilding(office, source);
  try {
    for await (const step of lettersInBatches(office.engine, source.note, source.fresh.at, source.fresh)) {
      if (step.kind === "begun") {
        await making.begin(step.begun);
        const held = heldBy(step.begun, source);
        if (held) return held;
      } else await making.add(step.batch);
    }
    return await making.finish();
  } catch (cause) {
    await making.drop();
    if (!(cause instanceof NoReport)) throw cause;
    return { ok: false, why: cause.message, ...NOTHING_SEEN };
  }
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

class RoundRebuilding {
  private staged: StagedLetters = NOTHING_STAGED;
  private readonly stagedAs: string;
  private begun: RoundBegun | undefined;
  private readonly byKey: ReadonlyMap<string, Letter>;
  private stays = new Set<string>();
  private old: RoundRebuilt["old"][number][] = [];
  private added: string[] = [];
  private marks: Record<string, WrittenMark> = {};
  private digests: RoundRebuilt["digests"][number][] = [];
  private changed = 0;
  private lines: Pick<LetterDraft, "recipient" | "studentName" | "reason">[] = [];
  private sample: LetterDraft | undefined;
  private toMany: LetterDraft[] = [];

  constructor(
    private readonly office: OfficeCore,
    private readonly source: RebuildSource,
  ) {
    this.stagedAs = office.around.newId();
    this.byKey = new Map(source.existing.map((letter) => [letter.key ?? letter.id, letter]));
  }

  /** Begun again: what was made on data of before is let go. */
  async begin(begun: RoundBegun): Promise<void> {
    await this.drop();
    this.begun = begun;
    [this.old, this.added, this.digests, this.lines, this.toMany] = [[], [], [], [], []];
    [this.marks, this.changed, this.sample, this.stays] = [{}, 0, undefined, new Set()];
  }

  async add({ letters }: LetterBatch): Promise<void> {
    const drafts: KeyedDraft[] = [];
    for (const { entry, rendered, reports, made, marks } of letters) {
      if (this.source.doneKeys.has(entry.key)) continue;
      const waiting = this.source.gathered?.get(entry.recipient.id) ?? [];
      const { salt = "" } = this.source;
      const isPlain = waiting.length === 0 && salt === "";
      const whole = isPlain ? made : shortHash(JSON.stringify([made, salt, waiting.map(({ id }) => id)]));
      for (const [studentId, mark] of Object.entries(marks)) this.mark(`${studentId}/${entry.recipient.id}`, mark);
      const plain = draftOf(entry, rendered);
      this.lines.push({ recipient: plain.recipient, studentName: plain.studentName, reason: plain.reason });
      this.sample ??= plain;
      // What is there already as it should be is not made again, nor are its reports drawn.
      if (!this.source.together && this.byKey.get(entry.key)?.made === whole) this.stays.add(entry.key);
      else {
        const files = await reportFiles(this.office, reports);
        drafts.push({ draft: this.drafted(plain, files, waiting), key: entry.key, made: whole });
      }
    }
    if (!this.source.together) return this.stage(drafts);
    const { html = "", text = "" } = this.sample ?? {};
    for (const { draft } of drafts) this.toMany.push({ ...draft, html, text });
  }

  async finish(): Promise<RoundRebuilt | RebuildHeld> {
    const { begun, source } = this;
    if (!begun) return { ok: false, why: "Nothing could be finished.", ...NOTHING_SEEN };
    await this.stage(togetherDrafts(this.toMany).map((draft) => keyedDraft(draft.recipient.id, draft)));
    if (source.copy && this.lines.length > 0) await this.stage([keyedDraft("copy", this.copy(begun))]);
    const gone = source.existing.filter(({ key, id }) => !this.stays.has(key ?? id) && !this.isReplaced(id));
    for (const { id } of gone) this.old.push({ id });
    return {
      ok: true,
      ...{ stagedAs: this.stagedAs, staged: this.staged, old: this.old, added: this.added },
      ...{ marks: this.marks, digests: this.digests },
      about: aboutRound(begun),
      news: {
        changed: this.changed,
        gone: gone.filter(({ recipient }) => recipient.kind !== "teacher").length,
        newcomers: begun.newcomers.map(({ words }) => words),
        stopped: begun.stopped.map(({ words }) => words),
      },
    };
  }

  async drop(): Promise<void> {
    await dropStaged(this.office.database, this.staged);
    this.staged = NOTHING_STAGED;
  }

  private isReplaced(id: string): boolean {
    return this.old.some((one) => one.id === id);
  }

  /** Letters about one student to one reader in several classes are remembered together. */
  private mark(key: string, { said, assignmentIds = [] }: WrittenMark): void {
    const known = this.marks[key];
    const all = [...(known?.assignmentIds ?? []), ...assignmentIds];
    this.marks[key] = {
      ...((said || known?.said) && { said: { ...known?.said, ...said } }),
      ...(all.length > 0 && { assignmentIds: all }),
    };
  }

  private drafted(
    plain: LetterDraft,
    files: Awaited<ReturnType<typeof reportFiles>>,
    waiting: readonly GatheredLetter[],
  ): LetterDraft {
    const { note } = this.source;
    const { enclosures = [] } = enclosedWith(note, files);
    if (waiting.length === 0) return { ...plain, ...enclosedWith(note, files) };
    const language = this.office.world.guardians.get(plain.recipient.id)?.language ?? note.language;
    const all = filesThatFit(enclosures, waiting, MAX_ENCLOSED_BYTES, MAX_ENCLOSURES);
    return {
      ...plain,
      ...withGathered(plain, waiting, language),
      ...(all.length > 0 && { enclosures: all }),
      gathers: waiting.map(({ id }) => id),
    };
  }

  private copy(begun: RoundBegun): LetterDraft {
    const { note, from } = this.source;
    const { teacherName } = this.office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
    const noteName = note.name || "Note without a name";
    return copyToTeacher(teacherName, from, summaryLetter(noteName, begun.sentence, this.lines, this.sample));
  }

  private async stage(drafts: readonly KeyedDraft[]): Promise<void> {
    const { around, database } = this.office;
    const place = { roundId: this.stagedAs, noteId: this.source.note.id };
    const letters: WholeLetter[] = [];
    for (const { draft, key, made } of drafts) {
      if (this.source.doneKeys.has(key)) continue;
      const known = this.byKey.get(key);
      if (known?.made === made) {
        this.stays.add(key);
        continue;
      }
      const letter = preparedLetter({ ...draft, key, made }, place, { now: around.now(), newId: around.newId });
      letters.push(letter);
      if (letter.gathers) this.digests.push({ id: letter.id, gathers: letter.gathers });
      if (!known) this.added.push(letter.id);
      else {
        this.old.push({ id: known.id, by: letter.id });
        if (known.recipient.kind !== "teacher") this.changed += 1;
      }
    }
    if (letters.length > 0) this.staged = await stageLetters(database, letters, this.staged);
  }
}
