/** Puts what comes in batches, and reads on while one is put; never more than two batches are held. */
export class Batches<Item> {
  private items: Item[] = [];
  private size = 0;
  private putting: Promise<void> = Promise.resolve();

  constructor(
    /** The size that is put at once. */
    private readonly most: number,
    private readonly put: (items: readonly Item[]) => Promise<void>,
  ) {}

  /** Errors: those of a batch before. */
  async add(item: Item, size: number): Promise<void> {
    this.items.push(item);
    this.size += size;
    if (this.size >= this.most) await this.next();
  }

  /** Resolves once all is put. Errors: those of any batch. */
  async end(): Promise<void> {
    await this.next();
    await this.putting;
  }

  private async next(): Promise<void> {
    await this.putting;
    const { items } = this;
    this.items = [];
    this.size = 0;
    if (items.length > 0) this.putting = this.put(items);
    // Told to whoever comes next.
    this.putting.catch(() => undefined);
  }
}
