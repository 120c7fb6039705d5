/** Laying runs ahead, and whatever must not meet it, exclude each other, in this tab and in all others. */
export const SCHEDULING_LOCK = "vine-note-laying";
