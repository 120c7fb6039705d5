import type { ReactNode } from "react";
import { FindingFrame } from "@/ui/find/FindingFrame";

/** The teacher's screens, in their frame. */
export default function TeacherLayout({ children }: { children: ReactNode }) {
  return (
    <FindingFrame
      opensDemo={process.env.VINE_DEMO !== undefined && process.env.VINE_DEMO !== ""}
      demoStands={process.env.VINE_DEMO === "whole"}
      pinnedToday={process.env.VINE_TODAY || undefined}
    >
      {children}
    </FindingFrame>
  );
}
