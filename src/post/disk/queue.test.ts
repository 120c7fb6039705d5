import { readdir, rename } from "node:fs/promises";
import path from "node:path";
import { expect, test } from "vitest";
import { folder, freshFolders, letter } from "../testing";
import { Queue } from "./queue";

freshFolders();

/** A bundle of about 40 MB: two of them are more than the queue keeps in memory. */
const bundle = (name: string) =>
  Array.from({ length: 40 }, (_, place) => ({
    roundId: "r",
    leavesAt: 0,
    letter: letter(`${name}-${place}`, { html: `${name} ${place} `.padEnd(500_000, "x"), text: "y".repeat(500_000) }),
  }));

test("texts that are too many for the memory are read from disk, in any order, and go with the last that is wanted", async () => {
  const queue = await Queue.open(folder);
  const bundles = ["a", "b", "c"].map(bundle);
  for (const one of bundles) await queue.put(one);
  for (const place of [0, 39]) {
    const asked = bundles.flatMap((one) => one[place]?.letter ?? []);
    expect(asked).toHaveLength(bundles.length);
    for (const one of asked) expect((await queue.get(one.id)).letter).toEqual(one);
  }
  for (const one of bundles) for (const { letter: gone } of one) await queue.remove(gone.id);
  expect(await readdir(folder)).toEqual([]);
});

test("a file that could not be read for a moment is read when it is asked for again", async () => {
  const queue = await Queue.open(folder);
  await queue.put(bundle("a"));
  const [first = ""] = await readdir(folder);
  await queue.put(bundle("b"));
  const file = (await readdir(folder)).find((name) => name !== first) ?? "";
  await rename(path.join(folder, file), path.join(folder, "..", file));
  await expect(queue.get("b-7")).rejects.toMatchObject({ code: "ENOENT" });
  await rename(path.join(folder, "..", file), path.join(folder, file));
  expect((await queue.get("b-7")).letter.html).toMatch(/^b 7 x/);
});
