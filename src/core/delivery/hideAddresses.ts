import { shortHash } from "../model/shortHash";

/** What can't stand before the @ of an address in the words of a mail server. */
const NOT_IN_NAME = /[\s<>()[\]:;,"'‹›@]/u;
/** What stands behind the @, without the stop after it. */
const DOMAIN = /^[\p{L}\p{N}-]+(?:\.[\p{L}\p{N}-]+)*/u;
const HIDDEN = /‹([a-z0-9]{8})›/g;

/** A server's words about a letter with a sign in place of each address, by which only who knows the address can tell it. */
export function hideAddresses(letterId: string, words: string): string {
  const parts: string[] = [];
  let done = 0;
  // From @ to @: a pattern for the whole would look at long words again from each of their letters.
  for (let at = words.indexOf("@"); at >= 0; at = words.indexOf("@", at + 1)) {
    let start = at;
    while (start > done && !NOT_IN_NAME.test(words[start - 1] ?? "")) start -= 1;
    const [domain = ""] = DOMAIN.exec(words.slice(at + 1, at + 1 + MAX_DOMAIN_CHARACTERS)) ?? [];
    if (start === at || domain === "") continue;
    const end = at + 1 + domain.length;
    parts.push(words.slice(done, start), `‹${signOf(letterId, words.slice(start, end))}›`);
    done = end;
  }
  return parts.join("") + words.slice(done);
}

/** A domain is no longer (RFC 1035, section 2.3.4), in UTF-16 units. */
const MAX_DOMAIN_CHARACTERS = 255;

/** The same words as the server said them, for who has the letter; an address that is none of the letter's stays out. */
export function showAddresses(letterId: string, words: string, addresses: readonly string[]): string {
  if (!words.includes("‹")) return words;
  const known = new Map(addresses.map((address) => [signOf(letterId, address), address]));
  return words.replace(HIDDEN, (_, sign: string) => known.get(sign) ?? "…");
}

function signOf(letterId: string, address: string): string {
  return shortHash(`${letterId}\n${address.toLowerCase()}`).slice(-8);
}
