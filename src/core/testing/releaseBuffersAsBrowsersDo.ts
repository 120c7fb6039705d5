/** What browsers have, and older runtimes of servers have not: whatever is let go can't be read again. */
export function releaseBuffersAsBrowsersDo(): void {
  Object.defineProperty(ArrayBuffer.prototype, "transfer", {
    configurable: true,
    writable: true,
    value(this: ArrayBuffer): ArrayBuffer {
      return structuredClone(this, { transfer: [this] });
    },
  });
}
