"use client";
import type { Editor } from "@tiptap/react";
import { type ReactNode, type RefObject, useEffect, useLayoutEffect, useReducer, useRef, useState } from "react";

interface AtCaretProps {
  readonly editor: Editor;
  /** What the place is measured in; it must be positioned. */
  readonly within: RefObject<HTMLElement | null>;
  readonly children: ReactNode;
}

const GAP_PX = 6;

/** What was chosen is chosen no more: the caret stands right after it. */
export function putDown(editor: Editor): void {
  editor.commands.focus(editor.state.selection.to);
}

/** Puts something right below what is chosen in the letter, wherever that goes: it is never out of sight of it. */
export function AtCaret({ editor, within, children }: AtCaretProps) {
  const card = useRef<HTMLDivElement>(null);
  const [place, setPlace] = useState({ top: 0, left: 0 });
  const [, measureAgain] = useReducer((times: number) => times + 1, 0);
  // A picture that came moves what stands below it, and nothing is drawn again for that.
  useEffect(() => {
    const watch = new ResizeObserver(measureAgain);
    for (const one of within.current?.querySelectorAll(".letter-editor") ?? []) watch.observe(one);
    return () => watch.disconnect();
  }, [within]);
  // After every drawing: what is chosen moves when other values stand before it.
  useLayoutEffect(() => {
    const node = editor.view.nodeDOM(editor.state.selection.from);
    const paper = within.current?.getBoundingClientRect();
    if (!(node instanceof HTMLElement) || !paper) return;
    const chosen = node.getBoundingClientRect();
    const room = Math.max(0, paper.width - (card.current?.offsetWidth ?? 0));
    const next = {
      top: Math.round(chosen.bottom - paper.top + GAP_PX),
      left: Math.round(Math.min(Math.max(0, chosen.left - paper.left), room)),
    };
    if (next.top !== place.top || next.left !== place.left) setPlace(next);
  });
  // Also while the caret is in the letter: the card may lie over what she wants to read.
  useEffect(() => {
    const close = (event: KeyboardEvent) => event.key === "Escape" && putDown(editor);
    const { dom } = editor.view;
    dom.addEventListener("keydown", close);
    return () => dom.removeEventListener("keydown", close);
  }, [editor]);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the controls in it have the focus; Escape leaves them all.
    <div ref={card} className="at-caret" style={place} onKeyDown={({ key }) => key === "Escape" && putDown(editor)}>
      {children}
    </div>
  );
}
