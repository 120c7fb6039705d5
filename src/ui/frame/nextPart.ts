const PARTS = ".stem, .workspace-part, .grid-side, .foot";
const REACHED = "a[href], button:not(:disabled), input, select, [tabindex='0']";
/** Where there is something to write in, that comes first. */
const WRITTEN_IN = "[contenteditable=true]";

/** Goes on to the next part of the screen, or back to the one before: no list is too long to get past by keyboard. */
export function goToNextPart(by: 1 | -1): void {
  const parts = [...document.querySelectorAll(PARTS)];
  const here = parts.findIndex((part) => part.contains(document.activeElement));
  const next = parts.at((Math.max(here, by < 0 ? 0 : -1) + by) % parts.length);
  (next?.querySelector<HTMLElement>(WRITTEN_IN) ?? next?.querySelector<HTMLElement>(REACHED))?.focus();
}
