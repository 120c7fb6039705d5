import * as z from "zod";
import { readJson } from "@/core/formats/readJson";

const STATUS_OF = {
  "not readable": 400,
  "not allowed": 403,
  "not there": 404,
  "already handed over": 409,
  "too many": 429,
  "too large": 413,
  "went wrong": 500,
  "disk full": 507,
  "in use": 503,
  damaged: 503,
  "not set right": 503,
} as const;
export type ProblemCode = keyof typeof STATUS_OF;

/** What can go wrong at the server's edge, in a closed set of codes. */
export class Problem extends Error {
  constructor(
    readonly code: ProblemCode,
    message: string,
    options?: ErrorOptions,
  ) {
    super(message, options);
    this.name = "Problem";
  }
}

/** The largest request body the server reads. */
export const MAX_BODY_BYTES = 20_000_000;
/** The largest body that a family's page may send: a filled-in card is a few kilobytes. */
export const MAX_FAMILY_BODY_BYTES = 50_000;

/** Runs a handler and answers with its value as JSON; whatever it throws becomes one of the known problems. */
export async function answer(handler: () => unknown | Promise<unknown>): Promise<Response> {
  try {
    const value = await handler();
    return value instanceof Response ? value : Response.json(value ?? {});
  } catch (cause) {
    const problem = problemFrom(cause);
    if (problem.code === "went wrong") console.error(problem);
    return Response.json({ code: problem.code, message: problem.message }, { status: STATUS_OF[problem.code] });
  }
}

/** The server's start and its routes are bundled apart, each with a class of its own, so a problem is known by its code. */
function isProblem(cause: unknown): cause is Problem {
  return cause instanceof Error && cause.name === "Problem" && "code" in cause && String(cause.code) in STATUS_OF;
}

function problemFrom(cause: unknown): Problem {
  if (isProblem(cause)) return cause;
  if (cause instanceof z.ZodError) {
    return new Problem("not readable", `The request is not as expected: ${z.prettifyError(cause)}`, { cause });
  }
  return new Problem("went wrong", "Something went wrong in the post room. Nothing that was handed over is lost.", {
    cause,
  });
}

/** A request's body; it is never read further than the limit. */
export async function readBytes(request: Request, maxBytes: number): Promise<Buffer> {
  const tooLarge = () => new Problem("too large", `A request may hold ${maxBytes} bytes at the most.`);
  if (Number(request.headers.get("content-length") ?? 0) > maxBytes) throw tooLarge();
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    size += part.value.byteLength;
    if (size > maxBytes) {
      await reader?.cancel();
      throw tooLarge();
    }
    chunks.push(part.value);
  }
  return Buffer.concat(chunks);
}

/** A request's JSON body, checked. */
export async function readBody<T>(request: Request, schema: z.ZodType<T>, maxBytes = MAX_BODY_BYTES): Promise<T> {
  const bytes = await readBytes(request, maxBytes);
  const body = readJson(bytes.toString("utf8"));
  if (body === undefined) throw new Problem("not readable", "The request body is not JSON, or is nested too deep.");
  return schema.parse(body);
}
