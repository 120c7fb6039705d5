import { readdir, readFile } from "node:fs/promises";
import path from "node:path";

const EVERY_MS = 5_000;

/**
 * Gives every message of a Maildir folder to a reader, those that are there and those that come, until it is stopped.
 * Nothing in the folder is moved or deleted: it is the teacher's own mail. A message that can't be read is told and
 * passed over.
 */
export function watchMaildir(
  folder: string,
  read: (message: Uint8Array) => Promise<unknown>,
  everyMs = EVERY_MS,
): () => void {
  const known = new Set<string>();
  let stopped = false;
  let timer: NodeJS.Timeout | undefined;
  const look = async () => {
    for (const part of ["new", "cur"]) {
      for (const name of await readdir(path.join(/* turbopackIgnore: true */ folder, part)).catch(() => [])) {
        // Behind a colon stand marks that change once somebody has seen the message.
        const [unique = name] = name.split(":");
        if (known.has(unique)) continue;
        known.add(unique);
        await readFile(path.join(/* turbopackIgnore: true */ folder, part, name))
          .then(read)
          .catch((cause) => console.error(new Error(`The message ${name} could not be read.`, { cause })));
      }
    }
    if (!stopped) timer = setTimeout(look, everyMs);
  };
  void look();
  return () => {
    stopped = true;
    clearTimeout(timer);
  };
}
