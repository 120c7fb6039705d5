/** What is called how in a page, beside what letters have; `attrs` are those that it begins with. */
export const PAGE_BLOCKS = {
  scores: { words: "Scores of the term", attrs: {} },
  standing: { words: "Where the student stands", attrs: {} },
  checklists: { words: "Checklists", attrs: {} },
  rubric: { words: "Feedback on an assignment", attrs: { assignment: "", whenNothing: "It was not marked yet." } },
  photo: { words: "Photo", attrs: { width: 30 } },
  signatureLine: { words: "Line to be signed", attrs: { words: "Parent or guardian" } },
  gap: { words: "Free room", attrs: { height: 10 } },
  pageBreak: { words: "New page", attrs: {} },
  eachClass: { words: "From here for each class", attrs: {} },
  afterClasses: { words: "From here once again", attrs: {} },
} as const satisfies Record<string, { words: string; attrs: Readonly<Record<string, unknown>> }>;
export type PageBlockName = keyof typeof PAGE_BLOCKS;
