"use client";
import { type ReactNode, useEffect } from "react";
import { Toaster } from "sonner";
import { PostLineContext } from "@/ui/delivery/PostLineContext";
import { usePostRoom } from "@/ui/delivery/usePostRoom";
import { Skeleton } from "@/ui/shared/Skeleton";
import { useWorld } from "@/ui/shared/useWorld";
import { type Vine, VineContext } from "@/ui/shared/VineContext";
import { CoverProvider } from "./CoverContext";
import { Stem } from "./Stem";
import { applyTheme, chosenTheme } from "./theme";

interface FrameProps {
  /** Whether an empty browser opens on the demo school. */
  readonly opensDemo: boolean;
  /** A day that stands for today, so that pictures and tests don't change from day to day. */
  readonly pinnedToday?: string;
  readonly children: ReactNode;
}

/** What stays while the screens change: the stem, the data, the line to the post room. */
export function Frame({ opensDemo, pinnedToday, children }: FrameProps) {
  const vine = useWorld(opensDemo, pinnedToday);
  useEffect(() => {
    applyTheme(chosenTheme());
    const system = window.matchMedia("(prefers-color-scheme: dark)");
    const follow = () => applyTheme(chosenTheme());
    system.addEventListener("change", follow);
    return () => system.removeEventListener("change", follow);
  }, []);
  return (
    <CoverProvider>
      <div className="frame">
        {vine === "opening" ? (
          <>
            <nav className="stem" aria-label="Steps" />
            <main className="frame-screen">
              <Skeleton words="Opening your gradebook" />
            </main>
          </>
        ) : "failed" in vine ? (
          <main className="frame-screen">
            <OpeningFailed cause={vine.failed} />
          </main>
        ) : (
          <Ready vine={vine}>{children}</Ready>
        )}
      </div>
      {/* Beside the stem and above the foot: main actions stand at the right, and a message must never take their click. */}
      <Toaster position="bottom-left" offset={{ bottom: 76, left: 190 }} closeButton />
    </CoverProvider>
  );
}

function Ready({ vine, children }: { vine: Vine; children: ReactNode }) {
  const line = usePostRoom(vine);
  return (
    <VineContext value={vine}>
      <PostLineContext value={line}>
        <Stem />
        <main className="frame-screen">{children}</main>
      </PostLineContext>
    </VineContext>
  );
}

function OpeningFailed({ cause }: { cause: unknown }) {
  return (
    <div className="sheet empty" role="alert">
      <h1>Your data could not be opened</h1>
      <p className="my-3">
        Nothing was changed or deleted. Close other tabs of Vine Note and load this page again. In a private window the
        browser may not allow data to be kept.
      </p>
      <p className="quiet small">{cause instanceof Error ? cause.message : String(cause)}</p>
    </div>
  );
}
