import { randomUUID } from "node:crypto";
import { type NextRequest, NextResponse } from "next/server";
import { escapeAttribute } from "@/core/letter/mailDocument";
import {
  contentSecurityPolicy,
  isFamilyRequest,
  isOwnRequest,
  isPassedOn,
  isWorkerScript,
} from "@/post/edge/isOwnRequest";

/** Every request passes here first: foreign ones are refused, pages get their security policy. */
export function proxy(request: NextRequest) {
  const { pathname } = request.nextUrl;
  if (!isReadable(pathname))
    return Response.json(
      { code: "not readable", message: "This address can’t be read. See whether it was cut short." },
      { status: 400 },
    );
  const { headers: asked } = request;
  const isOwn = isOwnRequest(request.method, asked) && !isPassedOn(asked);
  if (!isOwn && !isFamilyRequest(pathname, asked, process.env.VINE_PUBLIC_URL || undefined)) {
    return Response.json(
      { code: "not allowed", message: "Vine Note answers only its own pages, on this computer." },
      { status: 403 },
    );
  }
  // What the browser keeps belongs to one address: there is only one.
  const elsewhere = /^(localhost|\[::1\])(:\d+)?$/.exec(request.headers.get("host") ?? "");
  if (isOwn && elsewhere && request.method === "GET" && !pathname.startsWith("/api/")) {
    const { search } = request.nextUrl;
    return toTheAddress(`http://127.0.0.1${elsewhere[2] ?? ""}${pathname}${search}`);
  }
  const nonce = Buffer.from(randomUUID()).toString("base64");
  const policy = contentSecurityPolicy(nonce, process.env.NODE_ENV === "development", isWorkerScript(pathname));
  const headers = new Headers(request.headers);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  response.headers.set("x-content-type-options", "nosniff");
  response.headers.set("referrer-policy", "no-referrer");
  return response;
}

/** A page that leads on; a redirection would be shortened to its path, and come back here. */
function toTheAddress(url: string): Response {
  const safe = escapeAttribute(url);
  const page = `<!doctype html><meta charset="utf-8"><meta http-equiv="refresh" content="0; url=${safe}"><p>Vine Note is at <a href="${safe}">this address</a>.`;
  return new Response(page, {
    headers: { "content-type": "text/html; charset=utf-8", "content-security-policy": "default-src 'none'" },
  });
}

/** Whether the percent escapes of a path are whole. */
function isReadable(pathname: string): boolean {
  try {
    decodeURIComponent(pathname);
    return true;
  } catch {
    return false;
  }
}
