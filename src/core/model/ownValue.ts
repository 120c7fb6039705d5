/**
 * The value of a key in a record of known words, where the key was written by somebody else: "constructor" and the like are no
 * words of the record, though every object has them.
 */
export function ownValue<Value>(record: Readonly<Record<string, Value>>, key: string): Value | undefined {
  return Object.hasOwn(record, key) ? record[key] : undefined;
}

/** Somebody else's words as the key of a record: never one that every object has by itself, such as `__proto__`. */
export function safeKey(words: string): string {
  return words in Object.prototype ? `${words}${MARK}` : words;
}

const MARK = "\u2019";
