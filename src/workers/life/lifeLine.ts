/**
 * A worker that is ended by the system tells nobody. So it holds a lock of the page's origin as long as it lives (Web Locks);
 * whoever gets that lock knows that it is gone.
 */
export function holdLifeLine(name: string): void {
  void navigator.locks.request(name, () => new Promise(() => undefined));
}

/** Tells once that the worker that holds the line of this name is gone. Gives how to stop listening. */
export function onLifeLineFree(name: string, tell: () => void): () => void {
  const asking = new AbortController();
  void listen(name, tell, asking.signal).catch(() => undefined);
  return () => asking.abort();
}

async function listen(name: string, tell: () => void, signal: AbortSignal): Promise<void> {
  // On a busy computer the page could be there before the worker, and take it for gone.
  while (!signal.aborted && !(await isHeld(name))) await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS));
  await navigator.locks.request(name, { signal }, async () => tell());
}

async function isHeld(name: string): Promise<boolean> {
  const { held = [] } = await navigator.locks.query();
  return held.some((lock) => lock.name === name);
}

const LOOK_AGAIN_MS = 100;
