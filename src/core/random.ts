/** A repeatable source of chance (mulberry32, public domain): the same seed always makes the same school. */
export class Random {
  constructor(private state: number) {}

  /** At least 0 and below 1. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  }

  /** A whole number from `low` to `high`, both included. */
  whole(low: number, high: number): number {
    return low + Math.floor(this.next() * (high - low + 1));
  }

  chance(probability: number): boolean {
    return this.next() < probability;
  }

  pick<T>(from: readonly T[]): T {
    return from[Math.floor(this.next() * from.length)] as T;
  }

  /** Roughly a bell around 0 with a spread of 1 (the sum of uniforms). */
  bell(): number {
    return (this.next() + this.next() + this.next() + this.next() - 2) * 1.73;
  }
}
