import * as z from "zod";
import type { SignIn } from "@/core/delivery/mailSettings";
import { readJson } from "@/core/formats/readJson";

const answerSchema = z.object({ access_token: z.string().min(1) });
const WAIT_MS = 15_000;

/** A token to sign in with, for the refresh token that is kept (RFC 6749, section 6). Errors: the address gives none, in its words. */
export async function accessToken({ clientId, clientSecret, refreshToken, tokenAddress }: SignIn): Promise<string> {
  const response = await fetch(tokenAddress, {
    method: "POST",
    headers: { accept: "application/json" },
    body: new URLSearchParams({
      grant_type: "refresh_token",
      refresh_token: refreshToken,
      client_id: clientId,
      ...(clientSecret && { client_secret: clientSecret }),
    }),
    signal: AbortSignal.timeout(WAIT_MS),
    redirect: "error",
  });
  const text = await response.text();
  const read = answerSchema.safeParse(readJson(text));
  if (!response.ok || !read.success) throw new Error(`No token was given (${response.status}): ${text.slice(0, 200)}`);
  return read.data.access_token;
}
