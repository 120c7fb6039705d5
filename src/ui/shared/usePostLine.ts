"use client";
import type { LineState } from "@/office/open/lineState";
import { useObservable } from "./useObservable";
import { useVine } from "./VineContext";

/** How the line to the post room is. */
export function usePostLine(): LineState {
  return useObservable(useVine().office.line.state);
}
