import { distance } from "fastest-levenshtein";

/** A domain is usual when at least this many others have it. */
const MANY_OTHERS = 5;

/** How often each domain stands among addresses. */
export function countDomains(addresses: Iterable<string>): Map<string, number> {
  const counts = new Map<string, number>();
  for (const address of addresses) {
    const domain = domainOf(address);
    if (domain) counts.set(domain, (counts.get(domain) ?? 0) + 1);
  }
  return counts;
}

/**
 * The address that was likely meant: its domain is one letter off from one that many others use. None when the domain
 * is usual itself, or nothing usual is near.
 */
export function likelySlip(address: string, domains: ReadonlyMap<string, number>): string | undefined {
  // A comma in the place of a dot is the commonest slip of all.
  const typed = domainOf(address.replaceAll(",", "."));
  if (!typed || (typed === domainOf(address) && (domains.get(typed) ?? 0) >= MANY_OTHERS)) return undefined;
  let best: { domain: string; count: number } | undefined;
  for (const [domain, count] of domains) {
    if (count < MANY_OTHERS || Math.abs(domain.length - typed.length) > 1 || distance(domain, typed) > 1) continue;
    if (!best || count > best.count) best = { domain, count };
  }
  return best && `${address.slice(0, address.lastIndexOf("@"))}@${best.domain}`;
}

function domainOf(address: string): string {
  const at = address.lastIndexOf("@");
  return at < 0 ? "" : address.slice(at + 1).toLowerCase();
}
