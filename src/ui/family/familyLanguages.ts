/** The languages on offer, each in its own words. */
export const FAMILY_LANGUAGES: readonly { tag: string; words: string }[] = [
  { tag: "en", words: "English" },
  { tag: "es", words: "Español" },
  { tag: "pl", words: "Polski" },
  { tag: "vi", words: "Tiếng Việt" },
  { tag: "ar", words: "العربية" },
  { tag: "fr", words: "Français" },
  { tag: "de", words: "Deutsch" },
  { tag: "pt", words: "Português" },
  { tag: "so", words: "Soomaali" },
  { tag: "uk", words: "Українська" },
  { tag: "zh", words: "中文" },
];
