/** A cell of the grid by the place of its student and of its assignment. */
export interface GridCell {
  readonly row: number;
  readonly column: number;
}

/** The chosen cells: from the anchor, where choosing began, to the head, where the keyboard is. */
export interface GridSelection {
  readonly anchor: GridCell;
  readonly head: GridCell;
}

export interface GridRange {
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

export function rangeOf({ anchor, head }: GridSelection): GridRange {
  return {
    top: Math.min(anchor.row, head.row),
    bottom: Math.max(anchor.row, head.row),
    left: Math.min(anchor.column, head.column),
    right: Math.max(anchor.column, head.column),
  };
}

/**
 * The same cells when the rows stand otherwise: one cell follows its student. None when the student is gone, or when it
 * was several cells, which would be others now.
 */
export function followRows(
  selection: GridSelection,
  before: readonly string[],
  after: readonly string[],
): GridSelection | undefined {
  const { top, bottom, left, right } = rangeOf(selection);
  let stays = true;
  for (let row = top; row <= bottom; row += 1) stays &&= before[row] === after[row];
  if (stays) return selection;
  const row = after.indexOf(before[top] ?? "");
  if (top !== bottom || left !== right || row < 0) return undefined;
  const cell = { row, column: left };
  return { anchor: cell, head: cell };
}

const PAGE_ROWS = 15;

/** Where a key leads from a cell, within the grid; none for keys that do not move. */
export function movedBy(
  key: string,
  { row, column }: GridCell,
  size: { rows: number; columns: number },
  far: boolean,
): GridCell | undefined {
  const within = (next: GridCell): GridCell => ({
    row: Math.min(size.rows - 1, Math.max(0, next.row)),
    column: Math.min(size.columns - 1, Math.max(0, next.column)),
  });
  switch (key) {
    case "ArrowDown":
      return within({ row: far ? size.rows : row + 1, column });
    case "ArrowUp":
      return within({ row: far ? 0 : row - 1, column });
    case "ArrowRight":
      return within({ row, column: far ? size.columns : column + 1 });
    case "ArrowLeft":
      return within({ row, column: far ? 0 : column - 1 });
    case "PageDown":
      return within({ row: row + PAGE_ROWS, column });
    case "PageUp":
      return within({ row: row - PAGE_ROWS, column });
    case "Home":
      return within({ row: far ? 0 : row, column: 0 });
    case "End":
      return within({ row: far ? size.rows : row, column: size.columns });
    default:
      return undefined;
  }
}
