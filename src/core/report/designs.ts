import { wordsClosestTo } from "../language/languageTag";
import type { PageBlockNode, PageDesign, PageWords } from "../model/pageDesign";
import { READY_MADE_DESIGNS, type ReadyMadeDesignId } from "../model/reportChoice";
import type { World } from "../model/world";
import { readyMadeDesign } from "./readyMadeDesigns";
import type { ReportDesign } from "./reportDesign";

export function isReadyMade(id: string): id is ReadyMadeDesignId {
  return (READY_MADE_DESIGNS as readonly string[]).includes(id);
}

/** A design by its id, in the words for a language; none where it is gone. */
export function designOf({ pageDesigns }: Pick<World, "pageDesigns">, id: string, language: string) {
  if (isReadyMade(id)) return readyMadeDesign(id, language);
  const own = pageDesigns.get(id);
  return own && inLanguage(own, language);
}

/** A design of the teacher's own, in the words for a language; in its own where it has none for it. */
function inLanguage({ variants, ...design }: PageDesign, language: string): ReportDesign {
  const { language: own } = design;
  return { ...design, ...wordsClosestTo([...variants, { language: own }], language) };
}

/** All designs there are, those that came along first, with the names they have in a language. */
export function allDesigns({ pageDesigns }: Pick<World, "pageDesigns">, language: string): ReportDesign[] {
  const own = [...pageDesigns.values()].sort((a, b) => a.name.localeCompare(b.name));
  return [
    ...READY_MADE_DESIGNS.map((id) => readyMadeDesign(id, language)),
    ...own.map((one) => inLanguage(one, language)),
  ];
}

/** The page in three parts: what stands once before the classes, what stands for each, and what stands after them. */
export function partsOf({ body }: Pick<PageWords, "body">): {
  before: PageBlockNode[];
  each: PageBlockNode[];
  after: PageBlockNode[];
} {
  const { content } = body;
  const from = content.findIndex(({ type }) => type === "eachClass");
  if (from < 0) return { before: [], each: content.filter(({ type }) => type !== "afterClasses"), after: [] };
  const end = content.findIndex(({ type }, place) => place > from && type === "afterClasses");
  const to = end < 0 ? content.length : end;
  return { before: content.slice(0, from), each: content.slice(from + 1, to), after: content.slice(to + 1) };
}

/** Whether all classes of a student stand in one paper. */
export function isOfAllClasses({ body }: Pick<PageWords, "body">): boolean {
  return body.content.some(({ type }) => type === "eachClass");
}

/** Whether it speaks of an assignment that is chosen with each report. */
export function asksForAssignment({ body }: Pick<PageWords, "body">): boolean {
  return body.content.some((block) => block.type === "rubric" && block.attrs.assignment === "");
}
