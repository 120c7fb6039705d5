/** Keeps, under each name, what was made last, for as long as what it was made from is the very same. */
export class MemoizedByInputs<T> {
  private readonly kept = new Map<string, { readonly from: readonly unknown[]; readonly made: T }>();

  /** What was made from the same things, or is made of them now. */
  get(name: string, from: readonly unknown[], make: () => T): T {
    const before = this.kept.get(name);
    if (before?.from.length === from.length && from.every((one, place) => one === before.from[place]))
      return before.made;
    const made = make();
    this.kept.set(name, { from, made });
    return made;
  }
}
