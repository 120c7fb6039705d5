import type { RenderedLetter } from "../letter/compileLetter";

/** A letter that says of itself that it is a trial: in its subject, and in a line above it in both of its forms. */
export function trialLetter({ subject, html, text }: Pick<RenderedLetter, "subject" | "html" | "text">) {
  return {
    subject: `Trial: ${subject}`,
    html: html.replace(/<body[^>]*>/, (start) => `${start}${LINE}`),
    text: `${WORDS}\n\n${text}`,
  };
}

const WORDS = "This is a trial, sent to yourself alone. No family has got it.";
const LINE = `<p lang="en" dir="ltr" style="max-width:600px;margin:0 auto 16px;padding:8px 12px;border:1px solid #b5652b;background:#ffffff;font-family:sans-serif;font-size:15px;color:#2b2130">${WORDS}</p>`;
