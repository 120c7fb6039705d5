/** A run of text; where it is a web address, it leads there. */
export interface LinkedText {
  readonly text: string;
  readonly href?: string;
}

/** A web address ends before the mark that ends its sentence. */
const WEB_ADDRESS = /https?:\/\/[^\s<>"]*[^\s<>".,;:!?)\]’”]/gi;

/** Text parted into what is a web address and what is not; joined again it is the same text. */
export function linkedText(text: string): LinkedText[] {
  const runs: LinkedText[] = [];
  let end = 0;
  for (const { 0: href, index } of text.matchAll(WEB_ADDRESS)) {
    if (index > end) runs.push({ text: text.slice(end, index) });
    runs.push({ text: href, href });
    end = index + href.length;
  }
  if (end < text.length) runs.push({ text: text.slice(end) });
  return runs;
}
