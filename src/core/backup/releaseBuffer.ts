/** What browsers of today have (ECMAScript 2024, ArrayBuffer.prototype.transfer). */
interface Transferable {
  transfer?(length: number): ArrayBuffer;
}

/**
 * Gives back the memory of bytes that nobody reads any more; nothing can be read of them then. Where it isn't given back at
 * once, a hundred megabytes wait for the next collection. A browser that can't lets them wait.
 */
export function releaseBuffer(bytes: Uint8Array | ArrayBuffer): void {
  const buffer = (ArrayBuffer.isView(bytes) ? bytes.buffer : bytes) as Transferable;
  buffer.transfer?.(0);
}
