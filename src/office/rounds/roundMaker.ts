import { type KeyedDraft, keyedDraft } from "@/core/delivery/keyedLetter";
import { filesThatFit, type GatheredLetter, withGathered } from "@/core/delivery/plans/digestLetter";
import { type LetterDraft, preparedLetter } from "@/core/delivery/preparedRound";
import type { Letter, WholeLetter } from "@/core/delivery/round";
import { togetherDrafts } from "@/core/delivery/togetherDrafts";
import { enclosedWith, MAX_ENCLOSED_BYTES, MAX_ENCLOSURES } from "@/core/model/enclosure";
import type { Note } from "@/core/model/note";
import type { WrittenMark } from "@/core/model/noteKind";
import { shortHash } from "@/core/model/shortHash";
import { dropStaged, NOTHING_STAGED, type StagedLetters, stageLetters } from "@/store/stageLetters";
import type { LetterBatch } from "@/workers/engine/roundInMaking";
import type { OfficeCore } from "../open/officeCore";
import { draftOf } from "./draftOf";
import { reportFiles } from "./drawReports";

/** What letters are made for. */
export interface RoundToMake {
  readonly note: Note;
  /** Under which id they are kept. */
  readonly stagedAs: string;
  /** One letter to many, none of whom sees the others. */
  readonly together: boolean;
  /** The letters that are there already, which have not begun to leave. */
  readonly existing?: readonly Letter[];
  /** The keys of those that left, are gathered, or were called back: nobody gets another of the round. */
  readonly doneKeys?: ReadonlySet<string>;
  /** What the letters go over with beside what stands in them: where it is another, all are others. */
  readonly salt?: string | undefined;
  /** Of a digest: the letters that wait for it, by reader. */
  readonly gathered?: ReadonlyMap<string, readonly GatheredLetter[]> | undefined;
  /** Whose letters wait for a digest. */
  readonly waitsForDigest?: ReadonlySet<string>;
  /** Hears how many letters are finished. */
  readonly onFinished?: (letters: number) => void;
}

/** What a letter is in a list of all. */
export type RoundLine = Pick<LetterDraft, "recipient" | "studentName" | "reason">;

/** A letter that another one takes the place of, or that none does. */
interface OldLetter {
  readonly id: string;
  readonly by?: string | undefined;
}

/** What was made so far; all of it is begun anew where something was changed meanwhile. */
class Made {
  readonly keys: string[] = [];
  readonly stays = new Set<string>();
  readonly old: OldLetter[] = [];
  readonly added: string[] = [];
  readonly marks: Record<string, WrittenMark> = {};
  readonly digests: { readonly id: string; readonly gathers: readonly string[] }[] = [];
  readonly lines: RoundLine[] = [];
  readonly toMany: LetterDraft[] = [];
  sample: LetterDraft | undefined;
  changed = 0;
  finished = 0;
}

/**
 * Makes the letters of a round, some at a time, and keeps them aside: none leaves before all are there. What is there already
 * as it should be stays, and only what is new or changed is made. Errors: `NoReport`; the disk is full.
 */
export class RoundMaker {
  staged: StagedLetters = NOTHING_STAGED;
  made = new Made();
  private readonly byKey: ReadonlyMap<string, Letter>;

  constructor(
    private readonly office: OfficeCore,
    private readonly round: RoundToMake,
  ) {
    this.byKey = new Map(round.existing?.map((letter) => [letter.key ?? letter.id, letter]));
  }

  /** Begins, or begins again: what was made on data of before is let go. */
  async begin(): Promise<void> {
    await this.drop();
    this.made = new Made();
  }

  async add({ letters }: LetterBatch): Promise<void> {
    const { made, round } = this;
    const wanted = letters.filter(({ entry }) => !round.doneKeys?.has(entry.key));
    const drafts = await Promise.all(wanted.map((letter) => this.draft(letter)));
    const changed = drafts.flatMap((draft) => draft ?? []);
    if (!round.together) return this.stage(changed);
    // The words are the same for all: one copy of them is enough.
    const { html = "", text = "" } = made.sample ?? {};
    for (const { draft } of changed) made.toMany.push({ ...draft, html, text });
  }

  /** All letters are there; the copy to the teacher comes last. */
  async finish(copyOf?: (lines: readonly RoundLine[], sample: LetterDraft | undefined) => LetterDraft): Promise<void> {
    const { lines, sample, toMany } = this.made;
    await this.stage(togetherDrafts(toMany).map((draft) => keyedDraft(draft.recipient.id, draft)));
    if (copyOf && lines.length > 0) await this.stage([keyedDraft("copy", copyOf(lines, sample))]);
  }

  /** The letters that are there and that no other takes the place of. */
  gone(): Letter[] {
    const { stays, old } = this.made;
    return (this.round.existing ?? []).filter(
      ({ key, id }) => !stays.has(key ?? id) && !old.some((one) => one.id === id),
    );
  }

  /** Lets go of what was kept so far. */
  async drop(): Promise<void> {
    await dropStaged(this.office.database, this.staged);
    this.staged = NOTHING_STAGED;
  }

  /** A letter with all that goes along; none where it is there already as it should be. */
  private async draft(letter: LetterBatch["letters"][number]): Promise<KeyedDraft | undefined> {
    const { made, round } = this;
    const { entry, rendered, reports, marks } = letter;
    const waiting = round.gathered?.get(entry.recipient.id) ?? [];
    const { salt = "" } = round;
    const isPlain = waiting.length === 0 && salt === "";
    const whole = isPlain ? letter.made : shortHash(JSON.stringify([letter.made, salt, waiting.map(({ id }) => id)]));
    for (const [studentId, mark] of Object.entries(marks)) this.mark(`${studentId}/${entry.recipient.id}`, mark);
    const plain = draftOf(entry, rendered);
    made.keys.push(entry.key);
    made.lines.push({ recipient: plain.recipient, studentName: plain.studentName, reason: plain.reason });
    made.sample ??= plain;
    const staysAsItIs = !round.together && this.byKey.get(entry.key)?.made === whole;
    if (staysAsItIs) made.stays.add(entry.key);
    // Of what stays no report is drawn.
    const files = staysAsItIs ? [] : await reportFiles(this.office, reports);
    made.finished += 1;
    round.onFinished?.(made.finished);
    return staysAsItIs ? undefined : { draft: this.enclosing(plain, files, waiting), key: entry.key, made: whole };
  }

  /** Letters about one student to one reader in several classes are remembered together. */
  private mark(key: string, { said, assignmentIds = [] }: WrittenMark): void {
    const known = this.made.marks[key];
    const all = [...(known?.assignmentIds ?? []), ...assignmentIds];
    this.made.marks[key] = {
      ...((said || known?.said) && { said: { ...known?.said, ...said } }),
      ...(all.length > 0 && { assignmentIds: all }),
    };
  }

  private enclosing(
    plain: LetterDraft,
    files: Awaited<ReturnType<typeof reportFiles>>,
    waiting: readonly GatheredLetter[],
  ): LetterDraft {
    const { note } = this.round;
    const enclosed = enclosedWith(note, files);
    if (waiting.length === 0) return { ...plain, ...enclosed };
    const language = this.office.world.guardians.get(plain.recipient.id)?.language ?? note.language;
    const all = filesThatFit(enclosed.enclosures ?? [], waiting, MAX_ENCLOSED_BYTES, MAX_ENCLOSURES);
    return {
      ...plain,
      ...withGathered(plain, waiting, language),
      ...(all.length > 0 && { enclosures: all }),
      gathers: waiting.map(({ id }) => id),
    };
  }

  private async stage(drafts: readonly KeyedDraft[]): Promise<void> {
    const { around, database } = this.office;
    const { made, round } = this;
    const place = { roundId: round.stagedAs, noteId: round.note.id };
    const letters: WholeLetter[] = [];
    for (const { draft, key, made: content } of drafts) {
      if (round.doneKeys?.has(key)) continue;
      const known = this.byKey.get(key);
      if (known?.made === content) {
        made.stays.add(key);
        continue;
      }
      const as = { now: around.now(), newId: around.newId };
      const letter = preparedLetter({ ...draft, key, made: content }, place, as);
      // A letter that only informs waits for the digest where its reader wishes one.
      letters.push(round.waitsForDigest?.has(letter.recipient.id) ? { ...letter, state: "gathered" } : letter);
      if (letter.gathers) made.digests.push({ id: letter.id, gathers: letter.gathers });
      if (!known) made.added.push(letter.id);
      else {
        made.old.push({ id: known.id, by: letter.id });
        if (known.recipient.kind !== "teacher") made.changed += 1;
      }
    }
    if (letters.length > 0) this.staged = await stageLetters(database, letters, this.staged);
  }
}
