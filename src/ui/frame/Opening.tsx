"use client";
import { Skeleton } from "@/ui/shared/Skeleton";
import { StemFrame } from "./StemFrame";
import { useTheme } from "./useTheme";

/** The frame while the data is being opened: its steps can be chosen already. */
export function Opening() {
  useTheme();
  return (
    <div className="frame">
      <StemFrame isOpening />
      <main className="frame-screen">
        <Skeleton words="Opening your gradebook" />
      </main>
    </div>
  );
}
