/** Which of the counted changes of the data a tab knows: tabs hear of each other's in any order. */
export class ChangesHeard {
  /** Every change up to this one is known. */
  private upTo = 0;
  private readonly later = new Set<number>();

  /** Everything was read again after so many changes. */
  begin(upTo: number): void {
    this.upTo = upTo;
    for (const number of this.later) if (number <= upTo) this.later.delete(number);
    this.joinUp();
  }

  hear(number: number): void {
    if (number > this.upTo) this.later.add(number);
    this.joinUp();
  }

  hasAll(upTo: number): boolean {
    return this.upTo >= upTo;
  }

  private joinUp(): void {
    while (this.later.delete(this.upTo + 1)) this.upTo += 1;
  }
}
