/** What comes in at one moment is worked on together: one transaction for all of it costs as much as one for each. */
export class Together<Item, Answer> {
  private waiting: { item: Item; resolve: (answer: Answer) => void; reject: (cause: unknown) => void }[] = [];

  /** `work` answers each of its items, in their order. */
  constructor(private readonly work: (items: readonly Item[]) => Promise<readonly Answer[]>) {}

  add(item: Item): Promise<Answer> {
    return new Promise((resolve, reject) => {
      this.waiting.push({ item, resolve, reject });
      if (this.waiting.length === 1) setImmediate(() => this.begin());
    });
  }

  private async begin(): Promise<void> {
    const some = this.waiting;
    this.waiting = [];
    try {
      const answers = await this.work(some.map(({ item }) => item));
      for (const [place, { resolve }] of some.entries()) resolve(answers[place] as Answer);
    } catch (cause) {
      for (const { reject } of some) reject(cause);
    }
  }
}
