import { writingIn } from "../../letter/fields/writingIn";
import { escapeHtml, STYLES } from "../../letter/mailDocument";
import { dayOfInstant } from "../../model/day";
import type { Enclosure } from "../../model/enclosure";
import { bodyOf } from "../summaryLetter";

/** A letter that waited for a digest, as it was written. */
export interface GatheredLetter {
  readonly id: string;
  readonly subject: string;
  /** When it was made, ms since the epoch. */
  readonly at: number;
  readonly html: string;
  readonly text: string;
  readonly enclosures?: readonly Enclosure[] | undefined;
}

interface Words {
  readonly html: string;
  readonly text: string;
}

/** What of the files of gathered letters fits beside what a digest has of its own, each once; in bytes. */
export function filesThatFit(
  own: readonly Enclosure[],
  gathered: readonly GatheredLetter[],
  mostBytes: number,
  mostFiles: number,
): Enclosure[] {
  const files = [...own];
  let bytes = own.reduce((sum, one) => sum + one.bytes, 0);
  for (const one of gathered.flatMap(({ enclosures = [] }) => enclosures)) {
    if (files.some(({ sha256 }) => sha256 === one.sha256)) continue;
    if (files.length >= mostFiles || bytes + one.bytes > mostBytes) continue;
    files.push(one);
    bytes += one.bytes;
  }
  return files;
}

/**
 * A digest with the letters that waited for it, the oldest first, each whole as it was written, under its date and subject in
 * the language (BCP 47) of the digest.
 */
export function withGathered(digest: Words, gathered: readonly GatheredLetter[], language: string): Words {
  if (gathered.length === 0) return digest;
  const writing = writingIn(language);
  const inOrder = [...gathered].sort((a, b) => a.at - b.at);
  const heading = ({ subject, at }: GatheredLetter) => `${writing.day(dayOfInstant(at), "long")}: ${subject}`;
  const html = inOrder
    .map((one) => `<h2 style="${STYLES.heading2}">${escapeHtml(heading(one))}</h2>${bodyOf(one.html)}`)
    .join("");
  const end = /(?:<\/div>)?\s*<\/body>/i.exec(digest.html)?.index ?? digest.html.length;
  const text = inOrder.map((one) => `${heading(one)}\n\n${one.text.trimEnd()}`).join("\n\n");
  return {
    html: digest.html.slice(0, end) + html + digest.html.slice(end),
    text: `${digest.text.trimEnd()}\n\n${text}\n`,
  };
}
