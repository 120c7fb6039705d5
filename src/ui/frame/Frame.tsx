"use client";
import { type ReactNode, useEffect } from "react";
import { Button } from "react-bootstrap";
import { Toaster } from "sonner";
import { PostLineContext } from "@/ui/delivery/PostLineContext";
import { usePostRoom } from "@/ui/delivery/usePostRoom";
import { Skeleton } from "@/ui/shared/Skeleton";
import { useWindowKeys } from "@/ui/shared/useWindowKeys";
import { OlderPage, useWorld } from "@/ui/shared/useWorld";
import { type Vine, VineContext } from "@/ui/shared/VineContext";
import { CoverProvider } from "./CoverContext";
import { goToNextPart } from "./nextPart";
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
  useWindowKeys((event) => {
    if (event.key !== "F6" || event.ctrlKey || event.altKey) return;
    event.preventDefault();
    goToNextPart(event.shiftKey ? -1 : 1);
  });
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
  if (cause instanceof OlderPage) {
    return (
      <div className="sheet empty" role="alert">
        <h1>Vine Note was updated in another tab</h1>
        <p className="my-3">
          Everything you did here is kept. This page is of the older version and writes nothing any more: load it again
          to go on.
        </p>
        <Button onClick={() => window.location.reload()}>Load this page again</Button>
      </div>
    );
  }
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
