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

/** The Content-Security-Policy of every page: scripts only by nonce, nothing from elsewhere. */
export function contentSecurityPolicy(nonce: string, forDevelopment: boolean): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${forDevelopment ? " 'unsafe-eval'" : ""}`,
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
