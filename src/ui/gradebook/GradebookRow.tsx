import { Ban, Check, CircleDashed, Clock, Hourglass, X } from "lucide-react";
import { memo, type RefObject, useState } from "react";
import { type ShownScore, shownScore } from "@/core/figures/shownScore";
import { whileInClass } from "@/core/figures/whileInClass";
import { markChecklist } from "@/core/gradebook/markChecklist";
import { setOwnValue } from "@/core/gradebook/setOwnValue";
import type { Assignment } from "@/core/model/assignment";
import { checklistMarkSchema, markOf } from "@/core/model/checklist";
import type { Day } from "@/core/model/day";
import { ownValueText, readOwnValue } from "@/core/model/extraColumn";
import { classLabel, type SchoolClass } from "@/core/model/schoolClass";
import type { Score } from "@/core/model/score";
import { OWN_TYPE_WORDS } from "@/ui/shared/OwnValueControl";
import { useChange } from "@/ui/shared/useChange";
import type { AverageView, GradebookView } from "@/workers/engine/gradebookView";
import type { Beside } from "./DetailsSide";
import { type ColumnSpan, cellId, type GridColumn, startClass } from "./gridColumn";
import type { GridEditing } from "./useGridEditing";

interface GradebookRowProps {
  readonly row: GradebookView["rows"][number];
  readonly place: number;
  readonly span: ColumnSpan;
  readonly schoolClass: SchoolClass;
  /** Where several classes stand in one table. */
  readonly namesClass: boolean;
  readonly today: Day;
  readonly isBeside: boolean;
  readonly onBeside: (beside: Beside) => void;
  /** The assignments of this row that are chosen, by place; -1 where none is. */
  readonly chosenFrom: number;
  readonly chosenTo: number;
  readonly headColumn: number;
  readonly draft: string | undefined;
  readonly editing: RefObject<GridEditing>;
}

/** One student: the pinned figures, and the scores that are in view. */
export const GradebookRow = memo(function GradebookRow(props: GradebookRowProps) {
  const { row, place, span, schoolClass, namesClass, isBeside, onBeside } = props;
  return (
    <tr aria-rowindex={place + 2}>
      <th scope="row" className="pin-name" data-private>
        <button
          type="button"
          className="head-button"
          tabIndex={-1}
          aria-pressed={isBeside}
          onClick={() => onBeside({ kind: "student", key: row.key, classId: row.classId, studentId: row.studentId })}
        >
          <bdi>{row.name}</bdi>
        </button>
        {namesClass && <div className="row-class">{classLabel(schoolClass)}</div>}
      </th>
      <td className="pin-figure pin-first" data-private>
        {row.overall.text ? (
          <>
            <strong>{row.overall.text}</strong> {row.gradeLabel}
            <AverageNote note={row.overall.note} />
          </>
        ) : (
          <span className="quiet small">no average</span>
        )}
      </td>
      <td className="pin-figure pin-second" data-private>
        {row.missing !== undefined && row.missing > 0 ? (
          <strong className="status is-missing">{row.missing} missing</strong>
        ) : (
          <span className="quiet small">{row.missing === undefined ? "not known" : "none"}</span>
        )}
      </td>
      <Gap width={span.before} />
      {span.columns.map((column) => (
        <Cell key={column.place} column={column} {...props} />
      ))}
      <Gap width={span.after} />
    </tr>
  );
});

function Cell(props: GradebookRowProps & { column: GridColumn }) {
  const { column, row } = props;
  switch (column.kind) {
    case "work": {
      const { place, schoolClass, today, chosenFrom, chosenTo, headColumn, draft, editing } = props;
      const { at, assignments, title } = column;
      const cell = assignments[row.classId];
      const isHead = at === headColumn;
      return (
        <ScoreCell
          {...{ at, place, schoolClass, today, editing }}
          startClass={startClass(column)}
          assignment={cell?.assignment}
          score={cell?.scores[row.studentId]}
          studentId={row.studentId}
          isChosen={at >= chosenFrom && at <= chosenTo}
          title={isHead ? `${title} of ${row.name}` : undefined}
          draft={isHead ? draft : undefined}
        />
      );
    }
    case "checklist":
      return <ChecklistCell {...props} column={column} />;
    case "own":
      return <OwnCell {...props} column={column} />;
    case "category":
      return (
        <td className="numeric" data-private>
          <CategoryAverage average={row.categoryAverages[column.place]} />
        </td>
      );
  }
}

/** The room of columns that are not drawn. */
export function Gap({ width }: { width: number }) {
  return width > 0 ? <td className="grid-gap" style={{ width }} aria-hidden /> : null;
}

interface ScoreCellProps extends Pick<GradebookRowProps, "place" | "schoolClass" | "today" | "draft" | "editing"> {
  readonly at: number;
  readonly startClass: string;
  /** None where the class of the row does not have the assignment. */
  readonly assignment: Assignment | undefined;
  readonly score: Score | undefined;
  readonly studentId: string;
  readonly isChosen: boolean;
  /** What is typed into the cell at the head is named so. */
  readonly title: string | undefined;
}

/** A score. A key in the grid draws again the cells alone whose score, or whose place in the selection, changed. */
const ScoreCell = memo(function ScoreCell(props: ScoreCellProps) {
  const { at, place, startClass, assignment, score, schoolClass, studentId, today } = props;
  const { isChosen, title, draft, editing } = props;
  const isHead = title !== undefined;
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the grid itself takes the keys
    // biome-ignore lint/a11y/useFocusableInteractive: the grid keeps the focus and names the active cell
    <td
      id={cellId(place, at)}
      className={`numeric ${startClass} ${isChosen ? "is-chosen" : ""} ${isHead ? "is-head" : ""} ${assignment ? "" : "is-void"}`}
      // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: a cell of a grid can be chosen
      role="gridcell"
      aria-selected={isChosen}
      onClick={(event) => editing.current.choose({ row: place, column: at }, event.shiftKey)}
      onPointerDown={(event) => !event.shiftKey && editing.current.pressIn({ row: place, column: at })}
      onPointerEnter={() => editing.current.dragInto({ row: place, column: at })}
      onDoubleClick={() => editing.current.begin({ row: place, column: at })}
      data-private
    >
      {isHead && draft !== undefined ? (
        <ScoreInput draft={draft} title={title} editing={editing} />
      ) : (
        assignment && (
          <ScoreText
            shown={shownScore(whileInClass(score, assignment, schoolClass, studentId), assignment, schoolClass, today)}
          />
        )
      )}
    </td>
  );
});

/** It opens where somebody is typing, in sight: the browser need not look where to scroll. */
function focusInSight(input: HTMLInputElement | null): void {
  input?.focus({ preventScroll: true });
}

/** Where a score is typed; what is no score stays open until it is mended or left. */
function ScoreInput({ draft, title, editing }: { draft: string; title: string; editing: RefObject<GridEditing> }) {
  return (
    <input
      className="score-input"
      ref={focusInSight}
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

/** How a student stands on a checklist; a click goes on to the next mark. The list beside the grid does it by keyboard. */
function ChecklistCell({
  column: { checklist },
  row,
}: GradebookRowProps & { column: Extract<GridColumn, { kind: "checklist" }> }) {
  const change = useChange();
  if (checklist.classId !== "all" && checklist.classId !== row.classId) return <td className="is-void" />;
  const mark = markOf(checklist, row.studentId);
  const marks = checklistMarkSchema.options;
  const next = marks[(marks.indexOf(mark) + 1) % marks.length] ?? "not done";
  const turn = () =>
    change(
      (now) => markChecklist(now, checklist.id, [row.studentId], next),
      `${row.name}: “${checklist.name}” is ${next}.`,
      { quietly: true },
    );
  return (
    <td className="small" data-private>
      <button
        type="button"
        className={`head-button ${mark === "done" ? "" : "quiet"}`}
        tabIndex={-1}
        title={`Mark ${next}`}
        onClick={turn}
      >
        {mark === "done" && <Check size={13} aria-hidden />} {mark}
      </button>
    </td>
  );
}

/** The value of an extra column; a click lets it be typed. What is kept for the class goes before what is kept for the student. */
function OwnCell({ column: { own }, row }: GradebookRowProps & { column: Extract<GridColumn, { kind: "own" }> }) {
  const change = useChange();
  const [draft, setDraft] = useState<string>();
  const column = own.find(({ classId }) => classId === row.classId) ?? own.find(({ classId }) => classId === "all");
  if (!column) return <td className="is-void" />;
  const text = ownValueText(column.values[row.studentId]);
  const isWrong = draft !== undefined && draft.trim() !== "" && readOwnValue(draft, column.type) === undefined;
  const keep = () => {
    if (isWrong) return;
    setDraft(undefined);
    if (draft === undefined || draft.trim() === text) return;
    void change(
      (now) => setOwnValue(now, column.id, row.studentId, draft),
      `${row.name}: “${column.name}” is ${draft.trim() || "empty"}.`,
      { quietly: true },
    );
  };
  return (
    <td className="small" data-private>
      {draft === undefined ? (
        <button
          type="button"
          className={`head-button text-truncate ${text ? "" : "quiet"}`}
          title={text || "Type a value"}
          onClick={() => setDraft(text)}
        >
          {text || "–"}
          <span className="visually-hidden">
            , {column.name} of {row.name}
          </span>
        </button>
      ) : (
        <input
          className={`score-input ${isWrong ? "is-invalid" : ""}`}
          // biome-ignore lint/a11y/noAutofocus: it opens where somebody is typing
          autoFocus
          aria-label={`${column.name} of ${row.name}, ${OWN_TYPE_WORDS[column.type]}`}
          aria-invalid={isWrong}
          title={
            isWrong ? `It holds ${OWN_TYPE_WORDS[column.type]}${column.type === "date" ? ", as 2026-11-24" : ""}.` : ""
          }
          value={draft}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === "Escape") setDraft(undefined);
            else if (event.key === "Enter") keep();
          }}
        />
      )}
    </td>
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
