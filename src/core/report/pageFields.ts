/** What only the line at the head or foot of a page can hold, placed like a field: it is known when the pages are laid out. */
export const PAGE_FIELDS = { number: "page.number", count: "page.count", space: "page.space" } as const;

/** What they are called. */
export const PAGE_FIELD_WORDS: Readonly<Record<string, string>> = {
  [PAGE_FIELDS.number]: "Number of the page",
  [PAGE_FIELDS.count]: "How many pages",
  [PAGE_FIELDS.space]: "Push what follows to the other side",
};
