/** A font for one script, fetched when a paper first has words in it. */
interface ScriptFont {
  readonly needed: RegExp;
  readonly files: readonly URL[];
}

// The bundler puts each of these beside the scripts, named by content, to be kept.
/** What every paper has: Latin with all accents, Vietnamese, Greek, Cyrillic; and Arabic, by a font from which other programs read whole letters. */
export const BASE_FONTS: readonly URL[] = [
  new URL("@expo-google-fonts/source-serif-4/400Regular/SourceSerif4_400Regular.ttf", import.meta.url),
  new URL("@expo-google-fonts/source-serif-4/400Regular_Italic/SourceSerif4_400Regular_Italic.ttf", import.meta.url),
  new URL("@expo-google-fonts/source-serif-4/700Bold/SourceSerif4_700Bold.ttf", import.meta.url),
  new URL("@expo-google-fonts/amiri/400Regular/Amiri_400Regular.ttf", import.meta.url),
  new URL("@expo-google-fonts/amiri/700Bold/Amiri_700Bold.ttf", import.meta.url),
];

export const SCRIPT_FONTS: readonly ScriptFont[] = [
  {
    needed: /\p{Script=Hebrew}/u,
    files: [
      new URL("@expo-google-fonts/noto-serif-hebrew/400Regular/NotoSerifHebrew_400Regular.ttf", import.meta.url),
      new URL("@expo-google-fonts/noto-serif-hebrew/700Bold/NotoSerifHebrew_700Bold.ttf", import.meta.url),
    ],
  },
  {
    needed: /\p{Script=Devanagari}/u,
    files: [
      new URL(
        "@expo-google-fonts/noto-serif-devanagari/400Regular/NotoSerifDevanagari_400Regular.ttf",
        import.meta.url,
      ),
      new URL("@expo-google-fonts/noto-serif-devanagari/700Bold/NotoSerifDevanagari_700Bold.ttf", import.meta.url),
    ],
  },
  {
    // Chinese, with the signs that stand among it, and Japanese.
    needed: /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Bopomofo}\u3000-\u303f\uff00-\uffef]/u,
    files: [
      new URL("@expo-google-fonts/noto-serif-sc/400Regular/NotoSerifSC_400Regular.ttf", import.meta.url),
      new URL("@expo-google-fonts/noto-serif-sc/700Bold/NotoSerifSC_700Bold.ttf", import.meta.url),
    ],
  },
];
