import { linkedText } from "@/core/letter/linkedText";

/** Text whose web addresses lead there. */
export function LinkedText({ text }: { text: string }) {
  return linkedText(text).map(({ text: words, href }, place) =>
    href ? (
      // biome-ignore lint/suspicious/noArrayIndexKey: a run of text has no name but its place
      <a key={place} href={href} target="_blank" rel="noreferrer">
        {words}
      </a>
    ) : (
      words
    ),
  );
}
