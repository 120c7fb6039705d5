"use client";
import { useSyncExternalStore } from "react";
import type { LineState } from "@/office/postLine";
import { useVine } from "./VineContext";

/** How the line to the post room is. */
export function usePostLine(): LineState {
  const { line } = useVine().office;
  return useSyncExternalStore(line.state.subscribe, line.state.get, line.state.get);
}
