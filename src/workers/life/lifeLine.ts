/**
 * A worker that is ended by the system tells nobody. So it holds a lock of the page's origin as long as it lives (Web Locks);
 * whoever gets that lock knows that it is gone.
 */
export function holdLifeLine(name: string): void {
  void navigator.locks.request(name, () => new Promise(() => undefined));
}

/** Tells once that the worker that holds the line of this name is gone. It is asked after the worker's first answer: then it holds the line. */
export function onLifeLineFree(name: string, tell: () => void): () => void {
  const asking = new AbortController();
  navigator.locks.request(name, { signal: asking.signal }, async () => tell()).catch(() => undefined);
  return () => asking.abort();
}
