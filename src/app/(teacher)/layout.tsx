import type { ReactNode } from "react";
import { OpeningFrame } from "@/ui/opening/OpeningFrame";

/** The teacher's screens, in their frame. */
export default function TeacherLayout({ children }: { children: ReactNode }) {
  return (
    <OpeningFrame
      opensDemo={process.env.VINE_DEMO !== undefined && process.env.VINE_DEMO !== ""}
      demoStands={process.env.VINE_DEMO === "whole"}
      pinnedToday={process.env.VINE_TODAY || undefined}
    >
      {children}
    </OpeningFrame>
  );
}
