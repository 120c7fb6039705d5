import type { ConditionalTextNode, FieldNode } from "../model/letterBody";
import { compileSelection } from "../selection/compileSelection";
import { blockKind, blockModel, blockTells } from "./blockKinds";
import type { LiveBlockNode } from "./blocks/blockKind";
import { fieldWriter } from "./fields/fieldWriter";
import type { LetterContext } from "./fields/letterContext";
import type { Slot } from "./fields/slot";
import { valueForEach } from "./fields/valueForEach";
import { blockHtml, blockText, escapeHtml } from "./mailDocument";

type Part =
  | string
  | number
  | { readonly block: LiveBlockNode }
  | ({ readonly passage: ConditionalText } & Readonly<Record<Side, Track>>);

/** What a conditional text shows: to those for whom its conditions hold, to the others, and to those of whom that is not known. */
export type Side = "on" | "off" | "unknown";

/** A run of parts: fixed text, places of fields, blocks, conditional texts. Fixed text that meets is joined at once. */
export class Track {
  readonly parts: Part[] = [];

  add(part: Part): void {
    const last = this.parts.at(-1);
    if (typeof part === "string" && typeof last === "string") this.parts[this.parts.length - 1] = last + part;
    else this.parts.push(part);
  }
}

/** The conditions of a conditional text, ready to be asked. */
export class ConditionalText {
  private readonly judge: ReturnType<typeof compileSelection>;

  constructor({ attrs }: ConditionalTextNode) {
    this.judge = compileSelection(attrs);
  }

  sideFor({ row }: LetterContext): Side {
    const { holds } = this.judge(row);
    return holds === undefined ? "unknown" : holds ? "on" : "off";
  }
}

/** Fields of which somebody wrote the words, and not the school’s record. */
export const WRITTEN_FIELDS = /^(?:assignment\.comment|own|statement)\./;

/** The distinct fields of a letter. */
export class FieldSlots {
  readonly slots: Slot[] = [];

  placeOf({ attrs }: FieldNode): number {
    const key = JSON.stringify([attrs.field, attrs.fallback, attrs.format, attrs.upperFirst]);
    const known = this.slots.findIndex((slot) => slot.key === key);
    if (known >= 0) return known;
    return this.slots.push({ key, attrs, write: fieldWriter(attrs), isWritten: WRITTEN_FIELDS.test(attrs.field) }) - 1;
  }
}

interface DrawnBlock {
  readonly html: string;
  readonly text: string;
  /** Whether there was nothing to say, and what the teacher wrote for that stands there. */
  readonly isStandIn: boolean;
  /** What it tells, each thing by its name. */
  readonly tells: readonly string[];
}

/** What is the same in all letters about one student in one class: the blocks, and which conditional texts are on. */
export class AboutStudent {
  private readonly drawn = new Map<LiveBlockNode, DrawnBlock>();
  private readonly passages = new Map<ConditionalText, Side>();

  constructor(
    private readonly context: LetterContext,
    /** Whether it is asked what the blocks tell; to most letters that is nothing. */
    private readonly isTelling = false,
  ) {}

  isAbout({ student, figures, classDays, language, heardAt, hasNamesake }: LetterContext): boolean {
    const { context } = this;
    return (
      context.language === language &&
      context.student === student &&
      context.figures === figures &&
      context.classDays === classDays &&
      context.heardAt === heardAt &&
      context.hasNamesake === hasNamesake
    );
  }

  draw(block: LiveBlockNode): DrawnBlock {
    const known = this.drawn.get(block);
    if (known) return known;
    const model = blockModel(block, this.context);
    const { whenNothing = "" } = (block.attrs ?? {}) as { whenNothing?: string };
    const isStandIn = model.kind === "sentence" && model.text !== "" && model.text === whenNothing;
    const text = blockText(model);
    const isSilent = !this.isTelling || text === "" || isStandIn;
    const tells = isSilent ? [] : (blockTells(block, this.context) ?? [text]);
    const made = { html: blockHtml(model), text, isStandIn, tells };
    this.drawn.set(block, made);
    return made;
  }

  sideOf(passage: ConditionalText): Side {
    const known = this.passages.get(passage);
    if (known !== undefined) return known;
    const made = passage.sideFor(this.context);
    this.passages.set(passage, made);
    return made;
  }
}

/** One letter: each of its values is worked out when it is first needed, and once. What no conditional text shows is never asked. */
export class LetterInMaking {
  readonly unfilled: string[] = [];
  empty = 0;
  readonly told: string[] = [];
  readonly fields: FieldNode["attrs"][] = [];
  readonly blocks: LiveBlockNode[] = [];
  /** What somebody wrote, as far as it stands in this letter: the note’s own words, what stands in, comments and the like. */
  readonly written: string[] = [];
  private readonly values: { readonly text: string; readonly html: string }[] = [];

  constructor(
    private readonly context: LetterContext,
    private readonly slots: FieldSlots,
    private readonly about: AboutStudent,
    /** The other children and classes of a family: where a field stands for all of them, it names each. */
    private readonly others: readonly LetterContext[] = [],
  ) {}

  /** A run as plain text, without noting what stands in it. */
  plain({ parts }: Track): string {
    return parts
      .map((part) => {
        if (typeof part === "string") return part;
        if (typeof part === "number") return this.value(part).text;
        if ("block" in part) return this.about.draw(part.block).text;
        return this.plain(part[this.about.sideOf(part.passage)]);
      })
      .join("");
  }

  join({ parts }: Track, as: "html" | "text"): string {
    let joined = "";
    for (const part of parts) {
      if (typeof part === "string") {
        joined += part;
        if (as === "text") this.written.push(part);
      } else if (typeof part === "number") joined += this.value(part)[as];
      else if ("block" in part) {
        // The HTML is made first; the text has the same blocks.
        if (as === "html") this.blocks.push(part.block);
        const drawn = this.about.draw(part.block);
        joined += drawn[as];
        if (as === "text") this.told.push(...drawn.tells);
        if (as === "text" && (blockKind(part.block.type).isWritten || drawn.isStandIn)) this.written.push(drawn.text);
      } else joined += this.join(part[this.about.sideOf(part.passage)], as);
    }
    return joined;
  }

  private valueOf(slot: Slot): string {
    const { write } = slot;
    return this.others.length === 0 ? write(this.context) : valueForEach(slot, [this.context, ...this.others]);
  }

  private value(place: number): { readonly text: string; readonly html: string } {
    const known = this.values[place];
    if (known) return known;
    const slot = this.slots.slots[place];
    const own = slot ? this.valueOf(slot) : "";
    const text = own || slot?.attrs.fallback || "";
    if (!own) this.empty += 1;
    if (slot && !text) this.unfilled.push(slot.attrs.field);
    if (slot) this.fields.push(slot.attrs);
    if (slot && text && (!own || slot.isWritten)) this.written.push(text);
    const made = { text, html: escapeHtml(text) };
    this.values[place] = made;
    return made;
  }
}
