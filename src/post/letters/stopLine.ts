import type { HandedLetter } from "@/core/delivery/postRequests";
import { isRightToLeft } from "@/core/language/languageTag";
import { wordsIn } from "@/core/languages/productLanguages";
import { escapeAttribute, escapeHtml, STYLES } from "@/core/letter/mailDocument";

/** How a reader stops the letters: by a link of their own, or, where families reach no page of this server, by writing back. */
export type StopWay = { readonly link: string } | "write back";

/** Whether a letter goes to people who may want no more of them; the teacher's own copy does not. */
export function isToFamilies({ guardianId, together }: Pick<HandedLetter, "guardianId" | "together">): boolean {
  return guardianId !== undefined || together !== undefined;
}

const LINE_STYLE = "margin:28px 0 0;font-size:13px;color:#6b6070";

/** A letter with the quiet line at its end that says how to stop the letters, in its own language. */
export function withStopLine(
  { html, text }: { readonly html: string; readonly text: string },
  way: StopWay,
): { html: string; text: string } {
  const language = /^<!doctype html><html lang="([^"]*)"/i.exec(html)?.[1] ?? "en";
  const { stopLetters, stopByWritingBack } = wordsIn(language);
  const isLink = way !== "write back";
  const words = isLink ? stopLetters : stopByWritingBack;
  const line = isLink
    ? `<a href="${escapeAttribute(way.link)}" style="${STYLES.link}">${escapeHtml(words)}</a>`
    : escapeHtml(words);
  const direction = isRightToLeft(language) ? ' dir="rtl"' : "";
  const paragraph = `<p${direction} style="${LINE_STYLE}">${line}</p>`;
  const end = /(?:<\/div>)?\s*<\/body>/i.exec(html)?.index ?? html.length;
  return {
    html: html.slice(0, end) + paragraph + html.slice(end),
    text: `${text.trimEnd()}\n\n${isLink ? `${words}: ${way.link}` : words}\n`,
  };
}
