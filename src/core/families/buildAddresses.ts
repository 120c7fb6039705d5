import * as z from "zod";
import { isGoodAddress } from "../matching/isGoodAddress";
import { nameKey } from "../matching/nameKey";

/** One assignment of which addresses are built; put together by picking, never by typing a code. */
export const patternPartSchema = z.discriminatedUnion("kind", [
  z.object({
    kind: z.enum([
      "student number",
      "given name",
      "family name",
      "first letter of given name",
      "first letter of family name",
    ]),
  }),
  z.object({ kind: z.literal("text"), text: z.string() }),
]);
export type PatternPart = z.infer<typeof patternPartSchema>;

/** What a pattern can take its parts from. */
export interface PatternPerson {
  readonly id: string;
  readonly studentNumber: string;
  readonly givenName: string;
  readonly familyName: string;
  readonly address: string;
}

export type PatternResult = {
  readonly id: string;
  readonly address: string;
  readonly before: string;
} & (
  | { readonly outcome: "new" | "same" | "replaces another address" }
  /** Not applied: the address would be none, or two people would have it. */
  | { readonly outcome: "a part is empty" | "not an address" | "the same as somebody else’s" }
);

const APPLIED: readonly PatternResult["outcome"][] = ["new", "replaces another address"];

/** Builds everybody's address out of parts and a domain. Exceptions are told apart, and none of them is applied. */
export function buildAddresses(
  people: readonly PatternPerson[],
  parts: readonly PatternPart[],
  domain: string,
): PatternResult[] {
  const built = people.map((person) => ({ person, local: parts.map((part) => partOf(part, person)) }));
  const addressOf = (local: readonly string[]) => `${local.join("")}@${domain.trim().replace(/^@/, "").toLowerCase()}`;
  const counts = new Map<string, number>();
  for (const { local } of built) counts.set(addressOf(local), (counts.get(addressOf(local)) ?? 0) + 1);
  return built.map(({ person: { id, address: before }, local }): PatternResult => {
    const address = addressOf(local);
    const result = (outcome: PatternResult["outcome"]) => ({ id, address, before, outcome }) as PatternResult;
    if (parts.length === 0 || local.some((part) => part === "")) return result("a part is empty");
    if (!isGoodAddress(address)) return result("not an address");
    if ((counts.get(address) ?? 0) > 1) return result("the same as somebody else’s");
    if (before.toLowerCase() === address) return result("same");
    return result(before ? "replaces another address" : "new");
  });
}

/** Whether a result is to be applied. Addresses that are there already are replaced only on the teacher's word. */
export function isApplied({ outcome }: PatternResult, replaces: boolean): boolean {
  return APPLIED.includes(outcome) && (replaces || outcome === "new");
}

function partOf(part: PatternPart, person: PatternPerson): string {
  switch (part.kind) {
    case "text":
      return part.text.trim().toLowerCase();
    case "student number":
      return plain(person.studentNumber);
    case "given name":
      return plain(person.givenName);
    case "family name":
      return plain(person.familyName);
    case "first letter of given name":
      return plain(person.givenName).slice(0, 1);
    case "first letter of family name":
      return plain(person.familyName).slice(0, 1);
  }
}

/** A name as mail systems write it: without accents, spaces and apostrophes. Other scripts make none. */
function plain(text: string): string {
  const words = text.split(/[\s-]+/).map((word) => nameKey(word).replaceAll(" ", ""));
  return words.join("").replace(/[^a-z0-9]/g, "");
}
