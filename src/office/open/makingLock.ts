/** While letters of a round are made no other tab takes them for what a crash left. */
export const MAKING_LOCK = "vine-note-making";
