import { shortHash } from "../model/shortHash";

/** What looks like an address in the words of a mail server, without the stop after it. */
const ADDRESS = /[^\s<>()[\]:;,"'‹›@]+@[\p{L}\p{N}-]+(?:\.[\p{L}\p{N}-]+)*/gu;
const HIDDEN = /‹([a-z0-9]{8})›/g;

/** A server's words about a letter with a sign in place of each address, by which only who knows the address can tell it. */
export function hideAddresses(letterId: string, words: string): string {
  return words.replace(ADDRESS, (address) => `‹${signOf(letterId, address)}›`);
}

/** The same words as the server said them, for who has the letter; an address that is none of the letter's stays out. */
export function showAddresses(letterId: string, words: string, addresses: readonly string[]): string {
  if (!words.includes("‹")) return words;
  const known = new Map(addresses.map((address) => [signOf(letterId, address), address]));
  return words.replace(HIDDEN, (_, sign: string) => known.get(sign) ?? "…");
}

function signOf(letterId: string, address: string): string {
  return shortHash(`${letterId}\n${address.toLowerCase()}`).slice(-8);
}
