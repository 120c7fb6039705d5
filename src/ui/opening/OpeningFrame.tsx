"use client";
import { type ComponentProps, type ComponentType, useEffect, useState } from "react";
import { Opening } from "@/ui/frame/Opening";
import type { WholeFrame } from "./WholeFrame";

type WholeProps = ComponentProps<typeof WholeFrame>;

const AGAIN_MS = 1_000;

/** What the teacher's screens stand in: its steps answer at once, all else comes after, however often it must be asked for. */
export function OpeningFrame(props: WholeProps) {
  const [whole, setWhole] = useState<{ readonly Frame: ComponentType<WholeProps> }>();
  useEffect(() => {
    let again: ReturnType<typeof setTimeout>;
    const bring = () =>
      import("./WholeFrame").then(
        (frame) => setWhole({ Frame: frame.WholeFrame }),
        () => {
          again = setTimeout(bring, AGAIN_MS);
        },
      );
    void bring();
    return () => clearTimeout(again);
  }, []);
  return whole ? <whole.Frame {...props} /> : <Opening />;
}
