"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { Ban, Check, CircleDashed, Clock, Hourglass, X } from "lucide-react";
import { useRef } from "react";
import type { CellView, GradebookView } from "@/workers/engine/gradebookView";

const ROW_HEIGHT_PX = 34;
const OVERSCAN_ROWS = 12;

/** The table of a class. The name, the overall average and the missing count stay in sight; rows are drawn as they come into view. */
export function GradebookGrid({ view }: { view: GradebookView }) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: view.rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT_PX,
    overscan: OVERSCAN_ROWS,
  });
  const drawn = virtual.getVirtualItems();
  const above = drawn[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (drawn.at(-1)?.end ?? 0);
  const width = 3 + view.categories.length + view.work.length;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must be reachable by keyboard
    <section className="grid-scroll flex-grow-1" ref={scroller} tabIndex={0} aria-label="Scores">
      <table className="grid">
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
            {view.categories.map(({ name, weight }) => (
              <th key={name} scope="col" className="work-head">
                {name}
                <div className="quiet fw-normal">{weight}</div>
              </th>
            ))}
            {view.work.map((work, place) => (
              <th key={work.id} scope="col" className={`work-head ${place === 0 ? "group-start" : ""}`}>
                {work.title}
                <div className="quiet fw-normal">
                  {work.due}, {work.possible}
                </div>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <Spacer height={above} width={width} />
          {drawn.map(({ index }) => {
            const row = view.rows[index];
            return row && <GradebookRow key={row.studentId} row={row} />;
          })}
          <Spacer height={below} width={width} />
        </tbody>
      </table>
    </section>
  );
}

function Spacer({ height, width }: { height: number; width: number }) {
  return height > 0 ? (
    <tr style={{ height }} aria-hidden>
      <td colSpan={width} />
    </tr>
  ) : null;
}

function GradebookRow({ row }: { row: GradebookView["rows"][number] }) {
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
      {row.categoryAverages.map((average, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the categories of a class stand in a fixed order
        <td key={place} className="numeric" data-private>
          {average.text || <span className="quiet small">none</span>}
          <AverageNote note={average.note} />
        </td>
      ))}
      {row.cells.map((cell, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the work of a class stands in a fixed order
        <td key={place} className={`numeric ${place === 0 ? "group-start" : ""}`} data-private>
          <ScoreText cell={cell} />
        </td>
      ))}
    </tr>
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
function ScoreText({ cell: { points, status } }: { cell: CellView }) {
  if (!status) return points;
  const Icon = ICONS[status];
  return (
    <span className={`status is-${status.replace(" ", "-")}`}>
      {points} <Icon size={13} aria-hidden /> {status}
    </span>
  );
}
