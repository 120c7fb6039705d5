/** Few enough to be held together, and enough that none waits for the answer of the disk alone. */
const AT_ONCE = 4;

/** Makes something of each item, some at once, and gives it in the order of the items. */
export async function* someAtOnce<Item, Made>(
  items: readonly Item[],
  make: (item: Item) => Promise<Made>,
): AsyncGenerator<Made> {
  for (let from = 0; from < items.length; from += AT_ONCE)
    yield* await Promise.all(items.slice(from, from + AT_ONCE).map(make));
}
