"use client";
import { useEffect, useRef } from "react";
import { Button, Form } from "react-bootstrap";
import { fractionToNumber } from "@/core/figures/fraction";
import { isOverruled } from "@/core/figures/markScore";
import { rubricTotal } from "@/core/figures/rubricTotal";
import { isStatusKey, STATUS_KEYS, type StatusKey } from "@/core/gradebook/scoreEdit";
import type { Assignment } from "@/core/model/assignment";
import { MAX_POINTS } from "@/core/model/points";
import type { Score } from "@/core/model/score";

interface ScoreLineProps {
  readonly assignment: Assignment;
  readonly score: Score | undefined;
  readonly onScore: (points: number | undefined) => void;
  readonly onTotal: () => void;
  readonly onStatus: (key: StatusKey) => void;
}

/** What the rubric comes to, the score that follows from it or was set by hand, and the status. */
export function ScoreLine({ assignment, score, onScore, onTotal, onStatus }: ScoreLineProps) {
  const field = useRef<HTMLInputElement>(null);
  const total = rubricTotal(assignment, score?.levels);
  const byHand = isOverruled(score, assignment) && total.score !== undefined;
  const shown = score?.points === undefined ? "" : String(score.points);
  useEffect(() => {
    if (field.current && document.activeElement !== field.current) field.current.value = shown;
  }, [shown]);
  const status = score?.status === "scored" ? "handed in" : (score?.status ?? "pending");
  return (
    <div className="score-line">
      {total.points && total.possible && (
        <span className="quiet small" data-private>
          {total.judged} of {total.of} judged: {round(fractionToNumber(total.points))} of{" "}
          {round(fractionToNumber(total.possible))}
        </span>
      )}
      <label className="small">
        Score{" "}
        <input
          ref={field}
          className="form-control form-control-sm"
          inputMode="decimal"
          defaultValue={shown}
          data-private
          onBlur={({ target }) => {
            const typed = target.value.trim().replace(",", ".");
            const points = Number(typed);
            if (typed === shown) return;
            if (typed === "") onScore(undefined);
            else if (points >= 0 && points <= MAX_POINTS) onScore(Math.round(points * 10_000) / 10_000);
            else target.value = shown;
          }}
          onKeyDown={(event) => {
            if (event.key !== "Enter" && event.key !== "Escape") return;
            event.preventDefault();
            event.stopPropagation();
            event.currentTarget.blur();
          }}
        />{" "}
        of {assignment.pointsPossible}
      </label>
      <Form.Select
        size="sm"
        aria-label="Status"
        value={Object.keys(STATUS_KEYS).find((key) => isStatusKey(key) && STATUS_KEYS[key] === status) ?? "p"}
        onChange={({ target }) => isStatusKey(target.value) && onStatus(target.value)}
      >
        {Object.entries(STATUS_KEYS).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </Form.Select>
      {byHand && (
        <span className="small">
          set by hand; the rubric gives {total.score}{" "}
          <Button size="sm" variant="link" onClick={onTotal}>
            Take {total.score}
          </Button>
        </span>
      )}
    </div>
  );
}

const round = (points: number) => Math.round(points * 100) / 100;
