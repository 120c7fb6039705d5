import { escapeHtml, mailDocument, STYLES } from "../letter/mailDocument";
import { counted } from "../words";

/** How long the list and the sample may be in characters, so that the copy of a round of thousands can be sent. */
const LONGEST_LIST = 150_000;
const LONGEST_SAMPLE = 300_000;

/** One line of the list: who gets a letter, about whom and why. */
interface Line {
  readonly recipient: { readonly name: string; readonly address: string };
  readonly studentName: string;
  readonly reason: string;
}

/**
 * The teacher's own copy of a round: one letter with the list of who gets one and why, and the first letter as a sample.
 * HTML and text say the same. A list or a sample that would make it too large to be sent is cut, and that is said.
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
  const item = (line: string) => `<li style="${STYLES.item}">${escapeHtml(line)}</li>`;
  const listed = listOf(lines.map(words), (line) => item(line).length);
  const list = `<ul style="${STYLES.list}">${listed.map(item).join("")}</ul>`;
  const first = sample && `The first of them: ${sample.subject}`;
  const fits = sample && Math.max(sample.html.length, sample.text.length) <= LONGEST_SAMPLE;
  const sampleHtml = first ? `<h2 style="${STYLES.heading2}">${escapeHtml(first)}</h2>` : "";
  const sampleBody = fits ? bodyOf(sample.html) : first ? paragraph(TOO_LARGE) : "";
  const text = [
    `${sentence}.`,
    "",
    ...listed.map((line) => `- ${line}`),
    ...(first ? ["", first, "", fits ? sample.text.trimEnd() : TOO_LARGE] : []),
    "",
  ].join("\n");
  return {
    subject,
    html: mailDocument(subject, paragraph(`${sentence}.`) + list + sampleHtml + sampleBody, "en"),
    text,
  };
}

const TOO_LARGE = "It is too large to stand here too; the record has it.";

/** The first lines that are not too long together, and how many more there are. */
function listOf(lines: readonly string[], lengthOf: (line: string) => number): string[] {
  let length = 0;
  const end = lines.findIndex((line) => {
    length += lengthOf(line);
    return length > LONGEST_LIST;
  });
  return end < 0
    ? [...lines]
    : [...lines.slice(0, end), `and ${counted(lines.length - end, "more", "more")}, whom the record has`];
}

/** What stands in the body of a whole message. */
export function bodyOf(html: string): string {
  return /<body[^>]*>([\s\S]*)<\/body>/.exec(html)?.[1] ?? "";
}
