import type { Virtualizer } from "@tanstack/react-virtual";

type Lines = Virtualizer<HTMLDivElement, Element>;

/** A scroll of more than this, in px, may show what is not drawn; a lesser one only what was drawn ahead. */
const DRAWN_AHEAD_PX = 60;

/** Tells the room inside of the scroller, without its bars: what lies behind one is not in sight. */
export function observeRoom({ scrollElement }: Lines, tell: (room: { width: number; height: number }) => void) {
  if (!scrollElement) return;
  tell({ width: scrollElement.clientWidth, height: scrollElement.clientHeight });
  const observer = new ResizeObserver(([entry]) => entry && tell(entry.contentRect));
  observer.observe(scrollElement);
  return () => observer.disconnect();
}

/**
 * Tells how far is scrolled along the lines, and not of a scroll along the other ones. What comes into view is drawn at once
 * only where it was not drawn ahead: after a key the frame goes to what is in sight already.
 */
export function observeScroll(lines: Lines, tell: (offset: number, isAtOnce: boolean) => void) {
  const { scrollElement } = lines;
  if (!scrollElement) return;
  const read = () => (lines.options.horizontal ? scrollElement.scrollLeft : scrollElement.scrollTop);
  let at = read();
  tell(at, false);
  const onScroll = () => {
    const before = at;
    at = read();
    if (at !== before) tell(at, Math.abs(at - before) > DRAWN_AHEAD_PX);
  };
  scrollElement.addEventListener("scroll", onScroll, { passive: true });
  return () => scrollElement.removeEventListener("scroll", onScroll);
}

/** How far to scroll so that a line stands whole in sight, in px; nothing where it does. */
export function scrollFor(lines: Lines, place: number): number | undefined {
  const line = lines.measurementsCache[place];
  const { scrollOffset, scrollRect, options } = lines;
  if (!line || !scrollRect || scrollOffset === null) return undefined;
  const room = options.horizontal ? scrollRect.width : scrollRect.height;
  if (line.start < scrollOffset + options.scrollPaddingStart) return line.start - options.scrollPaddingStart;
  return line.end > scrollOffset + room ? line.end - room : undefined;
}
