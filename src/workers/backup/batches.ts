const PUT_AT_ONCE = 2;

/** Puts what comes in batches, two at a time, and reads on meanwhile; never more than three batches are held. */
export class Batches<Item> {
  private items: Item[] = [];
  private size = 0;
  /** Those that are being put, the first one first: a database has the next one at hand when it is done with one. */
  private puts: readonly Promise<void>[] = [];

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
    await Promise.all(this.puts);
  }

  private async next(): Promise<void> {
    if (this.puts.length === PUT_AT_ONCE) await this.puts[0];
    const { items } = this;
    this.items = [];
    this.size = 0;
    if (items.length === 0) return;
    const put = this.put(items);
    // Told to whoever comes next.
    put.catch(() => undefined);
    this.puts = [...this.puts, put].slice(-PUT_AT_ONCE);
  }
}
