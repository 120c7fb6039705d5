"use client";
import dynamic from "next/dynamic";
import { type ComponentProps, useEffect } from "react";
import { Frame } from "@/ui/frame/Frame";
import { bringScreens } from "./screens";

// It comes when it is first asked for.
const QuickFind = dynamic(() => import("@/ui/find/QuickFind").then((find) => find.QuickFind), { ssr: false });

/** The frame of all screens, with what finds over them. */
export function WholeFrame({ children, ...props }: Omit<ComponentProps<typeof Frame>, "find">) {
  return (
    <Frame {...props} find={QuickFind}>
      <OtherScreens />
      {children}
    </Frame>
  );
}

const SOON_MS = 3_000;

/** The data is open and the screen that was asked for has begun: the others come while nothing else is to be done. */
function OtherScreens() {
  useEffect(() => {
    let gone = false;
    const atRest = () =>
      new Promise<void>((resolve) => {
        requestIdleCallback(() => !gone && resolve());
      });
    const soon = setTimeout(() => void bringScreens(atRest), SOON_MS);
    return () => {
      gone = true;
      clearTimeout(soon);
    };
  }, []);
  return null;
}
