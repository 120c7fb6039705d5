"use client";
import { type ComponentType, type ReactNode, useState } from "react";
import { Button } from "react-bootstrap";
import { Toaster } from "sonner";
import type { Office } from "@/office/office";
import { FIND_KEY } from "@/ui/shared/findKey";
import { LeavingProvider } from "@/ui/shared/LeavingProvider";
import { useWindowKeys } from "@/ui/shared/useWindowKeys";
import { useVine, VineContext } from "@/ui/shared/VineContext";
import { CoverProvider } from "./CoverProvider";
import { goToNextPart } from "./goToNextPart";
import { Opening } from "./Opening";
import { Stem } from "./Stem";
import { useOffice } from "./useOffice";
import { useTheme } from "./useTheme";
import { useUndoKeys } from "./useUndoKeys";

interface FrameProps {
  /** Whether an empty browser opens on the demo school. */
  readonly opensDemo: boolean;
  /** Whether that one has automatic notes, which send themselves. */
  readonly demoStands: boolean;
  /** A day that stands for today, so that pictures and tests don't change from day to day. */
  readonly pinnedToday?: string;
  /** What finds anybody and anything, over whatever is open. */
  readonly find: ComponentType<{ onClose: () => void }>;
  readonly children: ReactNode;
}

/** What stays while the screens change: the stem, the data, the line to the post room. */
export function Frame({ opensDemo, demoStands, pinnedToday, find, children }: FrameProps) {
  const office = useOffice(opensDemo, demoStands, pinnedToday);
  useTheme();
  if (office === "opening") return <Opening />;
  return (
    <CoverProvider>
      <div className="frame">
        {office === "blocked" ? (
          <main className="frame-screen">
            <OpeningBlocked />
          </main>
        ) : "failed" in office ? (
          <main className="frame-screen">
            <OpeningFailed cause={office.failed} />
          </main>
        ) : (
          <VineContext value={office satisfies Office}>
            <LeavingProvider>
              <Ready find={find}>{children}</Ready>
            </LeavingProvider>
          </VineContext>
        )}
      </div>
      {/* In the free middle of the stem: a message must never lie over a control, nor take its click. */}
      <Toaster position="bottom-left" offset={{ bottom: 176, left: 8 }} closeButton />
    </CoverProvider>
  );
}

function Ready({ find: Find, children }: Pick<FrameProps, "find" | "children">) {
  const { isOlder, isDeleted, isAway } = useVine();
  const [finding, setFinding] = useState(false);
  useUndoKeys();
  useWindowKeys((event) => {
    if (event.key !== FIND_KEY) return;
    event.preventDefault();
    setFinding(!finding);
  });
  useWindowKeys((event) => {
    if (event.key !== "F6" || event.ctrlKey || event.altKey) return;
    event.preventDefault();
    goToNextPart(event.shiftKey ? -1 : 1);
  });
  if (isOlder) {
    return (
      <main className="frame-screen">
        <OlderPage />
      </main>
    );
  }
  if (isDeleted) {
    return (
      <main className="frame-screen">
        <DeletedData />
      </main>
    );
  }
  if (isAway) {
    return (
      <main className="frame-screen">
        <AwayPage />
      </main>
    );
  }
  return (
    <>
      <Stem onFind={() => setFinding(true)} />
      <main className="frame-screen">{children}</main>
      {finding && <Find onClose={() => setFinding(false)} />}
    </>
  );
}

/** Everything is being put in another place; this page is loaded again by itself once that is done. */
function AwayPage() {
  return (
    <div className="sheet empty" role="alert">
      <h1>Your data is being put in its new place</h1>
      <p className="my-3">
        That was begun here or in another tab. Nothing of what was here is lost: until it is done all is as before. This
        page goes on by itself.
      </p>
      <Button variant="outline-primary" onClick={() => window.location.reload()}>
        Load this page again
      </Button>
    </div>
  );
}

/** The data was deleted while this page was open: nothing of it can be written or read any more. */
function DeletedData() {
  return (
    <div className="sheet empty" role="alert">
      <h1>The data in this browser was deleted</h1>
      <p className="my-3">
        It was deleted while this page was open, in the browser’s settings or by another program. What you did here
        can’t be saved any more. Letters that were handed over still leave. If you have a backup, load this page again
        and restore it under Settings.
      </p>
      <Button onClick={() => window.location.reload()}>Load this page again</Button>
    </div>
  );
}

/** This page belongs to an older version of the application than the data. */
function OlderPage() {
  return (
    <div className="sheet empty" role="alert">
      <h1>Vine Note was updated in another tab</h1>
      <p className="my-3">
        Everything you did here is kept. This page is of the older version and writes nothing any more: load it again to
        go on.
      </p>
      <Button onClick={() => window.location.reload()}>Load this page again</Button>
    </div>
  );
}

function OpeningBlocked() {
  return (
    <div className="sheet empty" role="alert">
      <h1>Another tab is open with an older version</h1>
      <p className="my-3">
        Your data is safe. Vine Note was updated and brings it up to date as soon as the other tabs are closed, or
        loaded again; this page goes on by itself then.
      </p>
    </div>
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
