"use client";
import { Extension, Node } from "@tiptap/core";
import { Table, TableCell, TableHeader, TableRow } from "@tiptap/extension-table";
import { TextAlign } from "@tiptap/extension-text-align";
import { type Editor, useEditor } from "@tiptap/react";
import StarterKit from "@tiptap/starter-kit";
import { useRef } from "react";
import { letterBodySchema, letterSubjectSchema } from "@/core/model/letterBody";
import type { Note } from "@/core/model/note";
import { BLOCK_EXTENSIONS, FieldExtension, PASSAGE_EXTENSIONS, PictureExtension } from "./fieldExtension";
import { fittedWords, LETTER_LINKS } from "./fittedWords";

export interface LetterEditors {
  readonly subject: Editor;
  readonly body: Editor;
  /** The one that was written in last: where the tray puts a field. */
  lastUsed(): Editor;
}

/** Cells hold text alone, so that a table reads the same in a letter without HTML. */
const TABLE_EXTENSIONS = [
  Table.configure({ resizable: false }),
  TableRow,
  TableCell.extend({ content: "paragraph+" }),
  TableHeader.extend({ content: "paragraph+" }),
];

/** A document of one line. */
const OneLine = Node.create({ name: "doc", topNode: true, content: "paragraph" });
const NoNewLine = Extension.create({
  name: "noNewLine",
  addKeyboardShortcuts: () => Object.fromEntries(["Enter", "Shift-Enter", "Mod-Enter"].map((key) => [key, () => true])),
});

/** The editors of subject and body. What can't be in a letter is dropped as it is pasted. */
export function useLetterEditors(
  initial: Pick<Note, "subject" | "body">,
  onChange: (part: Partial<Pick<Note, "subject" | "body">>) => void,
): LetterEditors | undefined {
  const change = useRef(onChange);
  change.current = onChange;
  const last = useRef<"subject" | "body">("body");
  const subject = useEditor({
    immediatelyRender: false,
    extensions: [
      OneLine,
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
    ],
    content: initial.subject,
    editorProps: { attributes: { "aria-label": "Subject", role: "textbox" } },
    onFocus: () => {
      last.current = "subject";
    },
    onUpdate: ({ editor }) => change.current({ subject: fittedWords(editor, letterSubjectSchema) }),
  });
  const body = useEditor({
    immediatelyRender: false,
    extensions: [
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
    ],
    content: initial.body,
    editorProps: { attributes: { "aria-label": "Letter", role: "textbox", "aria-multiline": "true" } },
    onFocus: () => {
      last.current = "body";
    },
    onUpdate: ({ editor }) => change.current({ body: fittedWords(editor, letterBodySchema) }),
  });
  if (!subject || !body) return undefined;
  return { subject, body, lastUsed: () => (last.current === "subject" ? subject : body) };
}
