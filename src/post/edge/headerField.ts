import { decodeWords } from "postal-mime";

/** The value of a field in a head (RFC 5322), unfolded and decoded; empty where there is none. Of several the first counts. */
export function headerField(head: string, name: string): string {
  const start = `${name.toLowerCase()}:`;
  const line = head
    .replace(/\r?\n(?=[ \t])/g, "")
    .split(/\r?\n/)
    .find((one) => one.slice(0, start.length).toLowerCase() === start);
  return line === undefined ? "" : decodeWords(line.slice(start.length)).replace(/\s+/g, " ").trim();
}
