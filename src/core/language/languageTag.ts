/** What is asked of a handful of tags for every value of every letter is worked out once for each. */
function onceForEachTag<Value>(of: (tag: string) => Value): (tag: string) => Value {
  const known = new Map<string, Value>();
  return (tag) => {
    const before = known.get(tag);
    if (before !== undefined) return before;
    const value = of(tag);
    known.set(tag, value);
    return value;
  };
}

/** The part of a tag (BCP 47) that names the language: "es" of "es-MX". */
export const baseLanguage = onceForEachTag((tag) => tag.toLowerCase().split("-")[0] ?? tag);

/**
 * How a tag (BCP 47) says that its language is written: "zh" of "zh-CN", "zh-Hant" of "zh-TW", where the script is not the
 * usual one (Unicode's likely subtags, UTS 35).
 */
export const writtenLanguage = onceForEachTag((tag) => {
  const base = baseLanguage(tag);
  const script = scriptOf(tag);
  return script === scriptOf(base) ? base : `${base}-${script}`;
});

/** The script (ISO 15924) that a tag means; that of its language alone where the rest can't be read, and none where nothing can. */
function scriptOf(tag: string): string | undefined {
  for (const one of [tag, baseLanguage(tag)]) {
    try {
      return new Intl.Locale(one).maximize().script;
    } catch {
      // Somebody typed it.
    }
  }
  return undefined;
}

/** Of words in several languages those that a reader of `tag` gets: written in that reader's way, else in the same language. */
export function wordsClosestTo<Words extends { readonly language: string }>(
  all: readonly Words[],
  tag: string,
): Words | undefined {
  return (
    all.find(({ language }) => writtenLanguage(language) === writtenLanguage(tag)) ??
    all.find(({ language }) => baseLanguage(language) === baseLanguage(tag))
  );
}

const RIGHT_TO_LEFT = new Set(["Arab", "Hebr", "Syrc", "Thaa", "Nkoo", "Adlm", "Rohg"]);

/** Whether a language is written from right to left. */
export const isRightToLeft = onceForEachTag((tag) => RIGHT_TO_LEFT.has(scriptOf(tag) ?? ""));
