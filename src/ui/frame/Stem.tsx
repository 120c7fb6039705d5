"use client";
import { PanelLeft, Undo2 } from "lucide-react";
import { useState } from "react";
import { useHalfDone } from "@/ui/shared/useHalfDone";
import { useKept } from "@/ui/shared/useKept";
import { ChangesDialog } from "./ChangesDialog";
import { StemFrame } from "./StemFrame";

/** The steps with what is to be looked at in each, and the tools below them. */
export function Stem({ onFind }: { onFind: () => void }) {
  const [isNarrow, setNarrow] = useState(false);
  const [listing, setListing] = useState(false);
  const troubled = useKept((read) => read.troubledLetters(), [])?.length ?? 0;
  const answers = useKept((read) => read.waitingAnswers(), [])?.length ?? 0;
  const halfDone = useHalfDone().length;
  const counts = { "/record": troubled, "/families": answers, "/marking": halfDone };
  return (
    <StemFrame isNarrow={isNarrow} counts={counts} onFind={onFind}>
      <button type="button" className="btn btn-link quiet small text-start stem-tool" onClick={() => setListing(true)}>
        <Undo2 size={16} aria-hidden /> <span className="stem-word">Changes</span>
      </button>
      {listing && <ChangesDialog onClose={() => setListing(false)} />}
      <button
        type="button"
        className="btn btn-link quiet small text-start stem-tool"
        onClick={() => setNarrow(!isNarrow)}
        aria-pressed={isNarrow}
      >
        <PanelLeft size={16} aria-hidden /> <span className="stem-word">{isNarrow ? "Show words" : "Icons only"}</span>
      </button>
    </StemFrame>
  );
}
