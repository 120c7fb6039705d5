import { escapeHtml } from "../letter/mailDocument";
import { STATE_WORDS } from "./letterState";
import type { Letter, Round } from "./round";
import { tallySentence, tallyStates } from "./tally";

const STYLE = "font-family:Georgia,serif;font-size:11px;line-height:1.4;color:#2b2130";
const CELL = "padding:3px 10px 3px 0;border-bottom:1px solid #ddd3c4;vertical-align:top;text-align:start";

const moment = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });

/** A round as a table: who, about whom, what became of it and when, and at the end what was seen before sending. */
export function roundReport(round: Round, letters: readonly Letter[]): string[][] {
  return [
    ["Recipient", "Address", "Student", "Class", "Subject", "State", "Since", "What the mail server said", "Why"],
    ...letters.map((letter) => [
      letter.recipient.name,
      letter.recipient.address,
      letter.studentName,
      letter.className,
      letter.subject,
      STATE_WORDS[letter.state],
      moment.format(letter.stateAt),
      letter.serverAnswer,
      letter.reason,
    ]),
    [],
    ["Note", round.noteName],
    ["Sent", moment.format(round.createdAt)],
    ["To", round.sentence],
    ...round.acceptedCautions.map((caution) => ["Seen before sending", caution]),
  ];
}

/** The same report as a document for paper: what was sent and what was seen before, then a line for each letter. */
export function roundReportHtml(round: Round, letters: readonly Letter[]): string {
  const row = (cells: readonly string[], tag: "th" | "td") =>
    `<tr>${cells.map((cell) => `<${tag} style="${CELL}">${escapeHtml(cell)}</${tag}>`).join("")}</tr>`;
  const lines = letters.map((letter) =>
    row(
      [
        `${letter.recipient.name}, ${letter.recipient.address}`,
        letter.studentName,
        letter.subject,
        `${STATE_WORDS[letter.state]}, ${moment.format(letter.stateAt)}`,
        letter.serverAnswer,
      ],
      "td",
    ),
  );
  const seen = round.acceptedCautions.map((caution) => `<li>${escapeHtml(caution)}</li>`).join("");
  return [
    `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${escapeHtml(round.noteName)}</title></head>`,
    `<body style="${STYLE}"><h1>${escapeHtml(round.noteName)}</h1>`,
    `<p>${escapeHtml(`${moment.format(round.createdAt)}: ${round.sentence}. ${tallySentence(tallyStates(letters))}.`)}</p>`,
    seen && `<p>Seen before sending:</p><ul>${seen}</ul>`,
    `<table style="border-collapse:collapse;width:100%"><thead>${row(["To", "About", "Subject", "State", "The mail server said"], "th")}</thead>`,
    `<tbody>${lines.join("")}</tbody></table></body></html>`,
  ].join("");
}
