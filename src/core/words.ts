/** "1 letter", "36 letters"; a noun with an irregular plural brings it along. */
export function counted(count: number, noun: string, plural = `${noun}s`): string {
  // Only from a thousand on are digits grouped.
  return `${count < 1000 ? count : count.toLocaleString("en-GB")} ${count === 1 ? noun : plural}`;
}

/** The first few of many, and how many more there are: "Ana", "Bo", "Cy", "5 more". One more than `most` is named too. */
export function fewOf(names: readonly string[], most = 3): string[] {
  return names.length <= most + 1 ? [...names] : [...names.slice(0, most), `${names.length - most} more`];
}

/** "Ana", "Ana and Bo", "Ana, Bo and Cy". */
export function listed(parts: readonly string[], conjunction: "and" | "or" = "and"): string {
  if (parts.length <= 1) return parts[0] ?? "";
  return `${parts.slice(0, -1).join(", ")} ${conjunction} ${parts.at(-1)}`;
}
