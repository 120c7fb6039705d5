import { Extension, Node } from "@tiptap/core";
import { Table, TableCell, TableHeader, TableRow } from "@tiptap/extension-table";
import { TextAlign } from "@tiptap/extension-text-align";
import StarterKit from "@tiptap/starter-kit";
import { BLOCK_EXTENSIONS, FieldExtension, PASSAGE_EXTENSIONS, PictureExtension } from "./fieldExtension";
import { LETTER_LINKS } from "./fittedWords";

/** Cells hold text alone, so that a table reads the same in a letter without HTML. */
const TABLE_EXTENSIONS = [
  Table.configure({ resizable: false }),
  TableRow,
  TableCell.extend({ content: "paragraph+" }),
  TableHeader.extend({ content: "paragraph+" }),
];

/** What the words of a letter can be made of. */
export const LETTER_EXTENSIONS = [
  StarterKit.configure({
    heading: { levels: [2, 3] },
    strike: false,
    code: false,
    codeBlock: false,
    blockquote: false,
    horizontalRule: false,
    link: LETTER_LINKS,
  }),
  ...TABLE_EXTENSIONS,
  TextAlign.configure({ types: ["paragraph", "heading"], alignments: ["left", "center", "right"] }),
  FieldExtension,
  PictureExtension,
  ...BLOCK_EXTENSIONS,
  ...PASSAGE_EXTENSIONS,
];

const NoNewLine = Extension.create({
  name: "noNewLine",
  addKeyboardShortcuts: () => Object.fromEntries(["Enter", "Shift-Enter", "Mod-Enter"].map((key) => [key, () => true])),
});

/** One line of plain words and fields. */
export const LINE_EXTENSIONS = [
  Node.create({ name: "doc", topNode: true, content: "paragraph" }),
  StarterKit.configure({
    document: false,
    heading: false,
    bulletList: false,
    orderedList: false,
    listItem: false,
    listKeymap: false,
    bold: false,
    italic: false,
    underline: false,
    strike: false,
    code: false,
    codeBlock: false,
    blockquote: false,
    horizontalRule: false,
    hardBreak: false,
    link: false,
    trailingNode: false,
  }),
  FieldExtension,
  NoNewLine,
];
