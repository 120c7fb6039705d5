import { readdirSync, statSync } from "node:fs";
import path from "node:path";
import { expect } from "vitest";

/** Waits for a file that the browser was given to keep. It holds its name by an empty file until the whole one takes its place. */
export async function downloaded(folder: string, ending: string): Promise<string> {
  const whole = () =>
    readdirSync(folder)
      .filter((name) => name.endsWith(ending))
      .map((name) => path.join(folder, name))
      .find((file) => statSync(file).size > 0);
  await expect.poll(whole).toBeDefined();
  return whole() ?? "";
}
