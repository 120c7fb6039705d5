/** A value that others look at and are told of when it changes. */
export class Observable<Value> {
  private readonly listeners = new Set<() => void>();

  constructor(private value: Value) {}

  readonly get = (): Value => this.value;

  /** Gives the way to listen no more. */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  set(value: Value): void {
    if (value === this.value) return;
    this.value = value;
    for (const listener of this.listeners) listener();
  }

  change(part: Partial<Value>): void {
    this.set({ ...this.value, ...part });
  }
}
