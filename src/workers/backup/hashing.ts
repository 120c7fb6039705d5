import { createSHA256, type IHasher } from "hash-wasm";

/** SHA-256 of what comes bit by bit, in hexadecimal digits, and how many bytes it was. */
export class Hashing {
  bytes = 0;

  private constructor(private readonly hasher: IHasher) {}

  static async begin(): Promise<Hashing> {
    return new Hashing(await createSHA256());
  }

  add(chunk: Uint8Array): void {
    this.hasher.update(chunk);
    this.bytes += chunk.length;
  }

  end(): string {
    return this.hasher.digest();
  }
}
