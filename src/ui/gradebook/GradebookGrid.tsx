"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { memo, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { Button } from "react-bootstrap";
import { counted } from "@/core/words";
import { useCreateNote } from "@/ui/note/library/useCreateNote";
import { useVine } from "@/ui/shared/VineContext";
import type { GradebookView } from "@/workers/engine/gradebookView";
import type { Beside } from "./DetailsSide";
import { Gap, GradebookRow } from "./GradebookRow";
import {
  type ColumnSpan,
  cellId,
  columnAt,
  columnsBefore,
  countOf,
  type GridColumn,
  NOTHING_BEFORE,
  startClass,
} from "./gridColumn";
import { observeRoom, observeScroll, scrollFor } from "./gridScroll";
import { type GridRange, rangeOf } from "./gridSelection";
import { type GridCells, useGridEditing } from "./useGridEditing";

/** As long as it was not measured. */
const HEAD_HEIGHT_PX = 82;
const ROW_HEIGHT_PX = 34;
const COLUMN_WIDTH_PX = 116;
/** The name, the overall average and the missing count. */
const PINNED_WIDTH_PX = 394;
const OVERSCAN_ROWS = 2;
const OVERSCAN_COLUMNS = 1;

interface GradebookGridProps {
  readonly view: GradebookView;
  readonly beside: Beside | undefined;
  readonly onBeside: (beside: Beside) => void;
  readonly onHelp: () => void;
  /** Whether categories, checklists and extra columns stand before the work; they are folded into the average otherwise. */
  readonly showsMore: boolean;
}

/**
 * The table of one class or of several. The name, the overall average and the missing count stay in sight; rows and columns are drawn
 * as they come into view, so that four hundred assignments cost no more than fourteen. The keyboard works on the scores.
 */
export function GradebookGrid({ view, beside, onBeside, onHelp, showsMore }: GradebookGridProps) {
  const { world, today } = useVine();
  const scroller = useRef<HTMLDivElement>(null);
  const header = useRef<HTMLTableSectionElement>(null);
  const [headHeight, setHeadHeight] = useState(HEAD_HEIGHT_PX);
  const rows = useVirtualizer({
    count: view.rows.length,
    getScrollElement: () => scroller.current,
    observeElementRect: observeRoom,
    observeElementOffset: observeScroll,
    estimateSize: () => ROW_HEIGHT_PX,
    overscan: OVERSCAN_ROWS,
    // The rows begin below the head, which lies over those that are scrolled up.
    paddingStart: headHeight,
    scrollPaddingStart: headHeight,
  });
  const { classIds, categories, work } = view;
  const before = useMemo(
    () => (showsMore ? columnsBefore({ classIds, categories }, world) : NOTHING_BEFORE),
    [classIds, categories, world, showsMore],
  );
  const firstWork = countOf(before);
  const columnCount = firstWork + work.length;
  const columns = useVirtualizer({
    horizontal: true,
    count: columnCount,
    getScrollElement: () => scroller.current,
    observeElementRect: observeRoom,
    observeElementOffset: observeScroll,
    estimateSize: () => COLUMN_WIDTH_PX,
    overscan: OVERSCAN_COLUMNS,
    // The other columns begin beside the pinned ones, which lie over those that are scrolled away.
    paddingStart: PINNED_WIDTH_PX,
    scrollPaddingStart: PINNED_WIDTH_PX,
  });
  const drawnRows = rows.getVirtualItems();
  const drawnColumns = columns.getVirtualItems();
  const first = drawnColumns[0]?.index ?? 0;
  const last = drawnColumns.at(-1)?.index ?? -1;
  // The same as long as the same columns are in view, so that scrolling down draws only the rows that are new.
  const span = useMemo((): ColumnSpan => {
    const places = Array.from({ length: last - first + 1 }, (_, at) => first + at);
    return {
      columns: places.flatMap((place) => columnAt(work, before, place, world) ?? []),
      before: first * COLUMN_WIDTH_PX,
      after: (columnCount - 1 - last) * COLUMN_WIDTH_PX,
    };
  }, [work, before, columnCount, world, first, last]);
  const width = span.columns.length + 5;
  // Titles take as many lines as they need.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the height is that of the columns which are drawn
  useLayoutEffect(() => setHeadHeight(header.current?.offsetHeight ?? HEAD_HEIGHT_PX), [work, first, last]);
  // The same as long as the same rows stand in the same order, whatever their figures are.
  const keys = useMemo(() => JSON.stringify(view.rows.map(({ key }) => key)), [view.rows]);
  const rowKeys = useMemo(() => JSON.parse(keys) as string[], [keys]);
  const cells = useMemo((): GridCells => {
    const cellAt = (row: number, column: number) => {
      const [line, one] = [view.rows[row], work[column]];
      const assignment = line && one && world.assignments.get(one.assignments[line.classId] ?? "");
      return assignment && { studentId: line.studentId, assignment };
    };
    return { rowKeys, columns: work.length, cellAt };
  }, [view.rows, work, world.assignments, rowKeys]);
  const editing = useGridEditing(cells);
  const head = editing.selection?.head;
  const range = editing.selection && rangeOf(editing.selection);
  const isTyping = editing.draft !== undefined;
  // Whoever scrolled away sees again what she begins to type into.
  // biome-ignore lint/correctness/useExhaustiveDependencies: where the cell is matters again when typing begins
  useEffect(() => {
    if (!head) return;
    const [top, left] = [scrollFor(rows, head.row), scrollFor(columns, firstWork + head.column)];
    // The browser lays everything out to scroll: only where it has to.
    if (top !== undefined || left !== undefined)
      scroller.current?.scrollTo({ ...(top !== undefined && { top }), ...(left !== undefined && { left }) });
  }, [head, isTyping, rows, columns, firstWork]);
  const calls = useRef(editing);
  calls.current = editing;
  const grid = useRef<HTMLTableElement>(null);
  useEffect(() => {
    // The cell that was typed into is gone: the keyboard goes back to the grid.
    if (!isTyping && document.activeElement === document.body && head) grid.current?.focus({ preventScroll: true });
  }, [isTyping, head]);
  return (
    <div className="grid-column">
      <div className="grid-scroll flex-grow-1" ref={scroller}>
        <table
          className="grid"
          ref={grid}
          // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: a table whose cells are edited is a grid
          role="grid"
          tabIndex={0}
          aria-label="Scores"
          aria-multiselectable
          aria-rowcount={view.rows.length + 1}
          aria-activedescendant={head && cellId(head.row, head.column)}
          style={{ width: columns.getTotalSize() }}
          onKeyDown={(event) => {
            if (event.key === "?" && editing.draft === undefined) onHelp();
            else editing.onKeyDown(event);
          }}
          onPaste={editing.onPaste}
          onCopy={editing.onCopy}
        >
          <thead ref={header}>
            <tr>
              <th scope="col" className="pin-name">
                Student
              </th>
              <th scope="col" className="pin-figure pin-first">
                Overall
              </th>
              <th scope="col" className="pin-figure pin-second">
                Missing
              </th>
              <Gap width={span.before} />
              {span.columns.map((column) => (
                <ColumnHead key={column.place} column={column} beside={beside} onBeside={onBeside} />
              ))}
              <Gap width={span.after} />
            </tr>
          </thead>
          <tbody>
            <Spacer height={(drawnRows[0]?.start ?? headHeight) - headHeight} width={width} />
            {drawnRows.map(({ index }) => {
              const row = view.rows[index];
              const schoolClass = row && world.classes.get(row.classId);
              return (
                row &&
                schoolClass && (
                  <GradebookRow
                    key={row.key}
                    row={row}
                    place={index}
                    span={span}
                    schoolClass={schoolClass}
                    namesClass={view.classIds.length > 1}
                    today={today}
                    isBeside={beside?.kind === "student" && beside.key === row.key}
                    onBeside={onBeside}
                    // Only the rows that the selection touches are drawn again when it moves.
                    chosenFrom={range && index >= range.top && index <= range.bottom ? range.left : -1}
                    chosenTo={range && index >= range.top && index <= range.bottom ? range.right : -1}
                    headColumn={head?.row === index ? head.column : -1}
                    draft={head?.row === index ? editing.draft : undefined}
                    editing={calls}
                  />
                )
              );
            })}
            <Spacer height={rows.getTotalSize() - (drawnRows.at(-1)?.end ?? 0)} width={width} />
          </tbody>
        </table>
      </div>
      <ChosenRows view={view} range={range} />
    </div>
  );
}

/** Whose scores are chosen, and the way to write to them. */
function ChosenRows({ view, range }: { view: GradebookView; range: GridRange | undefined }) {
  const createNote = useCreateNote();
  if (!range)
    return <div className="grid-foot small quiet">Choose cells to type scores, or to write to their students.</div>;
  const rows = view.rows.slice(range.top, range.bottom + 1);
  const studentIds = [...new Set(rows.map(({ studentId }) => studentId))];
  return (
    <div className="grid-foot small">
      <span>{counted(studentIds.length, "student")} chosen</span>
      <Button
        size="sm"
        variant="outline-primary"
        onClick={() =>
          createNote("progress", {
            classIds: [...new Set(rows.map(({ classId }) => classId))],
            period: view.period,
            conditions: [{ kind: "chosen", studentIds }],
          })
        }
      >
        Write to {studentIds.length === 1 ? "this family" : "these"}
      </Button>
    </div>
  );
}

function Spacer({ height, width }: { height: number; width: number }) {
  return height > 0 ? (
    <tr style={{ height }} aria-hidden>
      <td colSpan={width} />
    </tr>
  ) : null;
}

const ColumnHead = memo(function ColumnHead({
  column,
  beside,
  onBeside,
}: { column: GridColumn } & Pick<GradebookGridProps, "beside" | "onBeside">) {
  const ids = column.kind === "work" ? Object.values(column.assignments).map(({ assignment }) => assignment.id) : [];
  const isShown = beside?.kind === "assignment" && ids.includes(beside.assignmentIds[0] ?? "");
  return (
    <th scope="col" className={`work-head ${startClass(column)}`}>
      {column.kind === "work" ? (
        <button
          type="button"
          className="head-button"
          tabIndex={-1}
          aria-pressed={isShown}
          onClick={() => onBeside({ kind: "assignment", assignmentIds: ids })}
        >
          {column.title}
        </button>
      ) : (
        column.title
      )}
      <div className="quiet fw-normal">{column.details}</div>
    </th>
  );
});
