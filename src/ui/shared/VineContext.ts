"use client";
import { createContext, useContext } from "react";
import type { Change } from "@/core/change/change";
import type { Day } from "@/core/model/day";
import type { ImportRecord } from "@/core/model/importRecord";
import type { World, WorldRecords } from "@/core/model/world";
import type { VineDatabase } from "@/store/database";
import type { Engine } from "@/workers/engine/engineClient";

/** What every screen works with. */
export interface Vine {
  readonly database: VineDatabase;
  readonly engine: Engine;
  /** The families and the gradebook as they are now; figures come from the engine alone. */
  readonly world: World;
  readonly today: Day;
  /** Rises with every change of the world, so that answers of the engine are asked anew. */
  readonly revision: number;
  commit(change: Change): Promise<void>;
  applyImport(record: ImportRecord): Promise<void>;
  /** Takes an import back, or applies it again. */
  turnImport(id: string): Promise<void>;
  replaceEverything(records: WorldRecords): Promise<void>;
}

export const VineContext = createContext<Vine | undefined>(undefined);

export function useVine(): Vine {
  const vine = useContext(VineContext);
  if (!vine) throw new Error("A screen was used outside the frame.");
  return vine;
}
