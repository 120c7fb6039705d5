"use client";
import dynamic from "next/dynamic";
import { type ComponentProps, useEffect } from "react";
import { Frame } from "@/ui/frame/Frame";
import { bringScreens } from "./screens";

// It comes when it is first asked for.
const QuickFind = dynamic(() => import("@/ui/find/QuickFind").then((find) => find.QuickFind), { ssr: false });

/** The frame of all screens, with what finds over them. */
export function WholeFrame(props: Omit<ComponentProps<typeof Frame>, "find">) {
  useEffect(() => {
    let gone = false;
    const atRest = () =>
      new Promise<void>((resolve) => {
        requestIdleCallback(() => !gone && resolve());
      });
    void bringScreens(atRest);
    return () => {
      gone = true;
    };
  }, []);
  return <Frame {...props} find={QuickFind} />;
}
