"use client";
import type { KeyWords } from "@/ui/shared/KeysDialog";
import { useWindowKeys } from "@/ui/shared/useWindowKeys";

/** What keys do while one student is marked. */
export interface MarkingActions {
  /** Judges the criterion that stands out by a level, counted from 1; 0 takes the mark away. Gives whether it did anything. */
  readonly judge: (digit: number) => boolean;
  readonly clear: () => void;
  readonly stepCriterion: (by: 1 | -1) => void;
  readonly stepStudent: (by: 1 | -1) => void;
  readonly stepStatus: () => void;
  readonly next: (sends: boolean) => void;
  readonly takeBack: () => void;
  /** The letter is typed into the field that gets the focus. */
  readonly findComment: () => void;
}

/** Hears the keys of marking wherever the focus is, but in fields and over dialogs. */
export function useMarkingKeys(isOn: boolean, actions: MarkingActions): void {
  useWindowKeys((event) => {
    if (!isOn || event.defaultPrevented || event.altKey || document.querySelector(".modal.show")) return;
    const target = event.target instanceof HTMLElement ? event.target : document.body;
    if (target.matches("input, textarea, select, [contenteditable=true]")) return;
    const { key, ctrlKey, metaKey, shiftKey } = event;
    if (ctrlKey || metaKey) {
      if (key.toLowerCase() !== "z" || shiftKey) return;
      event.preventDefault();
      return actions.takeBack();
    }
    // A control that has the focus keeps its own keys; a level is chosen by its digit, and who is open is opened already.
    const isControl = target.closest("button, a") !== null && !target.closest(".mark-level, .is-current");
    if (isControl && key === "Enter") return;
    if (/^\d$/.test(key)) {
      if (actions.judge(Number(key))) event.preventDefault();
      return;
    }
    const act = actionOf(key, shiftKey, actions);
    if (act) {
      event.preventDefault();
      act();
    } else if (/^\p{L}$/u.test(key)) actions.findComment();
  });
}

function actionOf(key: string, shiftKey: boolean, actions: MarkingActions): (() => void) | undefined {
  switch (key) {
    case "Enter":
      return () => actions.next(shiftKey);
    case "ArrowDown":
      return () => actions.stepCriterion(1);
    case "ArrowUp":
      return () => actions.stepCriterion(-1);
    case "PageDown":
      return () => actions.stepStudent(1);
    case "PageUp":
      return () => actions.stepStudent(-1);
    case "-":
      return actions.stepStatus;
    case "Backspace":
    case "Delete":
      return actions.clear;
    default:
      return undefined;
  }
}

/** The keys, as the help lists them. */
export const MARKING_KEYS: readonly KeyWords[] = [
  ["1 to 9", "the level of the criterion that stands out, and on to the next one; 0 takes it away"],
  ["↑ ↓", "another criterion"],
  ["a letter", "finds a sentence of the comment bank; Enter takes the first, ↓ another one, Escape none"],
  ["−", "the next status: handed in, late, missing, incomplete, excused, pending"],
  ["Enter", "mark and next"],
  ["Shift+Enter", "mark, send and next"],
  ["Page Up, Page Down", "the student before, the next one"],
  ["Ctrl+Z", "takes the last mark back"],
];
