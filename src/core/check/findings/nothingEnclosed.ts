import { baseLanguage } from "../../language/languageTag";
import type { FindingKind } from "./findingKind";
import { sentencesOf, wordsLines } from "./wordsLines";

/** The letter says that something goes along, and nothing does. */
export const nothingEnclosed: FindingKind = {
  severity: "caution",
  words: ({ quotes: [words] }) => ({
    title: `The letter says “${words}”, and nothing goes along`,
    mend: "Enclose the file or a report, or take the words out.",
  }),
  inWords: (scene) => {
    const { enclosures = [], reports = [] } = scene.note;
    const says = SAYS[baseLanguage(scene.language)];
    if (enclosures.length + reports.length > 0 || !says) return [];
    return wordsLines(scene).flatMap(({ line, place }) =>
      sentencesOf(line).flatMap((sentence) => {
        const [text] = says.exec(sentence) ?? [];
        return text && !ONLY_ABOUT.test(sentence) && !isFixed(sentence, text)
          ? [{ path: { place, word: text.trim() }, quotes: [text.trim()] }]
          : [];
      }),
    );
  },
};

/** How a writer says it, by language. */
const SAYS: Readonly<Record<string, RegExp>> = {
  en: /\b(?:(?:please )?(?:find|see|read|open|check|sign|print|fill (?:in|out)|complete|look at|consult|refer to|use|return) (?:(?:the|my|our|this|a|your) )?(?:\p{L}+ ){0,5}(?:attached|enclosed|attachments?|enclosures?)|(?:attached|enclosed) (?:is|are|you(?:['’]ll| will| can)?|please|herewith|below|to this|with this|in this)|(?:is|are|have been|has been|I have|I['’]ve|we have|we['’]ve|comes?|sent|also) (?:also |now )?(?:attached|enclosed)(?! to (?:the|a|an|its|their|each|rocks?|one)\b(?! (?:e-?mail|letter|message|note|mail)))(?! (?:by|with) (?:a |an |the )?(?:string|thread|rope|glue|tape|hook|knot|wall|reef|fence|land|cliffs?|threads|strings|ropes))|(?:I|we)(?:['’]m| am|['’]re| are)? (?:also )?(?:attach(?:ing)?|enclos(?:e|ing))\b|(?:in|as|with|to) (?:the|an|this|my|our) (?:attachment|enclosure|attached \p{L}+|enclosed (?!bay|harbou?r|sea|basin|lagoon|pool|water|space|area|inlet|gulf|yard)\p{L}+)|the (?:attached|enclosed) (?!bay|harbou?r|sea|basin|lagoon|pool|water|space|area|inlet|gulf|yard|shell|animal|barnacle|mussel)\p{L}+|attachments? (?:below|above|to this)|(?:file|form|sheet|report|letter|slip|list|map|schedule|timetable|calendar|table|photo|picture|copy|document|pdf|worksheet|checklist|plan|guide|rubric|programme|program)s? (?:is |are )?(?:attached|enclosed)|PFA|(?:comes?|goes|go|sent|travels?) (?:along )?with this (?:letter|message|e-?mail|note)|as a(?:n)? (?:file|attachment) (?:with|to) this|with this letter as a file)(?!\p{L})|(?:^|[\s(])(?:enclosures?|attachments?|encl|att)\.?(?: \(\d+\))?\s?:|\((?:attached|enclosed|see attachment)\)/iu,
  es: /(?:adjunto (?:le|les|te|os|el|la|los|las|un|una|a esta|encontrar\p{L}*)|adjuntamos|(?:le|les|te|os) adjunt\p{L}+|(?:va|van|está|están|envío|enviamos|encontrar\p{L}*|ver|vean|véase|documento|archivo|lista|formulario|carta|hoja|mapa|informe|autorización|permiso|guía|calendario)(?: \p{L}+){0,3} adjunt[oa]s?|en el (?:archivo |documento )?adjunto|anexo (?:el|la|a esta|encontrar\p{L}*)|se anexa)(?!\p{L})/iu,
  fr: /(?:ci-joint\p{L}*|en pièce jointe|pièces? jointes?|je joins|nous joignons|joint\p{L}* à (?:ce|cette))(?!\p{L})/iu,
  pt: /(?:em anexo|no anexo|anexo (?:envio|segue|o|um|uma)(?!\p{L})|segue(?:m)?(?: \p{L}+){0,3} anex[oa]s?|envio(?: \p{L}+){0,4} anex[oa]s?|anexad[oa]s?|anexei|junto (?:envio|segue))(?!\p{L})/iu,
  pl: /(?:w załącz\p{L}+|załącz\p{L}+|dołącz\p{L}+)(?!\p{L})/iu,
  uk: /(?:у вкладенні|вкладен\p{L}+|додаю|додано|у додатку|додаєм\p{L}+|прикріпл\p{L}+|долуча\p{L}+)(?!\p{L})/iu,
  vi: /(?:đính kèm|gửi kèm|kèm theo)/iu,
  ar: /(?<!\p{L})[وفبل]?(?:مرفق\p{L}*|المرفق\p{L}*|أرفق\p{L}*|نرفق|أرفقت|طيه)(?!\p{L})/u,
  zh: /(?:附件|随信附上|附上)/u,
};
/** Something fixed to a thing, or a place with a wall around it. */
function isFixed(sentence: string, text: string): boolean {
  const after = sentence.slice(sentence.indexOf(text) + text.length);
  return (
    (/(?:attached|enclosed)$/i.test(text) &&
      /^\s+(?:to|by|with|onto) (?!this|(?:the|my|our) (?:letter|message|e-?mail|mail|note)\b)/i.test(after)) ||
    PLACE_WITH_WALLS.test(text)
  );
}
const PLACE_WITH_WALLS =
  /enclosed (?:bay|harbou?r|sea|basin|lagoon|pool|water|space|area|inlet|gulf|yard|courtyard|garden|porch|deck|dock|port|room|hall|field|court|ground|playground|tank|cage|box|marsh|valley)/i;

/** Sentences that speak of attachments without one: none is there, it is elsewhere, comes later or was sent before. */
const ONLY_ABOUT =
  /\b(?:no|not|never|without|nothing|don['’]t|doesn['’]t|isn['’]t|aren['’]t|cannot|can['’]t|instead of|rather than|any|last (?:week|month|time|letter)|earlier|yesterday|previous(?:ly)?|will (?:be |follow|attach|enclose|send)|later|next (?:week|letter|time)|tomorrow|your (?:reply|answer|e-?mail)|when you (?:write|reply|send)|if you)\b|(?<!\p{L})(?:sin|no hay|ningún|sans|aucune?|sem|bez|nie ma|без|немає|không có|بدون|لا يوجد|没有|无附件)(?!\p{L})/iu;
