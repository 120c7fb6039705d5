import type { FiguresIndex } from "../figures/figuresIndex";
import { liveBlocks } from "../letter/blockModel";
import { hasSource, sourceOf } from "../letter/fieldsFor";
import { inlineNodes, type LetterBody, type LetterSubject, plainBlocks, writtenLines } from "../model/letterBody";
import type { Note } from "../model/note";
import { draftingWords } from "./draftingWords";
import { type Finding, findingOf } from "./finding";

/** What the words themselves show, the same in every letter. */
export function wordsFindings(index: FiguresIndex, note: Pick<Note, "subject" | "body" | "variants">): Finding[] {
  const ofVariants = note.variants.flatMap(({ language, ...words }) =>
    findingsIn(index, words).map((finding) => ({ ...finding, path: { ...finding.path, language } })),
  );
  return [...findingsIn(index, note), ...ofVariants];
}

function findingsIn(index: FiguresIndex, note: Pick<Note, "subject" | "body">): Finding[] {
  const pictures = [...plainBlocks(note.body)].flatMap((block) => (block.type === "picture" ? [block.attrs] : []));
  return [
    ...documentFindings(index, "subject", note.subject, false),
    ...documentFindings(index, "body", note.body, liveBlocks(note.body).length + pictures.length > 0),
    ...(pictures.some(({ alt }) => !alt.trim()) ? [findingOf("picture-without-alt", { path: { place: "body" } })] : []),
  ];
}

function documentFindings(
  index: FiguresIndex,
  place: "subject" | "body",
  document: LetterSubject | LetterBody,
  hasBlocks: boolean,
): Finding[] {
  const nodes = [...inlineNodes(document)];
  const fields = new Set(nodes.flatMap((node) => (node.type === "field" ? [node.attrs.field] : [])));
  const text = writtenLines(document, () => " ").join("\n");
  const findings: Finding[] = [];
  if (!text.trim() && fields.size === 0 && !hasBlocks) {
    findings.push(findingOf(place === "subject" ? "empty-subject" : "empty-body", { path: { place } }));
  }
  const left = draftingWords(text);
  if (left.length > 0) findings.push(findingOf("drafting-words", { path: { place }, quotes: left }));
  for (const field of fields) {
    // What has a name is looked for in the classes of the note.
    if (sourceOf(field) === undefined && !hasSource(field, index.world))
      findings.push(findingOf("unknown-field", { path: { place, field } }));
  }
  const links = nodes.flatMap((node) =>
    node.type === "hardBreak"
      ? []
      : (node.marks ?? []).flatMap((mark) => (mark.type === "link" ? [mark.attrs.href] : [])),
  );
  const bad = [...new Set(links)].filter((href) => !leadsSomewhere(href));
  if (bad.length > 0) findings.push(findingOf("bad-link", { path: { place }, quotes: bad }));
  return findings;
}

/** A web address with a host that can be one, a mail address or a telephone number; spaces and half-typed hosts lead nowhere. */
function leadsSomewhere(href: string): boolean {
  if (/^(tel|sms):/i.test(href)) return /\d{3}/.test(href.replace(/[ ().-]/g, ""));
  if (/\s/.test(href)) return false;
  if (/^mailto:/i.test(href)) return /^mailto:[^@]+@[^@]+\.[^@.]+$/i.test(href.replace(/\?.*$/, ""));
  try {
    const { hostname } = new URL(href);
    return hostname === "localhost" || /^[^.]+(\.[^.]+)+$/.test(hostname);
  } catch {
    return false;
  }
}
