import { shortHash } from "../model/shortHash";

/**
 * A short id for a new record: of `idSeed`, which is drawn at random once for all that is brought in together, and of what
 * the record is called. So planning the same tables again gives the same ids, and no id tells a name.
 */
export function freshId(idSeed: string, parts: readonly string[], isTaken: (id: string) => boolean): string {
  for (let place = 1; ; place += 1) {
    const id = shortHash([idSeed, ...parts, place].join("\n"));
    if (!isTaken(id)) return id;
  }
}
