/** The value of a field in a head (RFC 5322), unfolded; empty where there is none. */
export function headerField(head: string, name: string): string {
  const found = new RegExp(`^${name}:[^\\S\\n]*(.*(?:\\r?\\n[^\\S\\n]+.*)*)`, "im").exec(head)?.[1];
  return found?.replace(/\s+/g, " ").trim() ?? "";
}
