"use client";
import { ArrowDown, ArrowUp } from "lucide-react";
import { memo } from "react";
import type { MarkingState } from "@/core/model/condition";
import { fullName, type Student } from "@/core/model/student";
import { formatMoment } from "@/ui/shared/formatMoment";
import { Photo } from "@/ui/shared/Photo";

/** How far a student is, and what became of the feedback. */
export interface MarkRow {
  readonly student: Student;
  readonly state: MarkingState;
  /** "2 of 4", or the score. */
  readonly words: string;
  /** When feedback was sent last, ms since the epoch. */
  readonly sentAt?: number | undefined;
  readonly isChanged: boolean;
  readonly isWaiting: boolean;
  /** Why it was not sent, in words. */
  readonly unsent?: string | undefined;
}

interface MarkListProps {
  readonly rows: readonly MarkRow[];
  readonly currentId: string | undefined;
  readonly onOpen: (studentId: string) => void;
  /** Where the order is by hand: moves the student up or down. */
  readonly onMove: ((studentId: string, by: number) => void) | undefined;
}

/** The students in the order in which they are marked; each says who is done and who has been written to. */
export function MarkList({ rows, currentId, onOpen, onMove }: MarkListProps) {
  return (
    <ol className="mark-list" aria-label="Students">
      {rows.map((row) => (
        <ListRow
          key={row.student.id}
          {...row}
          isCurrent={row.student.id === currentId}
          onOpen={onOpen}
          onMove={onMove}
        />
      ))}
    </ol>
  );
}

const ListRow = memo(function ListRow({
  student,
  state,
  words,
  sentAt,
  isChanged,
  isWaiting,
  unsent,
  isCurrent,
  onOpen,
  onMove,
}: MarkRow & Pick<MarkListProps, "onOpen" | "onMove"> & { readonly isCurrent: boolean }) {
  const name = fullName(student);
  const sent = isWaiting
    ? "is being sent"
    : unsent
      ? "not sent"
      : sentAt === undefined
        ? ""
        : isChanged
          ? "changed since it was sent"
          : `sent ${formatMoment(sentAt)}`;
  return (
    <li ref={isCurrent ? intoView : undefined} className={isCurrent ? "is-current" : ""}>
      <button type="button" aria-current={isCurrent} onClick={() => onOpen(student.id)}>
        <Photo student={student} size={30} isNamed />
        <span className="mark-who">
          <bdi data-private>{name}</bdi>
          <span className={`quiet small ${unsent ? "is-unsent" : ""}`} title={unsent} data-private>
            {[state === "not begun" ? "" : words, sent].filter(Boolean).join(", ") || "not begun"}
          </span>
        </span>
      </button>
      {onMove && (
        <span className="mark-move">
          <button type="button" aria-label={`Move ${name} up`} onClick={() => onMove(student.id, -1)}>
            <ArrowUp size={14} aria-hidden />
          </button>
          <button type="button" aria-label={`Move ${name} down`} onClick={() => onMove(student.id, 1)}>
            <ArrowDown size={14} aria-hidden />
          </button>
        </span>
      )}
    </li>
  );
});

function intoView(element: HTMLLIElement | null): void {
  element?.scrollIntoView({ block: "nearest" });
}
