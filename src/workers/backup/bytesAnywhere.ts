/** Bytes of which any part can be asked for. */
export interface BytesAnywhere {
  readonly size: number;
  /** The bytes from one place to another one, or to the end. */
  read(from: number, to: number): Promise<Uint8Array>;
}
