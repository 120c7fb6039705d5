"use client";
import { useUndoRedo } from "@/ui/shared/useUndoRedo";
import { useWindowKeys } from "@/ui/shared/useWindowKeys";

/** Ctrl+Z takes back what was changed last, with Shift it makes it again; in a text field the keys belong to the text. */
export function useUndoKeys(): void {
  const turn = useUndoRedo();
  useWindowKeys((event) => {
    const isUndo = event.key.toLowerCase() === "z" && (event.ctrlKey || event.metaKey) && !event.altKey;
    if (!isUndo || event.defaultPrevented || isTyping(event.target)) return;
    event.preventDefault();
    void turn(event.shiftKey ? "make again" : "take back");
  });
}

const TEXT_FIELDS =
  "input:not([type=checkbox]):not([type=radio]):not([type=range]):not([type=button]), textarea, select";

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || target.matches(TEXT_FIELDS));
}
