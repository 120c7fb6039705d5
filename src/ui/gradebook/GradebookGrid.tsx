"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { Ban, Check, CircleDashed, Clock, Hourglass, X } from "lucide-react";
import { memo, useMemo, useRef } from "react";
import { type ShownScore, shownScore } from "@/core/figures/shownScore";
import type { Assignment } from "@/core/model/assignment";
import type { Day } from "@/core/model/day";
import type { SchoolClass } from "@/core/model/schoolClass";
import type { Score } from "@/core/model/score";
import type { World } from "@/core/model/world";
import { useVine } from "@/ui/shared/VineContext";
import type { AverageView, GradebookView } from "@/workers/engine/gradebookView";

const ROW_HEIGHT_PX = 34;
const COLUMN_WIDTH_PX = 116;
/** The name, the overall average and the missing count. */
const PINNED_WIDTH_PX = 394;
const OVERSCAN_ROWS = 8;
const OVERSCAN_COLUMNS = 4;

/**
 * The table of a class. The name, the overall average and the missing count stay in sight; rows and columns are drawn
 * as they come into view, so that four hundred pieces cost no more than fourteen.
 */
export function GradebookGrid({ view }: { view: GradebookView }) {
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
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must be reachable by keyboard
    <section className="grid-scroll flex-grow-1" ref={scroller} tabIndex={0} aria-label="Scores">
      <table className="grid" style={{ width: PINNED_WIDTH_PX + columns.getTotalSize() }}>
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
              <ColumnHead key={column.place} column={column} />
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
                <GradebookRow key={row.studentId} row={row} span={span} schoolClass={schoolClass} today={today} />
              )
            );
          })}
          <Spacer height={rows.getTotalSize() - (drawnRows.at(-1)?.end ?? 0)} width={width} />
        </tbody>
      </table>
    </section>
  );
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

function ColumnHead({ column }: { column: GridColumn }) {
  return (
    <th scope="col" className={`work-head ${startClass(column)}`}>
      {column.title}
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
  readonly span: ColumnSpan;
  readonly schoolClass: SchoolClass;
  readonly today: Day;
}

const GradebookRow = memo(function GradebookRow({ row, span, schoolClass, today }: GradebookRowProps) {
  return (
    <tr>
      <th scope="row" className="pin-name" data-private>
        <bdi>{row.name}</bdi>
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
      {span.columns.map((column) => (
        <td key={column.place} className={`numeric ${startClass(column)}`} data-private>
          {column.kind === "work" ? (
            <ScoreText shown={shownScore(column.scores[row.studentId], column.assignment, schoolClass, today)} />
          ) : (
            <CategoryAverage average={row.categoryAverages[column.place]} />
          )}
        </td>
      ))}
      <Gap width={span.after} />
    </tr>
  );
});

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
