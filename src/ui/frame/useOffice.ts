"use client";
import { useEffect, useState } from "react";
import { demoSchoolWithPast } from "@/demo/demoPast";
import { browserSurroundings } from "@/office/browserSurroundings";
import { Office } from "@/office/office";
import { goOnSending } from "@/office/sendNote";

/** Opens the application for as long as the page is there. */
export function useOffice(
  opensDemo: boolean,
  pinnedToday: string | undefined,
): Office | "opening" | "blocked" | { failed: unknown } {
  const [opened, setOpened] = useState<ReturnType<typeof useOffice>>("opening");
  useEffect(() => {
    let gone = false;
    let office: Office | undefined;
    Office.open(browserSurroundings(pinnedToday), opensDemo ? demoSchoolWithPast : undefined, () =>
      setOpened("blocked"),
    ).then(
      (ready) => {
        office = ready;
        if (gone) return ready.close();
        ready.line.open();
        void goOnSending(ready);
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
  }, [opensDemo, pinnedToday]);
  return opened;
}
