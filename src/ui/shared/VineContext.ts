"use client";
import { createContext, useContext } from "react";
import type { Change } from "@/core/change/change";
import type { ImportRecord } from "@/core/change/importRecord";
import type { Round, WholeLetter } from "@/core/delivery/round";
import type { FamilyAnswer, FamilyEvent } from "@/core/families/familyEvent";
import type { Day } from "@/core/model/day";
import type { PastScores } from "@/core/model/pastScores";
import type { World, WorldRecords } from "@/core/model/world";
import type { Recipe } from "@/core/tables/recipe";
import type { VineDatabase } from "@/store/database";
import type { Engine } from "@/workers/engine/engineClient";

/** What every screen works with. */
export interface Vine {
  readonly database: VineDatabase;
  readonly engine: Engine;
  /** The families and the gradebook as they are now; figures come from the engine alone. */
  readonly world: World;
  readonly today: Day;
  /** This moment, ms since the epoch: noon of a day that stands for today. */
  now(): number;
  /** Rises with every change of the world, so that answers of the engine are asked anew. */
  readonly revision: number;
  commit(change: Change): Promise<void>;
  applyImport(record: ImportRecord, recipes: readonly Recipe[]): Promise<void>;
  /** Takes an import back, or applies it again. */
  turnImport(id: string): Promise<void>;
  /** Brings what families said into the browser; their wishes hold at once. */
  takeInFamilyEvents(journalId: string, events: readonly FamilyEvent[]): Promise<void>;
  /** Takes in one answer to a contact card with the change that it makes, or refuses it. */
  settleAnswer(answerId: string, state: FamilyAnswer["state"], change: Change): Promise<void>;
  /** Keeps a round with its letters and what sending it changes, both or neither. */
  keepRound(round: Round, letters: readonly WholeLetter[], change: Change): Promise<void>;
  replaceEverything(records: WorldRecords, past?: readonly PastScores[]): Promise<void>;
}

export const VineContext = createContext<Vine | undefined>(undefined);

export function useVine(): Vine {
  const vine = useContext(VineContext);
  if (!vine) throw new Error("A screen was used outside the frame.");
  return vine;
}
