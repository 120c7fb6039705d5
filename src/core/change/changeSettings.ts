import { DEFAULT_SETTINGS, SETTINGS_ID, type Settings } from "../model/settings";
import type { World } from "../model/world";
import { type Change, setRows } from "./change";

/** The change that sets some of the settings as they are now, and leaves the others. */
export function changeSettings({ settings }: Pick<World, "settings">, part: Partial<Settings>): Change {
  const known = settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  return { settings: setRows<"settings">(settings, [[SETTINGS_ID, { ...known, ...part }]]) };
}
