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
