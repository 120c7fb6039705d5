import { STATUS_KEYS } from "@/core/gradebook/scoreEdit";
import type { KeyWords } from "@/ui/shared/KeysDialog";

/** The keys of the gradebook, as its help lists them. */
export const GRADEBOOK_KEYS: readonly KeyWords[] = [
  ["Arrows, Page Up, Page Down", "move; with Ctrl to the edge, with Shift choose several cells"],
  ["0 to 9", "type points; Enter keeps them and goes down, Tab goes right, Escape leaves them"],
  ...Object.entries(STATUS_KEYS).map(([key, words]): KeyWords => [key.toUpperCase(), words]),
  ["Enter or F2", "change what is there"],
  ["Delete", "clear the chosen cells; an empty cell is left out of averages"],
  ["Ctrl + D", "fill the chosen cells with the first of them"],
  ["C", "show or fold categories, checklists and own columns"],
  ["Ctrl + C, Ctrl + V", "copy and paste, also a column from a spreadsheet"],
  ["Ctrl + Z", "take back the last change; with Shift make it again"],
];
