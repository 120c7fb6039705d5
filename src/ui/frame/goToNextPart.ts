const PARTS = ".stem, .screen-body, .workspace-part, .grid, .grid-side, .foot";
/** While a sheet is open nothing behind it can be reached. */
const PARTS_OF_SHEET = ".modal-body, .modal-footer";
const REACHED = "a[href], button:not(:disabled), input, select, [tabindex='0']";
/** In a letter its words come first. */
const WRITTEN_IN = ".is-letter [contenteditable=true]";

/** Goes on to the next part of the screen that can be reached, or back to the one before: no list is too long to get past by keyboard. */
export function goToNextPart(by: 1 | -1): void {
  const here = document.activeElement;
  // A part in which nothing can be reached now, such as a foot whose button can't be pressed yet, is passed over.
  const sheet = document.querySelector(PARTS_OF_SHEET);
  const found = [...document.querySelectorAll<HTMLElement>(sheet ? PARTS_OF_SHEET : PARTS)];
  const parts = found.flatMap((part) => {
    if (found.some((other) => other !== part && part.contains(other))) return [];
    const first = part.matches(REACHED) ? part : (part.querySelector(WRITTEN_IN) ?? part.querySelector(REACHED));
    return first instanceof HTMLElement ? [{ first, isHere: part.contains(here) }] : [];
  });
  const place = parts.findIndex(({ isHere }) => isHere);
  parts.at((Math.max(place, by < 0 ? 0 : -1) + by) % parts.length)?.first.focus();
}
