import { isRightToLeft } from "../language/languageTag";
import { isEmptyHead } from "../model/letterHead";
import type { Settings } from "../model/settings";
import type { BlockModel } from "./blocks/blockKind";
import { linkedText } from "./linkedText";

/** Styles are inline, since mail programs drop style sheets. Sizes are in px for the same reason. */
const FONT = "font-family:Georgia,'Times New Roman',serif;font-size:17px;line-height:1.5;color:#2b2130";
/** The look of letters. Mail programs know no style sheets, so each tag carries its own. */
export const STYLES = {
  paragraph: "margin:0 0 14px",
  heading2: "margin:22px 0 10px;font-size:21px;line-height:1.3",
  heading3: "margin:18px 0 8px;font-size:18px;line-height:1.3",
  list: "margin:0 0 14px;padding-left:24px",
  item: "margin:0 0 4px",
  link: "color:#5b2a6e",
  table: "border-collapse:collapse;margin:0 0 16px",
  ownTable: "border-collapse:collapse;width:100%;margin:0 0 16px",
  ownHeadCell:
    "text-align:left;text-align:start;padding:6px 10px;border:1px solid #ddd3c4;background:#efe6f2;vertical-align:top",
  ownCell: "padding:6px 10px;border:1px solid #ddd3c4;vertical-align:top",
  picture: "max-width:100%;height:auto;border:0",
  cellParagraph: "margin:0",
  headCell: "text-align:left;text-align:start;padding:6px 22px 6px 0;border-bottom:2px solid #5b2a6e;font-size:15px",
  cell: "padding:6px 22px 6px 0;border-bottom:1px solid #ddd3c4;vertical-align:top",
} as const;

/** Text made safe between tags. Right-to-left values are isolated so that they don't turn their surroundings. */
export function escapeHtml(text: string): string {
  if (!UNSAFE.test(text)) return text;
  const escaped = escapeAttribute(text);
  return RIGHT_TO_LEFT.test(text) ? `<bdi>${escaped}</bdi>` : escaped;
}

/** Text made safe in a quoted attribute or a title, where no tag can stand. */
export function escapeAttribute(text: string): string {
  return text.replace(/[&<>"']/g, (character) => ENTITIES[character] ?? character);
}

const ENTITIES: Record<string, string> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;", "'": "&#39;" };
/** The Hebrew and Arabic blocks of Unicode and their presentation forms. */
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufeff]/;
const UNSAFE = new RegExp(`[&<>"']|${RIGHT_TO_LEFT.source}`);

/** What stands above a letter: the school with its crest, a line under it, a rule in its colour; nothing where none was written. */
export function letterHeadHtml({ schoolName, letterHead }: Pick<Settings, "schoolName" | "letterHead">): string {
  if (!letterHead || isEmptyHead(schoolName, letterHead)) return "";
  const { picture, line, accent } = letterHead;
  const crest = picture
    ? `<td style="padding:0 14px 10px 0"><img src="${escapeAttribute(picture.src)}" alt="" width="${picture.width}" style="${STYLES.picture}"></td>`
    : "";
  const name = `<div style="font-size:20px;font-weight:bold;color:${accent}">${escapeHtml(schoolName)}</div>`;
  const under = line ? `<div style="font-size:14px;color:#5f5363">${escapeHtml(line)}</div>` : "";
  return `<table role="presentation" style="border-collapse:collapse;width:100%;margin:0 0 20px;border-bottom:2px solid ${accent}"><tbody><tr>${crest}<td style="padding:0 0 10px;width:100%">${name}${under}</td></tr></tbody></table>`;
}

/**
 * A whole message around a letter's HTML: no script, no outside file, readable at 320 px. `head` stands above it. It brings
 * its own ground, also around the words: a dark mail program that leaves their colour must not put them on black.
 */
export function mailDocument(subject: string, body: string, language: string, head = ""): string {
  const direction = isRightToLeft(language) ? ' dir="rtl"' : "";
  return `<!doctype html><html lang="${escapeAttribute(language)}"${direction}>${MAIL_START}${escapeAttribute(subject)}${MAIL_MIDDLE}${head}${body}${MAIL_END}`;
}

const MAIL_START =
  '<head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta name="color-scheme" content="light"><title>';
const MAIL_MIDDLE = `</title></head><body style="margin:0;padding:20px;background:#ffffff"><div style="max-width:600px;margin:0 auto;background:#ffffff;${FONT}">`;
const MAIL_END = "</div></body></html>";

/** A block drawn for mail. */
export function blockHtml(model: BlockModel): string {
  switch (model.kind) {
    case "sentence":
      return `<p style="${STYLES.paragraph}">${escapeHtml(model.text)}</p>`;
    case "paragraphs":
      return model.texts.map((text) => `<p style="${STYLES.paragraph}">${escapeHtml(text)}</p>`).join("");
    case "picture":
      return `<p style="${STYLES.paragraph}"><img src="${escapeAttribute(model.src)}" alt="${escapeAttribute(model.words)}" width="480" style="${STYLES.picture}"></p>`;
    case "list": {
      let items = "";
      for (const item of model.items) items += `<li style="${STYLES.item}">${linkedHtml(item)}</li>`;
      return `<ul style="${STYLES.list}">${items}</ul>`;
    }
    case "table": {
      let head = "";
      for (const text of model.head) head += `<th scope="col" style="${STYLES.headCell}">${escapeHtml(text)}</th>`;
      let rows = "";
      for (const row of model.rows) {
        rows += "<tr>";
        for (const text of row) rows += `<td style="${STYLES.cell}">${escapeHtml(text)}</td>`;
        rows += "</tr>";
      }
      return `<table style="${STYLES.table}"><thead><tr>${head}</tr></thead><tbody>${rows}</tbody></table>`;
    }
  }
}

function linkedHtml(text: string): string {
  if (!text.includes("://")) return escapeHtml(text);
  return linkedText(text)
    .map(({ text: words, href }) =>
      href ? `<a href="${escapeAttribute(href)}" style="${STYLES.link}">${escapeHtml(words)}</a>` : escapeHtml(words),
    )
    .join("");
}

/** The same block as plain text, ending with a line break. */
export function blockText(model: BlockModel): string {
  switch (model.kind) {
    case "sentence":
      return `${model.text}\n`;
    case "paragraphs":
      return model.texts.map((text) => `${text}\n`).join("");
    case "picture":
      return `${model.words}\n`;
    case "list":
      return model.items.map((item) => `- ${item}\n`).join("");
    case "table":
      return model.rows.map((row) => `${row.join(row.length > 2 ? " | " : ": ")}\n`).join("");
  }
}
