const languages = new Intl.DisplayNames("en", { type: "language" });

/** A language as English readers call it. */
export function languageName(tag: string): string {
  try {
    return languages.of(tag) ?? tag;
  } catch {
    return tag;
  }
}
