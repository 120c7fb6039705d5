import * as z from "zod";
import type { Surroundings } from "./surroundings";

const refusalSchema = z.object({ message: z.string() });

/** Asks a route of the server. Errors: nobody answers (a `TypeError`), or what it refuses, in its words. */
export async function ask({ fetch }: Pick<Surroundings, "fetch">, url: string, request: RequestInit): Promise<unknown> {
  const response = await fetch(url, request);
  const body: unknown = await response.json().catch(() => undefined);
  if (!response.ok) throw new Error(refusalSchema.safeParse(body).data?.message ?? "The post room refused.");
  return body;
}
