import { liveQuery } from "dexie";

/** Asks again whenever what was read is changed, in any tab, and tells each answer; gives the way to end it. */
export function watch<Answer>(query: () => Promise<Answer>, listen: (answer: Answer) => void): () => void {
  const subscription = liveQuery(query).subscribe(listen);
  return () => subscription.unsubscribe();
}
