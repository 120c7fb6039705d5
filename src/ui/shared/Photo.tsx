"use client";
import { useEffect, useState } from "react";
import { fullName, type Student } from "@/core/model/student";
import { useKept } from "./useKept";

interface PhotoProps {
  readonly student: Student;
  /** Its width and height in px. */
  readonly size?: number;
  /** Whether the name stands beside it: then it need not be said again. */
  readonly isNamed?: boolean;
}

/** A student's photo, or the first letters of the name where there is none; it goes with names when they are covered. */
export function Photo({ student, size = 64, isNamed = false }: PhotoProps) {
  const { photo } = student;
  const bytes = useKept((read) => (photo ? read.fileBytes(photo) : Promise.resolve(undefined)), [photo]);
  const [url, setUrl] = useState<string>();
  useEffect(() => {
    if (!bytes) return setUrl(undefined);
    const made = URL.createObjectURL(new Blob([bytes], { type: "image/jpeg" }));
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [bytes]);
  const initials = [student.givenName, student.familyName].map((name) => [...name][0] ?? "").join("");
  return url ? (
    // biome-ignore lint/performance/noImgElement: it is in this browser, nothing is loaded
    <img
      className="photo"
      src={url}
      alt={isNamed ? "" : fullName(student)}
      width={size}
      height={size}
      // The browser would drag the picture by itself, where the student is dragged.
      draggable={false}
      data-private
    />
  ) : (
    <span className="photo" style={{ width: size, height: size }} aria-hidden data-private>
      {initials}
    </span>
  );
}
