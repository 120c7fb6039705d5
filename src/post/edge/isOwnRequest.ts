/** What families may reach from elsewhere: their pages, what these send, and what they are made of. */
const FAMILY_PATHS =
  /^\/(card\/[^/]+|view\/[^/]+(\/[^/]+)?|family\/[^/]+|api\/family\/(answers|views|wishes|stop\/[^/]+)|_next\/static\/.+|[^/]+\.(ico|svg|png|woff2))\/?$/;
/** What tells that a request came by way of another server. */
const BY_WAY_OF = ["forwarded", "via", "x-real-ip"];
const LOOPBACK = /^(127\.\d+\.\d+\.\d+|::1|::ffff:127\.\d+\.\d+\.\d+)$/;

/**
 * Whether a family may make a request under the address by which they reach this server. One that came by way of another
 * server is never taken for one of this computer, whatever it says of its host. A mail program that stops letters (RFC 8058)
 * sends no origin.
 */
export function isFamilyRequest(path: string, headers: Headers, publicUrl: string | undefined): boolean {
  if (publicUrl === undefined || !FAMILY_PATHS.test(path)) return false;
  const { origin: publicOrigin, host: publicHost } = new URL(publicUrl);
  const host = headers.get("x-forwarded-host") ?? headers.get("host") ?? "";
  if (host !== publicHost && !OWN_HOST.test(host)) return false;
  const origin = headers.get("origin");
  return origin === null || origin === "null" || origin === publicOrigin;
}

/**
 * Whether a request was passed on by another server, such as one that stands between families and this computer. The web
 * framework fills in the forwarding headers itself, with what it sees: the host, and an address of this computer.
 */
export function isPassedOn(headers: Headers): boolean {
  const from = headers.get("x-forwarded-for");
  const forwardedHost = headers.get("x-forwarded-host");
  return (
    BY_WAY_OF.some((name) => headers.has(name)) ||
    (from !== null && !LOOPBACK.test(from.trim())) ||
    (forwardedHost !== null && forwardedHost !== headers.get("host"))
  );
}

/**
 * Whether a request comes from the application's own pages on this computer.
 * A foreign Host means DNS rebinding; a foreign Origin or fetch site means another page posting across sites.
 */
export function isOwnRequest(method: string, headers: Headers): boolean {
  const host = headers.get("host") ?? "";
  if (!OWN_HOST.test(host)) return false;
  const origin = headers.get("origin");
  if (origin !== null && origin !== `http://${host}`) return false;
  const site = headers.get("sec-fetch-site");
  if (site === null || site === "same-origin") return true;
  // A link or a typed address may open a page, but nothing from elsewhere may change anything.
  return (method === "GET" || method === "HEAD") && (site === "none" || headers.get("sec-fetch-mode") === "navigate");
}

const OWN_HOST = /^(127\.0\.0\.1|localhost|\[::1\])(:\d{1,5})?$/;

/** Scripts of workers: what draws paper is WebAssembly, which their policy alone allows. Nothing is made from text there either. */
export function isWorkerScript(pathname: string): boolean {
  return /^\/_next\/static\/chunks\/turbopack-worker-[^/]+\.js$/.test(pathname);
}

/** The Content-Security-Policy of every page: scripts only by nonce, nothing from elsewhere. */
export function contentSecurityPolicy(nonce: string, forDevelopment: boolean, forWorker = false): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${forDevelopment ? " 'unsafe-eval'" : ""}${forWorker ? " 'wasm-unsafe-eval'" : ""}`,
    // Bootstrap and the editor place elements by style attributes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "frame-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
}
