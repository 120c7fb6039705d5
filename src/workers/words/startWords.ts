import * as Comlink from "comlink";
import { mortal } from "../life/mortal";

/** Reads files of word processors beside the page. */
export interface WordsApi {
  /** The words of a .docx, as HTML. Errors: it is none, or damaged. */
  htmlOf(arrayBuffer: ArrayBuffer): Promise<string>;
}

/** The words of a .docx, as HTML, read by a worker that ends with it. Errors: it is none, or damaged. */
export async function htmlOfDocx(arrayBuffer: ArrayBuffer): Promise<string> {
  const name = `vine-note-words-${crypto.randomUUID()}`;
  const worker = new Worker(new URL("./words.worker.ts", import.meta.url), { type: "module", name });
  const { api, end } = mortal<WordsApi>(worker, name, () => undefined);
  try {
    return await api.htmlOf(Comlink.transfer(arrayBuffer, [arrayBuffer]));
  } finally {
    end();
  }
}
