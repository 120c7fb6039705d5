/**
 * Shared by whoever changes the data, from what it touches being called outdated to the figures knowing it. Whoever has it
 * alone for a moment finds no change half made.
 */
export const CHANGING_LOCK = "vine-note-changing";
