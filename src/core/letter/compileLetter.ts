import {
  type BlockNode,
  type FieldNode,
  inlineNodes,
  type LetterBody,
  type LetterSubject,
  type PlainBlockNode,
  plainBlocks,
  type SignatureDocument,
} from "../model/letterBody";
import { liveBlocks } from "./blockKinds";
import type { LiveBlockNode } from "./blocks/blockKind";
import { compileBlocks, compileInline } from "./compileBlocks";
import { fieldById } from "./fields/fieldsFor";
import type { LetterContext } from "./fields/letterContext";
import { AboutStudent, FieldSlots, LetterInMaking, Track } from "./letterInMaking";
import { letterHeadHtml, mailDocument } from "./mailDocument";

/** A finished letter in both forms, with what the check needs to know of how it was made. */
export interface RenderedLetter {
  readonly subject: string;
  /** A whole HTML document with inline styles. */
  readonly html: string;
  readonly text: string;
  /** Ids of fields without a value and without anything that stands in. */
  readonly unfilled: readonly string[];
  /** How many of its fields have no value of their own, whatever stands in. */
  readonly empty: number;
  /** The fields and blocks that this letter has: those of conditional texts that it does not have are not among them. */
  readonly fields: readonly FieldNode["attrs"][];
  readonly blocks: readonly LiveBlockNode[];
  /** What somebody wrote, as far as it stands in this letter, run by run: what comes from the school’s record is not among it. */
  readonly written: readonly string[];
  /** Whether nothing is in it but blanks and the signature. */
  readonly isBlank: boolean;
  /** What its blocks tell, each thing by its name, where that was asked; what stands in for nothing tells nothing. */
  readonly told: readonly string[];
}

/**
 * A note's words as one function that makes a letter from contexts: one, or for a family one for each child and class.
 * All that is the same in every letter is joined beforehand, so that a letter costs its values and one pass of
 * joining. The HTML and the text are made side by side from the same tree.
 */
export function compileLetter(
  words: { subject: LetterSubject; body: LetterBody },
  signature: SignatureDocument,
  isTelling = false,
): (contexts: readonly [LetterContext, ...LetterContext[]]) => RenderedLetter {
  const slots = new FieldSlots();
  const subject = new Track();
  for (const node of words.subject.content[0]?.content ?? []) compileInline(node, slots, new Track(), subject);
  const blocks = signed(words.body.content, signature);
  const [from, to] = repeatedRun(blocks);
  const before = compileBlocks(blocks.slice(0, from), slots);
  const run = compileBlocks(blocks.slice(from, to), slots);
  const after = compileBlocks(blocks.slice(to), slots);
  const unsigned = compileBlocks(signed(words.body.content, NO_SIGNATURE), slots);
  // Words that stand in every letter, outside of conditional texts: then none is blank.
  const hasFixedWords = unsigned.text.parts.some((part) => typeof part === "string" && WORDS.test(part));
  const hasPicture = [...plainBlocks(words.body)].some(({ type }) => type === "picture");
  let last: AboutStudent | undefined;
  // The head is the same above all letters of a round.
  let head: { readonly of: LetterContext["settings"]; readonly html: string } | undefined;

  return (contexts) => {
    const [context, ...others] = contexts;
    // Letters about one student follow each other: only what depends on the recipient is rebuilt.
    if (!last?.isAbout(context)) last = new AboutStudent(context, isTelling);
    const first = new LetterInMaking(context, slots, last);
    const rest = others.map((other) => new LetterInMaking(other, slots, new AboutStudent(other, isTelling)));
    const all = rest.length === 0 ? first : new LetterInMaking(context, slots, last, others);
    const subjectLine = all.join(subject, "text").replace(/\s+/g, " ").trim();
    const body = (as: "html" | "text") => {
      let joined = all.join(before[as], as) + first.join(run[as], as);
      for (const one of rest) joined += one.join(run[as], as);
      return joined + all.join(after[as], as);
    };
    if (head?.of !== context.settings) head = { of: context.settings, html: letterHeadHtml(context.settings) };
    const html = mailDocument(subjectLine, body("html"), context.language, head.html);
    const text = `${body("text").trimEnd()}\n`;
    const isBlank =
      !hasPicture &&
      !hasFixedWords &&
      text.length < LONGEST_OF_BLANK &&
      [first, ...rest].every((one) => !WORDS.test(one.plain(unsigned.text)));
    if (rest.length === 0) {
      const { unfilled, empty, fields, blocks: shown, written, told } = first;
      return { subject: subjectLine, html, text, unfilled, empty, fields, blocks: shown, written, isBlank, told };
    }
    const made = [all, first, ...rest];
    return {
      subject: subjectLine,
      html,
      text,
      unfilled: [...new Set(made.flatMap(({ unfilled }) => unfilled))],
      empty: made.reduce((sum, { empty }) => sum + empty, 0),
      fields: made.flatMap(({ fields }) => fields),
      blocks: made.flatMap((one) => one.blocks),
      written: made.flatMap((one) => one.written),
      isBlank,
      told: made.flatMap((one) => one.told),
    };
  };
}

const NO_SIGNATURE: SignatureDocument = { type: "doc", content: [] };
const WORDS = /[\p{L}\p{N}]/u;
/** Longer letters have words beside a signature; in characters. */
const LONGEST_OF_BLANK = 1_000;

/**
 * The part of a letter that is said again for each child and class of a family: from the first block that speaks of a
 * student to the last. What speaks of the recipient and the teacher alone stands around it, once.
 */
function repeatedRun(blocks: readonly BlockNode[]): [from: number, to: number] {
  const speaks = blocks.map(speaksOfStudent);
  const from = speaks.indexOf(true);
  return from < 0 ? [blocks.length, blocks.length] : [from, speaks.lastIndexOf(true) + 1];
}

function speaksOfStudent(block: BlockNode): boolean {
  if (block.type === "passage" || block.type === "signature") return block.type === "passage";
  const body: LetterBody = { type: "doc", content: [block] };
  if (liveBlocks(body).length > 0) return true;
  return [...inlineNodes(body)].some((node) => node.type === "field" && isAboutStudent(node.attrs.field));
}

/** Fields of the recipient and of the teacher are the same for all children of a family. */
function isAboutStudent(field: string): boolean {
  const group = fieldById(field)?.group;
  return group !== undefined && group !== "Recipient" && group !== "Teacher";
}

/** The blocks with the signature in its place. */
function signed(blocks: readonly BlockNode[], { content }: SignatureDocument): BlockNode[] {
  const own = content.filter(({ type }) => type !== "signature");
  const put = (plain: readonly PlainBlockNode[]) =>
    plain.flatMap((block) => (block.type === "signature" ? own : [block]));
  return blocks.flatMap((block): BlockNode[] => {
    if (block.type !== "passage") return put([block]);
    const [on, off, unknown] = block.content;
    return [
      {
        ...block,
        content: [
          { ...on, content: put(on.content) },
          { ...off, content: put(off.content) },
          ...(unknown ? ([{ ...unknown, content: put(unknown.content) }] as const) : []),
        ],
      },
    ];
  });
}
