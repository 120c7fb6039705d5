import addresses from "email-addresses";
import { isGoodAddress } from "./isGoodAddress";

/**
 * The addresses in one cell, each once whatever its case: "Ewa <ewa@x.example>; mailto:jan@x.example" has two. Several stand
 * apart by semicolons, commas, bars, spaces or line breaks. A cell without any comes back as it stands, so that it is seen.
 */
export function addressesIn(cell: string): string[] {
  const text = cell.replace(/mailto:/gi, "").trim();
  if (!text) return [];
  if (isGoodAddress(text)) return [text];
  const parsed = addresses.parseAddressList({ input: text.replace(/[;|\n\r]+/g, ","), rfc6532: true }) ?? [];
  const boxes = parsed.flatMap((one) =>
    one.type === "mailbox" ? [one.address] : one.addresses.map((box) => box.address),
  );
  const found = boxes.length > 0 ? boxes : pieces(text);
  const each = new Map<string, string>();
  for (const address of found) if (!each.has(address.toLowerCase())) each.set(address.toLowerCase(), address);
  // Nothing that can be written to: the cell stays whole, so that its owner knows it again.
  return [...each.values()].some(isGoodAddress) ? [...each.values()] : [text];
}

/** What the grammar does not take as a list: words with an @ in them, without brackets and quotes around. */
function pieces(text: string): string[] {
  return text
    .split(/[\s;,|]+/)
    .map((piece) => piece.replace(/^[<("'[]+|[>)"'\].]+$/g, ""))
    .filter((piece) => piece.includes("@"));
}

/** A cell without the addresses behind "Cc:" or "Bcc:": they are somebody else's. */
export function withoutCopies(cell: string): string {
  return cell.replace(/[\s,;/|(]*\bb?cc\s*:.*$/is, "");
}
