import libmime from "libmime";

/** The value of a field in a head (RFC 5322), unfolded and decoded; empty where there is none. */
export function headerField(head: string, name: string): string {
  const value = libmime.decodeHeaders(head)[name.toLowerCase()]?.[0];
  return value?.replace(/\s+/g, " ").trim() ?? "";
}
