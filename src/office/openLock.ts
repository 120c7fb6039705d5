/** Shared by every tab that has the database open; whoever puts another one in its place has it alone. */
export const OPEN_LOCK = "vine-note-open";
