"use client";
import { useEffect, useState } from "react";
import { wholeDemo } from "@/demo/demoAutomaticNotes";
import { demoSchoolWithPast } from "@/demo/demoPast";
import { sendDemoDigest } from "@/office/automatic/sendDemoDigest";
import { browserDependencies } from "@/office/browserDependencies";
import { Office } from "@/office/office";
import { goOnSending } from "@/office/rounds/sendNote";

/** Opens the application for as long as the page is there. */
export function useOffice(
  opensDemo: boolean,
  demoStands: boolean,
  pinnedToday: string | undefined,
): Office | "opening" | "blocked" | { failed: unknown } {
  const [opened, setOpened] = useState<ReturnType<typeof useOffice>>("opening");
  useEffect(() => {
    let gone = false;
    let office: Office | undefined;
    Office.open(
      browserDependencies(pinnedToday),
      opensDemo ? (demoStands ? wholeDemo : demoSchoolWithPast) : undefined,
      () => setOpened("blocked"),
    ).then(
      (ready) => {
        office = ready;
        if (gone) return ready.close();
        ready.line.open();
        void goOnSending(ready);
        // A page that is closed meanwhile leaves it to the next one.
        if (demoStands) void sendDemoDigest(ready).catch(() => undefined);
        setOpened(ready);
      },
      (failed) => !gone && setOpened({ failed }),
    );
    // A page left open over midnight must not count days from yesterday.
    const onReturn = () => {
      if (document.visibilityState === "visible") void office?.newDay();
    };
    document.addEventListener("visibilitychange", onReturn);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", onReturn);
      office?.close();
    };
  }, [opensDemo, demoStands, pinnedToday]);
  return opened;
}
