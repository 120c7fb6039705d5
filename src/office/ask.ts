import * as z from "zod";
import type { Surroundings } from "./surroundings";

const refusalSchema = z.object({ message: z.string() });

/** What the server refuses, in its words. */
export class Refusal extends Error {
  constructor(
    message: string,
    /** By HTTP. */
    readonly status: number,
  ) {
    super(message);
    this.name = "Refusal";
  }
}

/** Asks a route of the server. Errors: nobody answers (a `TypeError`), or a `Refusal`. */
export async function ask({ fetch }: Pick<Surroundings, "fetch">, url: string, request: RequestInit): Promise<unknown> {
  const response = await fetch(url, request);
  const body: unknown = await response.json().catch(() => undefined);
  if (!response.ok)
    throw new Refusal(refusalSchema.safeParse(body).data?.message ?? "The post room refused.", response.status);
  return body;
}
