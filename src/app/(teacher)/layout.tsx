import type { ReactNode } from "react";
import { Frame } from "@/ui/frame/Frame";

/** The teacher's screens, in their frame. */
export default function TeacherLayout({ children }: { children: ReactNode }) {
  return (
    <Frame
      opensDemo={process.env.VINE_DEMO !== undefined && process.env.VINE_DEMO !== ""}
      demoStands={process.env.VINE_DEMO === "whole"}
      pinnedToday={process.env.VINE_TODAY || undefined}
    >
      {children}
    </Frame>
  );
}
