import type { Page } from "puppeteer-core";
import { fill, press, upload } from "./browser";

/** Counts what a teacher does: an action is a click, a key chord, a drop of files, or filling one field. */
export class Actions {
  readonly done: string[] = [];

  constructor(private readonly page: Page) {}

  async act(words: string, what: () => Promise<unknown>): Promise<void> {
    this.done.push(words);
    await what();
  }

  press(name: string, role = "button"): Promise<void> {
    return this.act(name, () => press(this.page, name, role));
  }

  click(words: string, selector: string): Promise<void> {
    return this.act(words, () => this.page.locator(selector).click());
  }

  fill(label: string, value: string): Promise<void> {
    return this.act(`${label}: ${value}`, () => fill(this.page, label, value));
  }

  drop(...files: readonly string[]): Promise<void> {
    return this.act(`drop ${files.length} files`, () => upload(this.page, ...files));
  }

  /** How many there were, printed with their list. */
  count(): number {
    console.info(`${this.done.length} actions: ${this.done.join(" · ")}`);
    return this.done.length;
  }
}
