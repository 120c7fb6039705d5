import { randomUUID } from "node:crypto";
import { type NextRequest, NextResponse } from "next/server";
import { escapeAttribute } from "@/core/letter/mailDocument";
import { contentSecurityPolicy, isWorkerScript } from "@/post/edge/contentSecurityPolicy";
import { isOwnRequest } from "@/post/edge/judge";
import { JUDGED_HEADER, JUDGED_WORD, type Judged, judgedAs } from "@/post/edge/judged";

/** Every request passes here after the listener has judged it: what it did not judge is refused, pages get their security policy. */
export function proxy(request: NextRequest) {
  const { pathname, search } = request.nextUrl;
  const judged = judgedAs(request.headers, process.env[JUDGED_WORD]) ?? judgedWithoutListener(request);
  if (!judged)
    return Response.json(
      { code: "not allowed", message: "Vine Note answers only its own pages, on this computer." },
      { status: 403 },
    );
  // What the browser keeps belongs to one address: there is only one.
  const elsewhere = /^(localhost|\[::1\])(:\d+)?$/.exec(request.headers.get("host") ?? "");
  if (judged === "own" && elsewhere && request.method === "GET" && !pathname.startsWith("/api/"))
    return toTheAddress(`http://127.0.0.1${elsewhere[2] ?? ""}${pathname}${search}`);
  const nonce = Buffer.from(randomUUID()).toString("base64");
  const policy = contentSecurityPolicy(nonce, process.env.NODE_ENV === "development", isWorkerScript(pathname));
  const headers = new Headers(request.headers);
  headers.delete(JUDGED_HEADER);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  response.headers.set("x-content-type-options", "nosniff");
  response.headers.set("referrer-policy", "no-referrer");
  return response;
}

/**
 * Where the framework was started by itself there is no listener, and what comes from elsewhere can't be told from what comes
 * from here: then only this computer's own pages are answered, and none where families are to reach theirs.
 */
function judgedWithoutListener({ method, headers, nextUrl }: NextRequest): Judged | undefined {
  if (process.env[JUDGED_WORD] || process.env.VINE_PUBLIC_URL) return undefined;
  // The framework fills these in itself.
  const own = new Map([...headers].filter(([name]) => !name.startsWith("x-forwarded-")));
  return isOwnRequest({ method, path: nextUrl.pathname, headers: own, remoteAddress: "127.0.0.1" }) ? "own" : undefined;
}

/** A page that leads on; a redirection would be shortened to its path, and come back here. */
function toTheAddress(url: string): Response {
  const safe = escapeAttribute(url);
  const page = `<!doctype html><meta charset="utf-8"><meta http-equiv="refresh" content="0; url=${safe}"><p>Vine Note is at <a href="${safe}">this address</a>.`;
  return new Response(page, {
    headers: { "content-type": "text/html; charset=utf-8", "content-security-policy": "default-src 'none'" },
  });
}
