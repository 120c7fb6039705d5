/** How the practice post's small world behaves, told by the domain of an address, so that trouble can be rehearsed. */
export type Behaviour = "delivers" | "unknown mailbox" | "mailbox full" | "asks to try again once" | "no such domain";

const BY_DOMAIN: Record<string, Behaviour> = {
  "gone.example": "unknown mailbox",
  "full.example": "mailbox full",
  "grey.example": "asks to try again once",
};

/** Every address below `.example` has a mailbox, but for a few domains that make trouble; other domains do not exist here. */
export function behaviourOf(address: string): Behaviour {
  const domain = address.slice(address.lastIndexOf("@") + 1).toLowerCase();
  if (!domain.endsWith(".example")) return "no such domain";
  return BY_DOMAIN[domain] ?? "delivers";
}
