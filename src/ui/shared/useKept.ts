"use client";
import { useLiveQuery } from "dexie-react-hooks";
import { type DependencyList, useContext } from "react";
import type { Queries } from "@/office/open/queries";
import { VineContext } from "./VineContext";

/** What is kept of something, asked again whenever it or the question changes, in any tab; none before the first answer. */
export function useKept<Answer>(ask: (read: Queries) => Promise<Answer>, question: DependencyList): Answer | undefined {
  const office = useContext(VineContext);
  return useLiveQuery(async () => office && ask(office.read), [office, ...question]);
}
