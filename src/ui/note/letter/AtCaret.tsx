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

/** Puts something right below what is chosen in the letter, wherever that goes: it is never out of sight of it. */
export function AtCaret({ editor, within, children }: AtCaretProps) {
  const card = useRef<HTMLDivElement>(null);
  const [place, setPlace] = useState({ top: 0, left: 0 });
  const [, measureAgain] = useReducer((times: number) => times + 1, 0);
  // A picture that came moves what stands below it, and nothing is drawn anew for that.
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
  return (
    <div ref={card} className="at-caret" style={place}>
      {children}
    </div>
  );
}
