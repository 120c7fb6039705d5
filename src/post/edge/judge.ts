/** What families may reach from elsewhere: their pages, what these send, and what they are made of. */
const FAMILY_PATHS =
  /^\/(card\/[^/]+|view\/[^/]+(\/[^/]+)?|family\/[^/]+|api\/family\/(answers|views|wishes|stop\/[^/]+)|_next\/static\/.+|[^/]+\.(ico|svg|png|woff2))\/?$/;
const FAMILY_METHODS = ["GET", "HEAD", "POST"];

/** Headers that only another server on the way writes, whatever it says in them. */
const BY_WAY_OF =
  /^(forwarded|via|x-forwarded(-.*)?|x-real-ip|x-client-ip|x-original-.*|true-client-ip|cf-connecting-ip)$/;
const OWN_HOST = /^(127\.0\.0\.1|localhost|\[::1\])(:\d{1,5})?$/;
const LOOPBACK = /^(127\.\d+\.\d+\.\d+|::1|::ffff:127\.\d+\.\d+\.\d+)$/;

/** A request as it came over the wire, before any framework touched it. */
export interface WireRequest {
  readonly method: string;
  /** Normalized, without its query. */
  readonly path: string;
  /** By name in small letters. */
  readonly headers: ReadonlyMap<string, string>;
  /** Who is at the other end of the connection; a proxy, where there is one. */
  readonly remoteAddress: string;
}

/**
 * Whether a request comes from the teacher's own pages on this computer: over a loopback connection, to this computer by name,
 * and by way of no other server. A foreign Host means DNS rebinding; a foreign Origin or fetch site means another page posting
 * across sites.
 */
export function isOwnRequest({ method, headers, remoteAddress }: WireRequest): boolean {
  if (!LOOPBACK.test(remoteAddress) || wasPassedOn(headers)) return false;
  const host = headers.get("host") ?? "";
  if (!OWN_HOST.test(host)) return false;
  const origin = headers.get("origin");
  if (origin !== undefined && origin !== `http://${host}`) return false;
  const site = headers.get("sec-fetch-site");
  if (site === undefined || site === "same-origin") return true;
  // A link or a typed address may open a page, but nothing from elsewhere may change anything.
  return (method === "GET" || method === "HEAD") && (site === "none" || headers.get("sec-fetch-mode") === "navigate");
}

/** Whether another server passed a request on, by the headers that it adds. */
export function wasPassedOn(headers: ReadonlyMap<string, string>): boolean {
  return [...headers.keys()].some((name) => BY_WAY_OF.test(name));
}

/**
 * Whether a family may make a request from elsewhere: its path is one of theirs, and it comes from their own page or from none.
 * A mail program that stops letters (RFC 8058) sends no origin. What it says of its host plays no part: a proxy may say anything.
 */
export function isFamilyRequest({ method, path, headers }: WireRequest, publicUrl: string | undefined): boolean {
  if (publicUrl === undefined || !FAMILY_METHODS.includes(method) || !FAMILY_PATHS.test(path)) return false;
  const origin = headers.get("origin");
  return origin === undefined || origin === "null" || origin === new URL(publicUrl).origin;
}

/** The same on the teacher's own port, where links that were mailed before still lead: only under the families' address. */
export function isFormerFamilyRequest(request: WireRequest, publicUrl: string | undefined): boolean {
  if (!isFamilyRequest(request, publicUrl) || publicUrl === undefined) return false;
  const host = request.headers.get("x-forwarded-host") ?? request.headers.get("host") ?? "";
  return host === new URL(publicUrl).host || OWN_HOST.test(host);
}
