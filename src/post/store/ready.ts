import type { Compilable, CompiledQuery, Kysely } from "kysely";
import type { Tables } from "./tables";

/** The place of a value that is given with each asking. */
class Place {
  constructor(readonly name: string) {}
}

/**
 * A query whose text is made once, for what is asked with each letter: making it again takes longer than the answer. `build`
 * gets a stand-in for each value, to be used as it is; which values there are must not change the text.
 */
export function ready<Asked extends object, Row>(build: (db: Kysely<Tables>, asked: Asked) => Compilable<Row>) {
  const made = new WeakMap<object, CompiledQuery<Row>>();
  const places = new Proxy({} as Asked, { get: (_target, name) => new Place(String(name)) });
  return async (db: Kysely<Tables>, asked: Asked): Promise<Row[]> => {
    // The text depends on the kind of database, which all transactions of a database share.
    const { adapter } = db.getExecutor();
    let query = made.get(adapter);
    if (!query) {
      query = build(db, places).compile();
      made.set(adapter, query);
    }
    const parameters = query.parameters.map((value) =>
      value instanceof Place ? asked[value.name as keyof Asked] : value,
    );
    const { rows } = await db.executeQuery<Row>({ ...query, parameters });
    return rows;
  };
}
