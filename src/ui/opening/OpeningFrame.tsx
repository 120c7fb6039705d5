"use client";
import dynamic from "next/dynamic";
import { Opening } from "@/ui/frame/Opening";

/** What the teacher's screens stand in: its steps answer at once, all else comes after. */
export const OpeningFrame = dynamic(() => import("./WholeFrame").then((frame) => frame.WholeFrame), {
  ssr: false,
  loading: () => <Opening />,
});
