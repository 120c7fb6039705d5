import { escapeHtml, mailDocument, STYLES } from "../letter/mailHtml";
import { counted } from "../words";

/** One line of the list: who gets a letter, about whom and why. */
interface Line {
  readonly recipient: { readonly name: string; readonly address: string };
  readonly studentName: string;
  readonly reason: string;
}

/**
 * The teacher's own copy of a round: one letter with the list of who gets one and why, and the first letter as a sample.
 * HTML and text say the same.
 */
export function summaryLetter(
  noteName: string,
  sentence: string,
  lines: readonly Line[],
  sample: { readonly subject: string; readonly html: string; readonly text: string } | undefined,
): { subject: string; html: string; text: string } {
  const subject = `Sent: ${noteName}, ${counted(lines.length, "letter")}`;
  const paragraph = (words: string) => `<p style="${STYLES.paragraph}">${escapeHtml(words)}</p>`;
  const words = ({ recipient, studentName, reason }: Line) =>
    `${recipient.name}, ${recipient.address}, about ${studentName}: ${reason}`;
  const items = lines.map((line) => `<li style="${STYLES.item}">${escapeHtml(words(line))}</li>`).join("");
  const list = `<ul style="${STYLES.list}">${items}</ul>`;
  const sampleHtml = sample
    ? `<h2 style="${STYLES.heading2}">${escapeHtml(`The first of them: ${sample.subject}`)}</h2>${bodyOf(sample.html)}`
    : "";
  const text = [
    `${sentence}.`,
    "",
    ...lines.map((line) => `- ${words(line)}`),
    ...(sample ? ["", `The first of them: ${sample.subject}`, "", sample.text.trimEnd()] : []),
    "",
  ].join("\n");
  return { subject, html: mailDocument(subject, paragraph(`${sentence}.`) + list + sampleHtml, "en"), text };
}

/** What stands in the body of a whole message. */
function bodyOf(html: string): string {
  return /<body[^>]*>([\s\S]*)<\/body>/.exec(html)?.[1] ?? "";
}
