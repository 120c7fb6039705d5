"use client";
import { useEffect, useState } from "react";
import { Button, Form } from "react-bootstrap";
import type { Marking } from "@/core/model/marking";

interface TalkClockProps {
  readonly clock: Marking["clock"];
  readonly onChange: (clock: Marking["clock"]) => void;
}

const SECOND_MS = 1_000;
const MINUTE = 60;

/** A clock for talks: off, counting up, or down from some minutes with a sign at the end. It begins again with each student. */
export function TalkClock({ clock, onChange }: TalkClockProps) {
  const [begunAt, setBegunAt] = useState<number>();
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (begunAt === undefined) return;
    const timer = setInterval(() => setNow(performance.now()), SECOND_MS / 4);
    return () => clearInterval(timer);
  }, [begunAt]);
  const passed = begunAt === undefined ? 0 : Math.max(0, Math.floor((now - begunAt) / SECOND_MS));
  const from = clock?.from ?? 0;
  const left = from - passed;
  const isOver = from > 0 && begunAt !== undefined && left <= 0;
  return (
    <div className="talk-clock">
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label="Clock"
        value={clock ? (from > 0 ? "down" : "up") : "off"}
        onChange={({ target }) => {
          setBegunAt(undefined);
          onChange(target.value === "off" ? undefined : { from: target.value === "up" ? 0 : 5 * MINUTE });
        }}
      >
        <option value="off">no clock</option>
        <option value="up">clock up</option>
        <option value="down">clock down</option>
      </Form.Select>
      {clock && from > 0 && (
        <Form.Control
          size="sm"
          type="number"
          min={1}
          max={600}
          aria-label="Minutes"
          value={Math.round(from / MINUTE)}
          onChange={({ target }) => onChange({ from: Math.min(600, Math.max(1, Number(target.value))) * MINUTE })}
        />
      )}
      {clock && (
        <>
          <output className={`figures ${isOver ? "is-over" : ""}`} aria-label="Time">
            {clockWords(from > 0 ? left : passed)}
          </output>
          <Button
            size="sm"
            variant="outline-secondary"
            onClick={() => {
              setNow(performance.now());
              setBegunAt(begunAt === undefined ? performance.now() : undefined);
            }}
          >
            {begunAt === undefined ? "Start" : "Back to the beginning"}
          </Button>
          <span className="visually-hidden" role="status">
            {isOver && "The time is over."}
          </span>
          {isOver && <strong className="is-over">time is over</strong>}
        </>
      )}
    </div>
  );
}

/** "4:05"; below zero "+0:12", which is over. */
function clockWords(seconds: number): string {
  const whole = Math.abs(seconds);
  return `${seconds < 0 ? "+" : ""}${Math.floor(whole / MINUTE)}:${String(whole % MINUTE).padStart(2, "0")}`;
}
