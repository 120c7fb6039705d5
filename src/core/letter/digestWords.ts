import type { DigestPhrases } from "../language/digestPhrases";
import { DIGEST_PHRASES } from "../languages/productLanguages";
import type { DigestFrequency } from "../model/guardian";
import type { LetterBody, LetterSubject } from "../model/letterBody";
import type { NoteWords } from "../model/template";
import { field, missingWork, paragraph, text } from "./letterParts";

/** A digest in the product's own words, in every language that it has them in. */
export function digestWords(often: DigestFrequency): NoteWords {
  const { subject, body } = written(DIGEST_PHRASES.en, often);
  return {
    name: often === "daily" ? "Daily digest" : "Weekly digest",
    kind: "information",
    audience: { guardians: "all", students: false },
    match: "all",
    conditions: [],
    language: "en",
    subject,
    body,
    variants: Object.entries(DIGEST_PHRASES).flatMap(([language, phrases]) =>
      language === "en" ? [] : [{ language, ...written(phrases, often) }],
    ),
  };
}

const UPCOMING_DAYS = 14;

function written(phrases: DigestPhrases, often: DigestFrequency): { subject: LetterSubject; body: LetterBody } {
  const days = often === "daily" ? 1 : 7;
  const [before, after] = phrases.greeting;
  return {
    subject: { type: "doc", content: [{ type: "paragraph", content: [text(phrases.subject[often])] }] },
    body: {
      type: "doc",
      content: [
        paragraph(...[before].filter(Boolean), field("recipient.name"), after),
        {
          type: "heading",
          attrs: { level: 2 },
          content: [field("student.firstName"), text(", "), field("class.name")],
        },
        paragraph(phrases.fresh),
        { type: "newScores", attrs: { days, whenNothing: phrases.nothingFresh } },
        paragraph(phrases.missing),
        missingWork(phrases.nothingMissing),
        paragraph(phrases.coming),
        { type: "upcomingWork", attrs: { days: UPCOMING_DAYS, whenNothing: phrases.nothingComing } },
        paragraph(phrases.inClass),
        { type: "classLog", attrs: { days, whenNothing: phrases.nothingInClass } },
        { type: "signature" },
      ],
    },
  };
}
