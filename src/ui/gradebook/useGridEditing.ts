"use client";
import { type ClipboardEvent, type KeyboardEvent, useRef, useState } from "react";
import { toast } from "sonner";
import { isFarAbove } from "@/core/gradebook/isFarAbove";
import {
  editScores,
  isStatusKey,
  pastedScores,
  type ScoreCell,
  type ScoreEdit,
  scoreAfterKey,
  scoreEditWords,
  typedScore,
} from "@/core/gradebook/scoreEdit";
import { formatScore } from "@/core/model/score";
import { counted } from "@/core/words";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { followRows, type GridCell, type GridSelection, movedBy, rangeOf } from "./gridSelection";

export interface GridEditing {
  readonly selection: GridSelection | undefined;
  /** What is being typed into the cell at the head; none while nothing is. */
  readonly draft: string | undefined;
  setDraft(text: string | undefined): void;
  /** Keeps what was typed; `then` says where to go. False when it is no score, and the cell stays open. */
  keep(then: "down" | "right" | "stay"): boolean;
  choose(cell: GridCell, extends_: boolean): void;
  /** The pointer was pressed in a cell; nothing is chosen by that alone. */
  pressIn(cell: GridCell): void;
  /** The pointer came into another cell while it was pressed: all between the two are chosen. */
  dragInto(cell: GridCell): void;
  begin(cell: GridCell): void;
  onKeyDown(event: KeyboardEvent): void;
  onPaste(event: ClipboardEvent): void;
  onCopy(event: ClipboardEvent): void;
}

/** The cells of a grid: its rows by key, its columns of work, and what each cell holds the score of. */
export interface GridCells {
  readonly rowKeys: readonly string[];
  readonly columns: number;
  /** None where the class of the row does not have the assignment of the column. */
  readonly cellAt: (row: number, column: number) => ScoreCell | undefined;
}

const FIRST_CELL: GridCell = { row: 0, column: 0 };

function cellKey(assignmentId: string, studentId: string): string {
  return `${assignmentId}/${studentId}`;
}

/** The keyboard of the grid: moving, typing, statuses by one key, filling and pasting. */
export function useGridEditing({ rowKeys, columns, cellAt }: GridCells): GridEditing {
  const { world } = useVine();
  const change = useChange();
  const [selection, setSelection] = useState<GridSelection>();
  const [draft, setDraft] = useState<string>();
  const [rows, setRows] = useState(rowKeys);
  if (rows !== rowKeys) {
    setRows(rowKeys);
    const followed = selection && followRows(selection, rows, rowKeys);
    if (followed !== selection) {
      setSelection(followed);
      if (!followed) setDraft(undefined);
    }
  }
  // Typing is faster than keeping: each edit is made on what the one before it leaves.
  const latest = useRef({ scores: new Map<string, ScoreEdit["score"]>(), waiting: 0 });
  if (latest.current.waiting === 0) latest.current.scores.clear();
  const size = { rows: rowKeys.length, columns };
  /** What was asked back, so that keeping it once more means it. */
  const sureOf = useRef("");

  const scoreAt = (assignmentId: string, studentId: string) => {
    const { scores } = latest.current;
    const key = cellKey(assignmentId, studentId);
    return scores.has(key) ? scores.get(key) : world.scoreColumns.get(assignmentId)?.scores[studentId];
  };

  const edit = (edits: readonly ScoreEdit[], choices = { quietly: true }, words = scoreEditWords(edits, world)) => {
    for (const { assignmentId, studentId, score } of edits)
      latest.current.scores.set(cellKey(assignmentId, studentId), score);
    latest.current.waiting += 1;
    void change((now) => editScores(edits, now), words, choices).finally(() => {
      latest.current.waiting -= 1;
    });
  };

  /** Every chosen cell that can hold a score, row by row. */
  const chosen = () => {
    if (!selection) return [];
    const { top, bottom, left, right } = rangeOf(selection);
    return Array.from({ length: bottom - top + 1 }, (_, row) =>
      Array.from({ length: right - left + 1 }, (_unused, column) => cellAt(top + row, left + column) ?? []).flat(),
    ).flat();
  };
  const setAll = (scoreOf: (before: ReturnType<typeof scoreAt>) => ScoreEdit["score"]) =>
    edit(
      chosen().map(({ studentId, assignment }) => ({
        assignmentId: assignment.id,
        studentId,
        score: scoreOf(scoreAt(assignment.id, studentId)),
      })),
    );
  const fillDown = () => {
    if (!selection) return;
    const { top, bottom, left, right } = rangeOf(selection);
    const edits: ScoreEdit[] = [];
    for (let column = left; column <= right; column += 1) {
      const first = cellAt(top, column);
      for (let row = top + 1; first && row <= bottom; row += 1) {
        const cell = cellAt(row, column);
        if (!cell) continue;
        const score = scoreAt(first.assignment.id, first.studentId);
        edits.push({ assignmentId: cell.assignment.id, studentId: cell.studentId, score });
      }
    }
    edit(edits);
  };
  const pressed = useRef<GridCell>(undefined);
  const go = (cell: GridCell, extends_: boolean) =>
    setSelection((now) => ({ anchor: extends_ && now ? now.anchor : cell, head: cell }));

  const keep = (then: "down" | "right" | "stay") => {
    const cell = selection?.head;
    const target = cell && cellAt(cell.row, cell.column);
    if (!target || draft === undefined) return true;
    const { studentId, assignment } = target;
    const typed = typedScore(draft, scoreAt(assignment.id, studentId), assignment);
    if (!typed.ok) {
      toast.error(typed.problem);
      return false;
    }
    const asked = `${cellKey(assignment.id, studentId)}/${draft}`;
    if (isFarAbove(typed.score, assignment) && sureOf.current !== asked) {
      sureOf.current = asked;
      toast.warning(
        `${typed.score?.points} of ${assignment.pointsPossible} is far above what is possible. Keep it once more if it is meant, or mend it.`,
      );
      return false;
    }
    edit([{ assignmentId: assignment.id, studentId, score: typed.score }]);
    setDraft(undefined);
    const key = then === "down" ? "ArrowDown" : then === "right" ? "ArrowRight" : "";
    go(movedBy(key, cell, size, false) ?? cell, false);
    return true;
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (draft !== undefined) return;
    const head = selection?.head;
    const withControl = event.ctrlKey || event.metaKey;
    const stop = () => event.preventDefault();
    if (!head) {
      if (movedBy(event.key, FIRST_CELL, size, withControl) && size.rows > 0 && size.columns > 0) {
        stop();
        go(FIRST_CELL, false);
      }
      return;
    }
    const next = movedBy(event.key, head, size, withControl);
    if (next) {
      stop();
      go(next, event.shiftKey);
    } else if (withControl && event.key.toLowerCase() === "d") {
      stop();
      fillDown();
    } else if (withControl || event.altKey) return;
    else if (event.key === "Enter" || event.key === "F2") {
      stop();
      if (cellAt(head.row, head.column)) setDraft(textAt(head));
    } else if (event.key === "Delete" || event.key === "Backspace") {
      stop();
      setAll(() => undefined);
    } else if (isStatusKey(event.key.toLowerCase())) {
      stop();
      const key = event.key.toLowerCase();
      if (isStatusKey(key)) setAll((before) => scoreAfterKey(key, before));
    } else if (/^[\d.,-]$/.test(event.key)) {
      stop();
      if (cellAt(head.row, head.column)) setDraft(event.key);
    }
  };
  const textAt = ({ row, column }: GridCell) => {
    const cell = cellAt(row, column);
    return cell ? formatScore(scoreAt(cell.assignment.id, cell.studentId)) : "";
  };
  const onPaste = (event: ClipboardEvent) => {
    if (draft !== undefined || !selection) return;
    event.preventDefault();
    const { top, left, bottom, right } = rangeOf(selection);
    const selected = { rows: bottom - top + 1, columns: right - left + 1 };
    const { edits, refused, beyond } = pastedScores(
      event.clipboardData.getData("text/plain"),
      (row, column) => cellAt(top + row, left + column),
      selected,
      scoreAt,
    );
    const high = edits.filter(({ assignmentId, score }) => {
      const assignment = world.assignments.get(assignmentId);
      return assignment && isFarAbove(score, assignment);
    }).length;
    const words = [
      `${counted(edits.length, "cell")} pasted.`,
      high > 0 ? `${counted(high, "score")} far above what is possible: take them back if they are not meant.` : "",
      refused.length > 0 ? `Not a score, and not used: ${refused.slice(0, 4).join(", ")}.` : "",
      beyond > 0 ? `${counted(beyond, "cell")} lay beyond the last student or assignment.` : "",
    ];
    const said = words.filter(Boolean).join(" ");
    if (edits.length > 0) edit(edits, { quietly: false }, said);
    else toast(said);
  };
  const onCopy = (event: ClipboardEvent) => {
    if (draft !== undefined || !selection) return;
    const { top, bottom, left, right } = rangeOf(selection);
    const lines = Array.from({ length: bottom - top + 1 }, (_, row) =>
      Array.from({ length: right - left + 1 }, (_unused, column) =>
        textAt({ row: top + row, column: left + column }),
      ).join("\t"),
    );
    event.clipboardData.setData("text/plain", lines.join("\n"));
    event.preventDefault();
  };
  return {
    selection,
    draft,
    setDraft,
    keep,
    choose: go,
    pressIn: (cell) => {
      pressed.current = cell;
      // Wherever it is let go.
      const endDrag = () => {
        pressed.current = undefined;
      };
      window.addEventListener("pointerup", endDrag, { once: true });
    },
    dragInto: (cell) => {
      if (!pressed.current) return;
      go(pressed.current, false);
      go(cell, true);
    },
    begin: (cell) => {
      go(cell, false);
      if (cellAt(cell.row, cell.column)) setDraft(textAt(cell));
    },
    onKeyDown,
    onPaste,
    onCopy,
  };
}
