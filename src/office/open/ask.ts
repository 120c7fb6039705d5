import * as z from "zod";
import type { Dependencies } from "./dependencies";

const refusalSchema = z.object({ message: z.string(), code: z.string().optional() });

/** What the server refuses, in its words. */
export class Refusal extends Error {
  constructor(
    message: string,
    /** By HTTP. */
    readonly status: number,
    /** What the server calls it; none where it has no name for it. */
    readonly code?: string | undefined,
  ) {
    super(message);
    this.name = "Refusal";
  }
}

/** The server is not there. */
export class NobodyAnswers extends Error {
  constructor(cause: unknown) {
    super("The post room does not answer. Start Vine Note again; letters wait here meanwhile.", { cause });
    this.name = "NobodyAnswers";
  }
}

type Fetching = Pick<Dependencies, "fetch">;

/** Whatever a route of the server answers. Errors: `NobodyAnswers`, or the request was given up. */
export function reach({ fetch }: Fetching, url: string, request: RequestInit = {}): Promise<Response> {
  return fetch(url, request).catch((cause) => {
    // So a fetch says that there was no answer at all.
    throw cause instanceof TypeError ? new NobodyAnswers(cause) : cause;
  });
}

/** Asks a route of the server. Errors: `NobodyAnswers`, or a `Refusal`. */
export async function ask(around: Fetching, url: string, request: RequestInit = {}): Promise<unknown> {
  const response = await reach(around, url, request);
  const body: unknown = await response.json().catch(() => undefined);
  if (!response.ok) {
    const { message = "The post room refused.", code } = refusalSchema.safeParse(body).data ?? {};
    throw new Refusal(message, response.status, code);
  }
  return body;
}
