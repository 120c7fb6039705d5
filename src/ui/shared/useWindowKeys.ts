"use client";
import { useEffect, useRef } from "react";

/** Hears every key, wherever the focus is. */
export function useWindowKeys(onKey: (event: KeyboardEvent) => void): void {
  const latest = useRef(onKey);
  latest.current = onKey;
  useEffect(() => {
    const hear = (event: KeyboardEvent) => latest.current(event);
    window.addEventListener("keydown", hear);
    return () => window.removeEventListener("keydown", hear);
  }, []);
}
