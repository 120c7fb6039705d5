"use client";
import { useEffect } from "react";

const REFRESH_MS = 3_000;

/** Asks at once and then again and again, as long as the screen is there. `refresh` must stay the same function. */
export function useRefreshed(refresh: () => Promise<unknown>): void {
  useEffect(() => {
    void refresh();
    const timer = setInterval(refresh, REFRESH_MS);
    return () => clearInterval(timer);
  }, [refresh]);
}
