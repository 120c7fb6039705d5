/** The Message-ID comes from the letter's id, so that one letter is one message however often it is tried. */
export function messageIdOf(letterId: string): string {
  return `<${letterId}@letters.vine-note.invalid>`;
}

/** The letters that some header names by their Message-IDs, in its order. */
export function letterIdsIn(header: string): string[] {
  return [...header.matchAll(/<?([A-Za-z0-9_-]{1,80})@letters\.vine-note\.invalid>?/g)].map(([, id = ""]) => id);
}
