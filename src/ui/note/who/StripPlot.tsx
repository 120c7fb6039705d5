"use client";
import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { StripView } from "@/workers/engine/stripView";

const WIDTH = 292;
const HEIGHT = 74;
const EDGE = 10;
const RADIUS = 3.2;
/** Where the lowest dots stand. */
const FLOOR = HEIGHT - 24;
const STEP = 1;
const LARGE_STEP = 5;

/**
 * Every student a dot along the measure; the threshold is a handle to drag, or to move by arrow keys. Who is outside
 * the selection is a hollow dot.
 */
export function StripPlot({
  strip,
  threshold,
  onThreshold,
}: {
  strip: StripView;
  /** The threshold as it is set now; the dots follow a moment later. */
  threshold: number;
  onThreshold: (percent: number) => void;
}) {
  const { dots, label } = strip;
  const svg = useRef<SVGSVGElement>(null);
  const low = Math.min(threshold, ...dots.map(({ value }) => value));
  const high = Math.max(threshold, ...dots.map(({ value }) => value), low + 1);
  const x = (value: number) => EDGE + ((value - low) / (high - low)) * (WIDTH - 2 * EDGE);
  const valueAt = (clientX: number) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return threshold;
    const share = ((clientX - box.left) / box.width) * WIDTH;
    const value = low + ((share - EDGE) / (WIDTH - 2 * EDGE)) * (high - low);
    return Math.min(high, Math.max(0, Math.round(value)));
  };
  const drag = (event: PointerEvent<SVGElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const next = valueAt(event.clientX);
    if (next !== threshold) onThreshold(next);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = {
      ArrowLeft: -STEP,
      ArrowDown: -STEP,
      ArrowRight: STEP,
      ArrowUp: STEP,
      PageDown: -LARGE_STEP,
      PageUp: LARGE_STEP,
    }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    onThreshold(Math.max(0, threshold + by));
  };
  const selected = dots.filter(({ isIn }) => isIn).length;
  return (
    <figure className="strip mb-0">
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing with a handle in it */}
      <svg ref={svg} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="group" aria-label={label}>
        <title>
          {selected} of {dots.length} students are in the selection; the threshold stands at {threshold} %.
        </title>
        <line x1={EDGE} x2={WIDTH - EDGE} y1={HEIGHT - 18} y2={HEIGHT - 18} className="strip-line" />
        <text x={EDGE} y={HEIGHT - 4} className="strip-words">
          {Math.round(low)} %
        </text>
        <text x={WIDTH - EDGE} y={HEIGHT - 4} textAnchor="end" className="strip-words">
          {Math.round(high)} %
        </text>
        {stacked(dots, x).map(({ key, cx, cy, isIn }) => (
          <circle key={key} cx={cx} cy={cy} r={RADIUS} className={isIn ? "strip-dot is-in" : "strip-dot"} />
        ))}
        <g
          role="slider"
          tabIndex={0}
          aria-label={`Threshold of ${label}`}
          aria-valuenow={threshold}
          aria-valuemin={0}
          aria-valuemax={Math.round(high)}
          aria-valuetext={`${threshold} percent, ${selected} students`}
          className="strip-handle"
          onKeyDown={onKeyDown}
          onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
          onPointerMove={drag}
        >
          <rect x={x(threshold) - 12} y={0} width={24} height={HEIGHT - 14} fill="transparent" />
          <line x1={x(threshold)} x2={x(threshold)} y1={2} y2={HEIGHT - 14} />
          <path d={`M ${x(threshold) - 6} 2 h 12 l -6 9 z`} />
        </g>
      </svg>
    </figure>
  );
}

/** Dots that would lie on each other are stacked upwards, closer where a stack would not fit. */
function stacked(dots: StripView["dots"], x: (value: number) => number) {
  const columnOf = (value: number) => Math.round(x(value) / (2 * RADIUS));
  const heights = new Map<number, number>();
  const places = dots.map(({ value }) => {
    const height = heights.get(columnOf(value)) ?? 0;
    heights.set(columnOf(value), height + 1);
    return height;
  });
  const room = FLOOR - RADIUS - 12;
  const rise = Math.min(2 * RADIUS + 0.6, room / Math.max(1, ...heights.values()));
  return dots.map(({ key, value, isIn }, at) => ({
    key,
    isIn,
    cx: x(value),
    cy: FLOOR - (places[at] ?? 0) * rise,
  }));
}
