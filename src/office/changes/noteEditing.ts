import { sameData, updating } from "@/core/change/change";
import { noteChangeWords } from "@/core/change/noteChangeWords";
import { rebaseChange } from "@/core/change/rebaseChange";
import type { Note } from "@/core/model/note";
import { findNote } from "@/store/findNote";
import { watch } from "@/store/watch";
import { Observable } from "../open/observable";
import type { OfficeCore } from "../open/officeCore";

/** How long one goes on typing before a step of it is kept. */
const KEEP_AFTER_MS = 400;
/** How long until it is tried again to keep what could not be kept. */
const TRY_AGAIN_MS = 3_000;

export interface NoteEditingState {
  readonly note: Note;
  /** Whether all of it is kept; where that failed, why. */
  readonly keeping: "kept" | "keeping" | { readonly failed: unknown };
  /** The note as another tab has it, where both changed the same part of it. */
  readonly clash: Note | undefined;
  /** Rises when words of the letter came from elsewhere, so that editors begin again with them. */
  readonly wordsFromElsewhere: number;
}

/**
 * A note while it is written: kept a moment after each change, and in step with what other tabs and undo make of it.
 * Parts that others change come in; where both changed the same part, neither is lost before the teacher has chosen.
 */
export class NoteEditing {
  readonly state: Observable<NoteEditingState>;
  /** What is in the database, as far as it is known here. */
  private base: Note;
  private timer = 0;
  private isOpen = true;
  private keepingNow: Promise<void> | undefined;
  private readonly endWatch: () => void;

  constructor(
    private readonly office: OfficeCore,
    note: Note,
  ) {
    this.base = note;
    this.state = new Observable<NoteEditingState>({ note, keeping: "kept", clash: undefined, wordsFromElsewhere: 0 });
    this.endWatch = watch(
      () => findNote(office.database, note.id),
      (kept) => kept && this.takeIn(kept),
    );
  }

  /** Changes a part of the note; it is kept a moment later. */
  change(part: Partial<Note> | ((note: Note) => Partial<Note>)): void {
    const { note } = this.state.get();
    const next = { ...note, ...(typeof part === "function" ? part(note) : part) };
    if (sameData(next, note)) return;
    this.state.change({ note: { ...next, changedAt: this.office.around.now() }, keeping: "keeping" });
    this.keepSoon(KEEP_AFTER_MS);
  }

  /** Keeps what is not kept yet, at once. Resolves with whether all of it is kept. */
  async keepNow(): Promise<boolean> {
    // Twice: what was typed while the first was written is kept too.
    for (let turn = 0; turn < 2 && this.state.get().keeping !== "kept"; turn += 1) {
      this.keepingNow ??= this.keep().finally(() => {
        this.keepingNow = undefined;
      });
      await this.keepingNow;
    }
    return this.state.get().keeping === "kept";
  }

  /** Of two versions the one of the other tab counts. */
  takeTheirs(): void {
    const { clash, wordsFromElsewhere } = this.state.get();
    if (!clash) return;
    this.base = clash;
    this.state.change({ note: clash, keeping: "kept", clash: undefined, wordsFromElsewhere: wordsFromElsewhere + 1 });
  }

  /** Of two versions the one on this screen counts. */
  keepMine(): void {
    const { clash } = this.state.get();
    if (!clash) return;
    this.base = clash;
    this.state.change({ clash: undefined, keeping: "keeping" });
    this.keepSoon(0);
  }

  /** Keeps what is not kept yet, and ends. */
  close(): void {
    this.isOpen = false;
    this.endWatch();
    if (this.state.get().keeping !== "kept") void this.keepNow();
  }

  private keepSoon(ms: number): void {
    this.timer += 1;
    const mine = this.timer;
    void this.office.around.pause(ms).then(() => {
      if (mine === this.timer && this.isOpen) void this.keepNow();
    });
  }

  private async keep(): Promise<void> {
    const { note, clash } = this.state.get();
    if (clash) return;
    if (sameData(note, this.base)) return this.state.change({ keeping: "kept" });
    try {
      const about = { ...noteChangeWords(this.base, note), screen: "Notes" };
      const done = await this.office.commit(updating("notes", this.base, note), about);
      const kept = await findNote(this.office.database, note.id);
      if (!done.ok) {
        // Where it was deleted meanwhile there is nothing to choose between.
        if (kept) this.state.change({ clash: kept, keeping: { failed: done.problem } });
        else this.state.change({ keeping: { failed: "This note was deleted in another tab." } });
        return;
      }
      // What was sent is what this screen and the database have in common; the rest of what is kept came from others.
      this.base = note;
      if (kept) this.merge(kept);
    } catch (failed) {
      this.state.change({ keeping: { failed } });
      if (this.isOpen) this.keepSoon(TRY_AGAIN_MS);
    }
  }

  /** Another tab, or undo, may have changed it. */
  private takeIn(kept: Note): void {
    if (!this.isOpen || this.keepingNow) return;
    if (!sameData(kept, this.base)) this.merge(kept);
  }

  /** Works what is kept now into what stands on the screen. */
  private merge(kept: Note): void {
    const { note, wordsFromElsewhere } = this.state.get();
    const mine = { notes: new Map([[note.id, note]]) };
    const { change, conflicts } = rebaseChange(mine, updating("notes", this.base, kept));
    if (conflicts.length > 0) {
      this.state.change({ clash: kept });
      return;
    }
    this.base = kept;
    const [, merged = note] = change.notes?.updated[note.id] ?? [];
    const isElsewhere = !sameWords(merged, note);
    this.state.change({
      note: merged,
      keeping: sameData({ ...merged, changedAt: 0 }, { ...kept, changedAt: 0 }) ? "kept" : "keeping",
      clash: undefined,
      wordsFromElsewhere: wordsFromElsewhere + (isElsewhere ? 1 : 0),
    });
    if (this.state.get().keeping === "keeping") this.keepSoon(KEEP_AFTER_MS);
  }
}

function sameWords(a: Note, b: Note): boolean {
  return sameData([a.language, a.subject, a.body, a.variants], [b.language, b.subject, b.body, b.variants]);
}
