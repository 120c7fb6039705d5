"use client";
import { type Editor, useEditor } from "@tiptap/react";
import { useRef } from "react";
import { letterSubjectSchema } from "@/core/model/letterBody";
import { type PageWords, pageBodySchema } from "@/core/model/pageDesign";
import { LINE_EXTENSIONS } from "@/ui/note/letter/editorExtensions";
import { fittedWords } from "@/ui/note/letter/fittedWords";
import type { PlacingEditors } from "@/ui/note/letter/useLetterEditors";
import { PAGE_EXTENSIONS } from "./pageExtensions";

/** The lines of a page, beside the page itself. */
const LINES = { head: "Line at the head", foot: "Line at the foot", fileName: "Name of the file" } as const;
export type PageLine = keyof typeof LINES;

export interface PageEditors extends PlacingEditors, Readonly<Record<PageLine, Editor>> {}

/** The editors of a design in one language. */
export function usePageEditors(
  initial: PageWords,
  onChange: (part: Partial<PageWords>) => void,
): PageEditors | undefined {
  const change = useRef(onChange);
  change.current = onChange;
  const last = useRef<Editor>(undefined);
  const head = useLine("head", initial, change, last);
  const foot = useLine("foot", initial, change, last);
  const fileName = useLine("fileName", initial, change, last);
  const body = useEditor({
    immediatelyRender: false,
    extensions: PAGE_EXTENSIONS,
    content: initial.body,
    editorProps: { attributes: { "aria-label": "Page", role: "textbox", "aria-multiline": "true" } },
    onFocus: ({ editor }) => {
      last.current = editor;
    },
    onUpdate: ({ editor }) => change.current({ body: fittedWords(editor, pageBodySchema) }),
  });
  if (!head || !foot || !fileName || !body) return undefined;
  return { head, foot, fileName, body, lastUsed: () => last.current ?? body };
}

function useLine(
  line: PageLine,
  initial: PageWords,
  change: React.RefObject<(part: Partial<PageWords>) => void>,
  last: React.RefObject<Editor | undefined>,
): Editor | null {
  return useEditor({
    immediatelyRender: false,
    extensions: LINE_EXTENSIONS,
    content: initial[line],
    editorProps: { attributes: { "aria-label": LINES[line], role: "textbox" } },
    onFocus: ({ editor }) => {
      last.current = editor;
    },
    onUpdate: ({ editor }) => change.current({ [line]: fittedWords(editor, letterSubjectSchema) }),
  });
}
