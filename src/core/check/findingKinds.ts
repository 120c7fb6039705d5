import { badLink } from "./findings/badLink";
import { brokenSentence } from "./findings/brokenSentence";
import { conditionUnknown } from "./findings/conditionUnknown";
import { draftingWordsLeft } from "./findings/draftingWordsLeft";
import { emptyBody } from "./findings/emptyBody";
import { emptyReport } from "./findings/emptyReport";
import { emptySubject } from "./findings/emptySubject";
import { figureTyped } from "./findings/figureTyped";
import type { FindingKind } from "./findings/findingKind";
import { foreignName } from "./findings/foreignName";
import { goneDesign } from "./findings/goneDesign";
import { goneSource } from "./findings/goneSource";
import { gradebookOld } from "./findings/gradebookOld";
import { greetingTyped } from "./findings/greetingTyped";
import { halfMarked } from "./findings/halfMarked";
import { hangingHeading } from "./findings/hangingHeading";
import { headerBreaking } from "./findings/headerBreaking";
import { heavyLetter } from "./findings/heavyLetter";
import { inTwoBlocks } from "./findings/inTwoBlocks";
import { languageMissing } from "./findings/languageMissing";
import { lateEvening } from "./findings/lateEvening";
import { letterDisagrees } from "./findings/letterDisagrees";
import { longSubject } from "./findings/longSubject";
import { manyMore } from "./findings/manyMore";
import { markupInText } from "./findings/markupInText";
import { maybeForeignName } from "./findings/maybeForeignName";
import { missingNotKnown } from "./findings/missingNotKnown";
import { nobodySelected } from "./findings/nobodySelected";
import { noGlyph } from "./findings/noGlyph";
import { noGoodAddress } from "./findings/noGoodAddress";
import { noPhoto } from "./findings/noPhoto";
import { noRecipients } from "./findings/noRecipients";
import { notAGuardian } from "./findings/notAGuardian";
import { nothingEnclosed } from "./findings/nothingEnclosed";
import { nothingMissing } from "./findings/nothingMissing";
import { notInAllClasses } from "./findings/notInAllClasses";
import { oddName } from "./findings/oddName";
import { oneMailbox } from "./findings/oneMailbox";
import { otherClass } from "./findings/otherClass";
import { otherLanguage } from "./findings/otherLanguage";
import { otherTerm } from "./findings/otherTerm";
import { pastDay } from "./findings/pastDay";
import { pictureWithoutAlt } from "./findings/pictureWithoutAlt";
import { rawDecimal } from "./findings/rawDecimal";
import { repeatKind } from "./findings/repeatKind";
import { repeatNote } from "./findings/repeatNote";
import { saidTwice } from "./findings/saidTwice";
import { sameTitle } from "./findings/sameTitle";
import { saysNothingMissing } from "./findings/saysNothingMissing";
import { scoreTooHigh } from "./findings/scoreTooHigh";
import { sharedMailbox } from "./findings/sharedMailbox";
import { statementDisagrees } from "./findings/statementDisagrees";
import { studentNotReached } from "./findings/studentNotReached";
import { termNotCurrent } from "./findings/termNotCurrent";
import { tooLargeLetter } from "./findings/tooLargeLetter";
import { tooLong } from "./findings/tooLong";
import { twiceInClass } from "./findings/twiceInClass";
import { twoRecords } from "./findings/twoRecords";
import { unfilledField } from "./findings/unfilledField";
import { unknownField } from "./findings/unknownField";
import { wantsNoLetters } from "./findings/wantsNoLetters";
import { weekdayDisagrees } from "./findings/weekdayDisagrees";
import { wholeClass } from "./findings/wholeClass";
import { wishesFewer } from "./findings/wishesFewer";
import { zeroColumn } from "./findings/zeroColumn";

/** Everything that the check looks for, in the order in which it is said. */
export const FINDING_KINDS = {
  "nobody-selected": nobodySelected,
  "no-recipients": noRecipients,
  "no-good-address": noGoodAddress,
  "not-a-guardian": notAGuardian,
  "wants-no-letters": wantsNoLetters,
  "header-breaking": headerBreaking,
  "too-long": tooLong,
  "empty-subject": emptySubject,
  "empty-body": emptyBody,
  "unfilled-field": unfilledField,
  "unknown-field": unknownField,
  "drafting-words": draftingWordsLeft,
  "bad-link": badLink,
  "foreign-name": foreignName,
  "missing-not-known": missingNotKnown,
  "gone-source": goneSource,
  "gone-design": goneDesign,
  "too-large-letter": tooLargeLetter,
  "student-not-reached": studentNotReached,
  "term-not-current": termNotCurrent,
  "repeat-note": repeatNote,
  "repeat-kind": repeatKind,
  "wishes-fewer": wishesFewer,
  "gradebook-old": gradebookOld,
  "many-more": manyMore,
  "whole-class": wholeClass,
  "late-evening": lateEvening,
  "raw-decimal": rawDecimal,
  "letter-disagrees": letterDisagrees,
  "nothing-missing": nothingMissing,
  "odd-name": oddName,
  "long-subject": longSubject,
  "heavy-letter": heavyLetter,
  "broken-sentence": brokenSentence,
  "hanging-heading": hangingHeading,
  "language-missing": languageMissing,
  "picture-without-alt": pictureWithoutAlt,
  "maybe-foreign-name": maybeForeignName,
  "greeting-typed": greetingTyped,
  "figure-typed": figureTyped,
  "other-term": otherTerm,
  "weekday-disagrees": weekdayDisagrees,
  "past-day": pastDay,
  "nothing-enclosed": nothingEnclosed,
  "other-class": otherClass,
  "markup-in-text": markupInText,
  "said-twice": saidTwice,
  "other-language": otherLanguage,
  "statement-disagrees": statementDisagrees,
  "says-nothing-missing": saysNothingMissing,
  "shared-mailbox": sharedMailbox,
  "score-too-high": scoreTooHigh,
  "same-title": sameTitle,
  "twice-in-class": twiceInClass,
  "in-two-blocks": inTwoBlocks,
  "two-records": twoRecords,
  "half-marked": halfMarked,
  "zero-column": zeroColumn,
  "empty-report": emptyReport,
  "no-photo": noPhoto,
  "no-glyph": noGlyph,
  "not-in-all-classes": notInAllClasses,
  "condition-unknown": conditionUnknown,
  "one-mailbox": oneMailbox,
} as const satisfies Readonly<Record<string, FindingKind>>;

export type FindingCode = keyof typeof FINDING_KINDS;

/** Every code there is. */
export const FINDING_CODES = Object.keys(FINDING_KINDS) as FindingCode[];

export function findingKind(code: FindingCode): FindingKind {
  return FINDING_KINDS[code];
}
