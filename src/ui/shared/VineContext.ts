"use client";
import { createContext, useContext, useMemo, useSyncExternalStore } from "react";
import type { Office } from "@/office/office";
import type { OfficeState } from "@/office/open/officeState";
import type { Queries } from "@/office/open/queries";
import type { Engine } from "@/workers/engine/startEngine";

/** What every screen works with. */
export interface Vine extends OfficeState {
  /** Where everything is done: screens show what it holds and call it. */
  readonly office: Office;
  readonly engine: Engine;
  /** What can be read of what is kept; `useKept` asks it again by itself. */
  readonly read: Queries;
  /** This moment, ms since the epoch: noon of a day that stands for today. */
  now(): number;
}

export const VineContext = createContext<Office | undefined>(undefined);

export function useVine(): Vine {
  const office = useContext(VineContext);
  if (!office) throw new Error("A screen was used outside the frame.");
  const state = useSyncExternalStore(office.state.subscribe, office.state.get, office.state.get);
  return useMemo(
    () => ({ ...state, office, engine: office.engine, read: office.read, now: () => office.now() }),
    [office, state],
  );
}
