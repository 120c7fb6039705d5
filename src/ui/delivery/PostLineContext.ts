"use client";
import { createContext, useContext } from "react";
import type { PostLine } from "./usePostRoom";

export const PostLineContext = createContext<PostLine | undefined>(undefined);

/** The line to the post room. */
export function usePostLine(): PostLine {
  const line = useContext(PostLineContext);
  if (!line) throw new Error("A screen was used outside the frame.");
  return line;
}
