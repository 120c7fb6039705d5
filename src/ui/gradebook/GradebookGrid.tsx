"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { Ban, Check, CircleDashed, Clock, Hourglass, X } from "lucide-react";
import { memo, type RefObject, useEffect, useMemo, useRef } from "react";
import { type ShownScore, shownScore } from "@/core/figures/shownScore";
import type { Assignment } from "@/core/model/assignment";
import type { Day } from "@/core/model/day";
import type { SchoolClass } from "@/core/model/schoolClass";
import type { Score } from "@/core/model/score";
import type { World } from "@/core/model/world";
import { useVine } from "@/ui/shared/VineContext";
import type { AverageView, GradebookView } from "@/workers/engine/gradebookView";
import type { Beside } from "./DetailsSide";
import { rangeOf } from "./gridSelection";
import { type GridEditing, useGridEditing } from "./useGridEditing";

const ROW_HEIGHT_PX = 34;
const COLUMN_WIDTH_PX = 116;
/** The name, the overall average and the missing count. */
const PINNED_WIDTH_PX = 394;
const OVERSCAN_ROWS = 8;
const OVERSCAN_COLUMNS = 4;

interface GradebookGridProps {
  readonly view: GradebookView;
  readonly beside: Beside | undefined;
  readonly onBeside: (beside: Beside) => void;
  readonly onHelp: () => void;
}

/**
 * The table of a class. The name, the overall average and the missing count stay in sight; rows and columns are drawn
 * as they come into view, so that four hundred pieces cost no more than fourteen. The keyboard works on the scores.
 */
export function GradebookGrid({ view, beside, onBeside, onHelp }: GradebookGridProps) {
  const { world, today } = useVine();
  const schoolClass = world.classes.get(view.classId);
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: view.rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT_PX,
    overscan: OVERSCAN_ROWS,
  });
  const columns = useVirtualizer({
    horizontal: true,
    count: view.categories.length + view.work.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => COLUMN_WIDTH_PX,
    overscan: OVERSCAN_COLUMNS,
    // The pinned columns lie over the first of the others.
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
      columns: places.flatMap((place) => columnAt(view, place, world) ?? []),
      before: first * COLUMN_WIDTH_PX,
      after: (view.categories.length + view.work.length - 1 - last) * COLUMN_WIDTH_PX,
    };
  }, [view, world, first, last]);
  const width = span.columns.length + 5;
  const studentIds = useMemo(() => view.rows.map(({ studentId }) => studentId), [view.rows]);
  const assignments = useMemo(
    () => view.work.flatMap(({ id }) => world.assignments.get(id) ?? []),
    [view.work, world.assignments],
  );
  const editing = useGridEditing(studentIds, assignments);
  const head = editing.selection?.head;
  const range = editing.selection && rangeOf(editing.selection);
  const { scrollToIndex: showRow } = rows;
  const { scrollToIndex: showColumn } = columns;
  const firstWork = view.categories.length;
  useEffect(() => {
    if (!head) return;
    showRow(head.row);
    showColumn(firstWork + head.column);
  }, [head, showRow, showColumn, firstWork]);
  const calls = useRef(editing);
  calls.current = editing;
  const grid = useRef<HTMLTableElement>(null);
  const isTyping = editing.draft !== undefined;
  useEffect(() => {
    // The cell that was typed into is gone: the keyboard goes back to the grid.
    if (!isTyping && document.activeElement === document.body && head) grid.current?.focus();
  }, [isTyping, head]);
  return (
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
        style={{ width: PINNED_WIDTH_PX + columns.getTotalSize() }}
        onKeyDown={(event) => {
          if (event.key === "?" && editing.draft === undefined) onHelp();
          else editing.onKeyDown(event);
        }}
        onPaste={editing.onPaste}
        onCopy={editing.onCopy}
      >
        <thead>
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
          <Spacer height={drawnRows[0]?.start ?? 0} width={width} />
          {drawnRows.map(({ index }) => {
            const row = view.rows[index];
            return (
              row &&
              schoolClass && (
                <GradebookRow
                  key={row.studentId}
                  row={row}
                  place={index}
                  span={span}
                  schoolClass={schoolClass}
                  today={today}
                  isBeside={beside?.kind === "student" && beside.studentId === row.studentId}
                  onBeside={onBeside}
                  // Only the rows that the selection touches are drawn anew when it moves.
                  chosenFrom={range && index >= range.top && index <= range.bottom ? range.left : -1}
                  chosenTo={range && index >= range.top && index <= range.bottom ? range.right : -1}
                  headColumn={head?.row === index ? head.column : -1}
                  firstWork={firstWork}
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
  );
}

/** The id that the grid names as the one where the keyboard is. */
function cellId(row: number, column: number): string {
  return `score-${row}-${column}`;
}

/** One column after the pinned ones: the average of a category, or the scores of a piece of work. */
type GridColumn =
  | { readonly kind: "category"; readonly place: number; readonly title: string; readonly details: string }
  | {
      readonly kind: "work";
      readonly place: number;
      readonly title: string;
      readonly details: string;
      readonly isFirst: boolean;
      readonly assignment: Assignment;
      readonly scores: Readonly<Record<string, Score>>;
    };

/** The columns that are drawn, and the room that those before and after them take. */
interface ColumnSpan {
  readonly columns: readonly GridColumn[];
  readonly before: number;
  readonly after: number;
}

/** The categories come first, then the work. */
function columnAt(view: GradebookView, place: number, world: World): GridColumn | undefined {
  const category = view.categories[place];
  if (category) return { kind: "category", place, title: category.name, details: category.weight };
  const work = view.work[place - view.categories.length];
  const assignment = work && world.assignments.get(work.id);
  if (!work || !assignment) return undefined;
  return {
    kind: "work",
    place,
    title: work.title,
    details: [work.due, work.possible].filter(Boolean).join(", "),
    isFirst: place === view.categories.length,
    assignment,
    scores: world.scoreColumns.get(work.id)?.scores ?? {},
  };
}

function Spacer({ height, width }: { height: number; width: number }) {
  return height > 0 ? (
    <tr style={{ height }} aria-hidden>
      <td colSpan={width} />
    </tr>
  ) : null;
}

function Gap({ width }: { width: number }) {
  return width > 0 ? <td className="grid-gap" style={{ width, minWidth: width }} aria-hidden /> : null;
}

function ColumnHead({
  column,
  beside,
  onBeside,
}: { column: GridColumn } & Pick<GradebookGridProps, "beside" | "onBeside">) {
  const isShown = column.kind === "work" && beside?.kind === "piece" && beside.assignmentId === column.assignment.id;
  return (
    <th scope="col" className={`work-head ${startClass(column)}`}>
      {column.kind === "work" ? (
        <button
          type="button"
          className="head-button"
          tabIndex={-1}
          aria-pressed={isShown}
          onClick={() => onBeside({ kind: "piece", assignmentId: column.assignment.id })}
        >
          {column.title}
        </button>
      ) : (
        column.title
      )}
      <div className="quiet fw-normal">{column.details}</div>
    </th>
  );
}

/** A stronger line parts the work from the averages. */
function startClass(column: GridColumn): string {
  return column.kind === "work" && column.isFirst ? "group-start" : "";
}

interface GradebookRowProps {
  readonly row: GradebookView["rows"][number];
  readonly place: number;
  readonly span: ColumnSpan;
  readonly schoolClass: SchoolClass;
  readonly today: Day;
  readonly isBeside: boolean;
  readonly onBeside: (beside: Beside) => void;
  /** The pieces of this row that are chosen, by place; -1 where none is. */
  readonly chosenFrom: number;
  readonly chosenTo: number;
  readonly headColumn: number;
  readonly firstWork: number;
  readonly draft: string | undefined;
  readonly editing: RefObject<GridEditing>;
}

const GradebookRow = memo(function GradebookRow(props: GradebookRowProps) {
  const { row, place, span, isBeside, onBeside } = props;
  return (
    <tr aria-rowindex={place + 2}>
      <th scope="row" className="pin-name" data-private>
        <button
          type="button"
          className="head-button"
          tabIndex={-1}
          aria-pressed={isBeside}
          onClick={() => onBeside({ kind: "student", studentId: row.studentId })}
        >
          <bdi>{row.name}</bdi>
        </button>
      </th>
      <td className="pin-figure pin-first" data-private>
        {row.overall.text ? (
          <>
            <strong>{row.overall.text}</strong> {row.letterGrade}
            <AverageNote note={row.overall.note} />
          </>
        ) : (
          <span className="quiet small">no average</span>
        )}
      </td>
      <td className="pin-figure pin-second" data-private>
        {row.missing > 0 ? (
          <strong className="status is-missing">{row.missing} missing</strong>
        ) : (
          <span className="quiet small">none</span>
        )}
      </td>
      <Gap width={span.before} />
      {span.columns.map((column) =>
        column.kind === "work" ? (
          <ScoreCell key={column.place} column={column} {...props} />
        ) : (
          <td key={column.place} className="numeric" data-private>
            <CategoryAverage average={row.categoryAverages[column.place]} />
          </td>
        ),
      )}
      <Gap width={span.after} />
    </tr>
  );
});

function ScoreCell({
  column,
  row,
  place,
  schoolClass,
  today,
  chosenFrom,
  chosenTo,
  headColumn,
  firstWork,
  draft,
  editing,
}: GradebookRowProps & { column: Extract<GridColumn, { kind: "work" }> }) {
  const at = column.place - firstWork;
  const isHead = at === headColumn;
  const isChosen = at >= chosenFrom && at <= chosenTo;
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the grid itself takes the keys
    // biome-ignore lint/a11y/useFocusableInteractive: the grid keeps the focus and names the active cell
    <td
      id={cellId(place, at)}
      className={`numeric ${startClass(column)} ${isChosen ? "is-chosen" : ""} ${isHead ? "is-head" : ""}`}
      // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: a cell of a grid can be chosen
      role="gridcell"
      aria-selected={isChosen}
      onClick={(event) => editing.current.choose({ row: place, column: at }, event.shiftKey)}
      onDoubleClick={() => editing.current.begin({ row: place, column: at })}
      data-private
    >
      {isHead && draft !== undefined ? (
        <ScoreInput draft={draft} title={`${column.title} of ${row.name}`} editing={editing} />
      ) : (
        <ScoreText shown={shownScore(column.scores[row.studentId], column.assignment, schoolClass, today)} />
      )}
    </td>
  );
}

/** Where a score is typed; what is no score stays open until it is mended or left. */
function ScoreInput({ draft, title, editing }: { draft: string; title: string; editing: RefObject<GridEditing> }) {
  return (
    <input
      className="score-input"
      // biome-ignore lint/a11y/noAutofocus: it opens where somebody is typing
      autoFocus
      aria-label={title}
      value={draft}
      onChange={(event) => editing.current.setDraft(event.target.value)}
      onBlur={() => {
        // A value that is no score would be lost in silence otherwise.
        if (!editing.current.keep("stay")) editing.current.setDraft(undefined);
      }}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === "Escape") editing.current.setDraft(undefined);
        else if (event.key === "Enter" || event.key === "Tab") {
          event.preventDefault();
          editing.current.keep(event.key === "Enter" ? "down" : "right");
        }
      }}
    />
  );
}

function CategoryAverage({ average }: { average: AverageView | undefined }) {
  return (
    <>
      {average?.text || <span className="quiet small">none</span>}
      <AverageNote note={average?.note ?? ""} />
    </>
  );
}

/** Where an average did not come from the scores beside it. */
function AverageNote({ note }: { note: string }) {
  return note ? <div className="average-note">{note}</div> : null;
}

const ICONS = {
  missing: X,
  incomplete: CircleDashed,
  late: Clock,
  excused: Ban,
  pending: Hourglass,
  "handed in": Check,
};

/** Points, and the status as a shape with its word where it is not simply scored. */
function ScoreText({ shown: { points, status } }: { shown: ShownScore }) {
  if (!status) return points;
  const Icon = ICONS[status];
  return (
    <span className={`status is-${status.replace(" ", "-")}`}>
      {points} <Icon size={13} aria-hidden /> {status}
    </span>
  );
}
