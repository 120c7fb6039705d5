"use client";
import dynamic from "next/dynamic";
import type { ComponentProps } from "react";
import { Frame } from "@/ui/frame/Frame";

// It comes when it is first asked for.
const QuickFind = dynamic(() => import("./QuickFind").then((find) => find.QuickFind), { ssr: false });

/** The frame of all screens, with what finds over them. */
export function FindingFrame(props: Omit<ComponentProps<typeof Frame>, "find">) {
  return <Frame {...props} find={QuickFind} />;
}
