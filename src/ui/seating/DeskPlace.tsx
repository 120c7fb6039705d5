"use client";
import { useDraggable, useDroppable } from "@dnd-kit/core";
import type { ReactNode } from "react";
import type { Desk } from "@/core/model/seatingPlan";

interface DeskPlaceProps {
  readonly desk: Desk;
  readonly style: { gridRow: number; gridColumn: number };
  readonly isHeld: boolean;
  readonly children: ReactNode;
}

/** A desk of the room: a student can be dropped on it. */
export function DeskPlace({ desk, style, isHeld, children }: DeskPlaceProps) {
  const { setNodeRef, isOver } = useDroppable({ id: desk.id });
  return (
    <div ref={setNodeRef} style={style} className={`desk-place ${isOver ? "is-over" : ""} ${isHeld ? "is-held" : ""}`}>
      {children}
    </div>
  );
}

/** A student that can be dragged to a desk. */
export function Dragged({ id, isOff, children }: { id: string; isOff: boolean; children: ReactNode }) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id, disabled: isOff });
  return (
    <span
      ref={setNodeRef}
      {...listeners}
      className={`desk-student ${isDragging ? "is-dragged" : ""}`}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
    >
      {children}
    </span>
  );
}
