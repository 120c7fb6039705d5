import * as z from "zod";
import type { CardAnswer } from "@/core/families/cardAnswer";
import type { Wish } from "@/core/families/familyEvent";
import type { SentView } from "@/core/marking/viewPage";

const refusalSchema = z.object({ message: z.string() });

async function say(url: string, body: unknown): Promise<void> {
  const response = await fetch(url, { method: "POST", body: JSON.stringify(body) });
  if (response.ok) return;
  const refusal = refusalSchema.safeParse(await response.json().catch(() => undefined));
  throw new Error(refusal.data?.message ?? "It could not be sent. Please try again in a moment.");
}

/** Sends a filled-in card; resolves once it is kept. */
export function sendAnswer(answer: CardAnswer): Promise<void> {
  return say("/api/family/answers", answer);
}

/** Sends how somebody sees an assignment; resolves once it is kept. */
export function sendView(view: SentView): Promise<void> {
  return say("/api/family/views", view);
}

/** Says what a guardian wishes. */
export function sendWish(token: string, wish: Wish): Promise<void> {
  return say("/api/family/wishes", { token, wish });
}
