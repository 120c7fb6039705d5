"use client";
import { type Editor, useEditor } from "@tiptap/react";
import { useMemo, useRef } from "react";
import { letterBodySchema, letterSubjectSchema } from "@/core/model/letterBody";
import type { Note } from "@/core/model/note";
import { LETTER_EXTENSIONS, LINE_EXTENSIONS } from "./editorExtensions";
import { fittedWords } from "./fittedWords";

/** Editors that what is placed goes into. */
export interface PlacingEditors {
  readonly body: Editor;
  /** The one that was written in last: where the tray puts a field. */
  lastUsed(): Editor;
}

export interface LetterEditors extends PlacingEditors {
  readonly subject: Editor;
}

/** The editors of subject and body. What can't be in a letter is dropped as it is pasted. */
export function useLetterEditors(
  initial: Pick<Note, "subject" | "body">,
  onChange: (part: Partial<Pick<Note, "subject" | "body">>) => void,
): LetterEditors | null {
  const change = useRef(onChange);
  change.current = onChange;
  const last = useRef<"subject" | "body">("body");
  const subject = useEditor({
    immediatelyRender: false,
    extensions: LINE_EXTENSIONS,
    content: initial.subject,
    editorProps: { attributes: { "aria-label": "Subject", role: "textbox" } },
    onFocus: () => {
      last.current = "subject";
    },
    onUpdate: ({ editor }) => change.current({ subject: fittedWords(editor, letterSubjectSchema) }),
  });
  const body = useEditor({
    immediatelyRender: false,
    extensions: LETTER_EXTENSIONS,
    content: initial.body,
    editorProps: { attributes: { "aria-label": "Letter", role: "textbox", "aria-multiline": "true" } },
    onFocus: () => {
      last.current = "body";
    },
    onUpdate: ({ editor }) => change.current({ body: fittedWords(editor, letterBodySchema) }),
  });
  return useMemo(
    () => subject && body && { subject, body, lastUsed: () => (last.current === "subject" ? subject : body) },
    [subject, body],
  );
}
