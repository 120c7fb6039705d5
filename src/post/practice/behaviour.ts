import * as z from "zod";

/** How the practice post's small world can behave, so that trouble can be rehearsed. */
export const behaviourSchema = z.enum([
  "delivers",
  "unknown mailbox",
  "mailbox full",
  "asks to try again once",
  "comes back late",
  "is away",
  "is slow",
  "no such domain",
]);
export type Behaviour = z.infer<typeof behaviourSchema>;

const BY_DOMAIN: Record<string, Behaviour> = {
  "gone.example": "unknown mailbox",
  "full.example": "mailbox full",
  "grey.example": "asks to try again once",
  "late.example": "comes back late",
  "away.example": "is away",
  "slow.example": "is slow",
};

/** Every address below `.example` has a mailbox, but for a few domains that make trouble; other domains do not exist here. */
export function behaviourOf(address: string): Behaviour {
  const domain = address.slice(address.lastIndexOf("@") + 1).toLowerCase();
  if (!domain.endsWith(".example")) return "no such domain";
  return BY_DOMAIN[domain] ?? "delivers";
}

/** What the next letters are to meet, whoever they are to, and how many of them. */
export const rehearsalSchema = z.object({ behaviour: behaviourSchema, letters: z.number().int().min(0).max(10_000) });
export type Rehearsal = z.infer<typeof rehearsalSchema>;

export const AS_USUAL: Rehearsal = { behaviour: "delivers", letters: 0 };
