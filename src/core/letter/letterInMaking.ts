import type { FieldNode, PassageNode } from "../model/letterBody";
import { compileSelection } from "../selection/compileSelection";
import { blockModel, type LiveBlockNode } from "./blockModel";
import { fieldWriter } from "./fieldWriter";
import type { LetterContext } from "./letterContext";
import { blockHtml, blockText, escapeHtml } from "./mailDocument";
import { writingIn } from "./writingIn";

type Part =
  | string
  | number
  | { readonly block: LiveBlockNode }
  | { readonly passage: Passage; readonly on: Track; readonly off: Track };

/** A run of parts: fixed text, places of fields, blocks, passages. Fixed text that meets is joined at once. */
export class Track {
  readonly parts: Part[] = [];

  add(part: Part): void {
    const last = this.parts.at(-1);
    if (typeof part === "string" && typeof last === "string") this.parts[this.parts.length - 1] = last + part;
    else this.parts.push(part);
  }
}

/** The conditions of a passage, ready to be asked. */
export class Passage {
  private readonly judge: ReturnType<typeof compileSelection>;

  constructor({ attrs }: PassageNode) {
    this.judge = compileSelection(attrs);
  }

  isOn({ row }: LetterContext): boolean {
    return this.judge(row).position === "selected";
  }
}

/** The distinct fields of a letter. */
export class FieldSlots {
  readonly slots: { key: string; attrs: FieldNode["attrs"]; write: (context: LetterContext) => string }[] = [];

  placeOf({ attrs }: FieldNode): number {
    const key = JSON.stringify([attrs.field, attrs.fallback, attrs.format, attrs.upperFirst]);
    const known = this.slots.findIndex((slot) => slot.key === key);
    if (known >= 0) return known;
    return this.slots.push({ key, attrs, write: fieldWriter(attrs) }) - 1;
  }
}

/** What is the same in all letters about one student in one class: the blocks, and which passages are on. */
export class AboutStudent {
  private readonly drawn = new Map<LiveBlockNode, { readonly html: string; readonly text: string }>();
  private readonly passages = new Map<Passage, boolean>();

  constructor(private readonly context: LetterContext) {}

  isAbout({ student, figures, classDays, language }: LetterContext): boolean {
    const { context } = this;
    return (
      context.language === language &&
      context.student === student &&
      context.figures === figures &&
      context.classDays === classDays
    );
  }

  draw(block: LiveBlockNode): { readonly html: string; readonly text: string } {
    const known = this.drawn.get(block);
    if (known) return known;
    const model = blockModel(block, this.context);
    const made = { html: blockHtml(model), text: blockText(model) };
    this.drawn.set(block, made);
    return made;
  }

  isOn(passage: Passage): boolean {
    const known = this.passages.get(passage);
    if (known !== undefined) return known;
    const made = passage.isOn(this.context);
    this.passages.set(passage, made);
    return made;
  }
}

/** One letter: each of its values is worked out when it is first needed, and once. What no passage shows is never asked. */
export class LetterInMaking {
  readonly unfilled: string[] = [];
  empty = 0;
  readonly fields: FieldNode["attrs"][] = [];
  readonly blocks: LiveBlockNode[] = [];
  private readonly values: { readonly text: string; readonly html: string }[] = [];

  constructor(
    private readonly context: LetterContext,
    private readonly slots: FieldSlots,
    private readonly about: AboutStudent,
    /** The other children and classes of a family: where a field stands for all of them, it names each. */
    private readonly others: readonly LetterContext[] = [],
  ) {}

  join({ parts }: Track, as: "html" | "text"): string {
    let joined = "";
    for (const part of parts) {
      if (typeof part === "string") joined += part;
      else if (typeof part === "number") joined += this.value(part)[as];
      else if ("block" in part) {
        // The HTML is made first; the text has the same blocks.
        if (as === "html") this.blocks.push(part.block);
        joined += this.about.draw(part.block)[as];
      } else joined += this.join(this.about.isOn(part.passage) ? part.on : part.off, as);
    }
    return joined;
  }

  private written(write: (context: LetterContext) => string): string {
    if (this.others.length === 0) return write(this.context);
    const each = [this.context, ...this.others].map(write).filter(Boolean);
    return writingIn(this.context.language).list([...new Set(each)]);
  }

  private value(place: number): { readonly text: string; readonly html: string } {
    const known = this.values[place];
    if (known) return known;
    const slot = this.slots.slots[place];
    const own = slot ? this.written(slot.write) : "";
    const text = own || slot?.attrs.fallback || "";
    if (!own) this.empty += 1;
    if (slot && !text) this.unfilled.push(slot.attrs.field);
    if (slot) this.fields.push(slot.attrs);
    const made = { text, html: escapeHtml(text) };
    this.values[place] = made;
    return made;
  }
}
