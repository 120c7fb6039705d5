"use client";
import type { ReportChoice } from "@/core/model/reportChoice";
import { SETTINGS_ID } from "@/core/model/settings";
import { useVine } from "./VineContext";

/** What this school prints on. */
export function usePaper(): ReportChoice["paper"] {
  const { world } = useVine();
  return world.settings.get(SETTINGS_ID)?.paper ?? "a4";
}
