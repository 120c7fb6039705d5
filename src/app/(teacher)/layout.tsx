import type { ReactNode } from "react";
import { Frame } from "@/ui/frame/Frame";

/** The teacher's screens, in their frame. */
export default function TeacherLayout({ children }: { children: ReactNode }) {
  return (
    <Frame opensDemo={process.env.VINE_DEMO === "1"} pinnedToday={process.env.VINE_TODAY}>
      {children}
    </Frame>
  );
}
