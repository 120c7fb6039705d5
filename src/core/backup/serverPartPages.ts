import type { ServerPart } from "./serverPart";

/** The JSON of one page, in UTF-16 units; a record that is longer is a page of its own. */
const MAX_PAGE_CHARACTERS = 4_000_000;

const LISTS = ["cards", "viewPages", "letters"] as const;

/**
 * What a server held, cut into pages that are each a whole server part, for a server that takes no request of any size. What
 * keeps letters back comes first.
 */
export function* serverPartPages(part: ServerPart, most = MAX_PAGE_CHARACTERS): Generator<ServerPart> {
  const { families, holds } = part;
  const bare: ServerPart = {
    ...part,
    ...{ cards: [], viewPages: [], optOuts: [], holds: {}, letters: [] },
    families: { ...families, events: [] },
  };
  yield* cut(part.optOuts, most, (optOuts) => ({ ...bare, optOuts }));
  yield* cut(Object.entries(holds), most, (some) => ({ ...bare, holds: Object.fromEntries(some) }));
  yield* cut(families.events, most, (events) => ({ ...bare, families: { ...families, events } }));
  for (const name of LISTS)
    yield* cut(part[name] as { id: string }[], most, (some) => ({ ...bare, [name]: some }) as ServerPart);
  // Secrets and the sender's names, also where there is nothing else.
  yield bare;
}

function* cut<Item>(items: readonly Item[], most: number, page: (some: Item[]) => ServerPart): Generator<ServerPart> {
  let some: Item[] = [];
  let characters = 0;
  for (const item of items) {
    const more = JSON.stringify(item).length;
    if (some.length > 0 && characters + more > most) {
      yield page(some);
      [some, characters] = [[], 0];
    }
    some.push(item);
    characters += more;
  }
  if (some.length > 0) yield page(some);
}
