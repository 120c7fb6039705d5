const SCREENS: readonly [path: string, screen: string][] = [
  ["/families", "Families"],
  ["/gradebook/bring-in", "Bring in"],
  ["/gradebook", "Gradebook"],
  ["/marking", "Marking"],
  ["/notes", "Notes"],
  ["/record", "Record"],
  ["/practice", "Practice post"],
  ["/settings", "Settings"],
];

/** The screen of a path, as the stem names it. */
export function screenOf(path: string): string {
  return SCREENS.find(([start]) => path.startsWith(start))?.[1] ?? "Desk";
}
