import type { StarterPhrases } from "../language/starterPhrases";
import { field, missingWork, passage, text } from "../letter/letterParts";
import type { BlockNode, InlineNode, LetterBody, LetterSubject, PlainBlockNode } from "../model/letterBody";

/** The ready-made letters that have words, in the order in which they are offered. */
export const WRITTEN_STARTERS = [
  "progress",
  "missing work",
  "below a threshold",
  "below on one assignment",
  "well done",
  "improved",
  "feedback",
  "welcome",
  "meeting",
  "end of term",
  "weekly digest",
] as const;
export type WrittenStarter = (typeof WRITTEN_STARTERS)[number];

/** What a ready-made letter hangs on beside its language. */
export interface StarterAbout {
  /** The title of the assignment that two of them are about. */
  readonly assignment: string;
  /** Whether the gradebook has terms that could be named. */
  readonly hasTerms: boolean;
  /** Whether any work is known that could be missing: averages alone tell nothing of it. */
  readonly hasWork: boolean;
}

interface Letter {
  readonly subject: LetterSubject;
  readonly body: LetterBody;
}

const WEEK_DAYS = 7;
const AVERAGES: PlainBlockNode = { type: "averagesTable" };
const IS_MISSING = [{ kind: "missing" as const, atLeast: 1 }];
const SIGNATURE: PlainBlockNode = { type: "signature" };

/** A ready-made letter in the words of one language. */
export function writeStarter(starter: WrittenStarter, phrases: StarterPhrases, about: StarterAbout): Letter {
  const writing = new StarterWriting(phrases, about);
  const [subject, ...body] = writing.parts(starter);
  return {
    subject: { type: "doc", content: [{ type: "paragraph", content: writing.inline(subject) }] },
    body: { type: "doc", content: [writing.line(phrases.greeting), ...body] },
  };
}

class StarterWriting {
  constructor(
    private readonly phrases: StarterPhrases,
    private readonly about: StarterAbout,
  ) {}

  /** The subject, then what follows the greeting. */
  parts(starter: WrittenStarter): [subject: string, ...BlockNode[]] {
    const { phrases, about } = this;
    const { assignment } = about;
    const line = (words: string) => this.line(words);
    const closing = [line(phrases.closing), SIGNATURE];
    const missing = missingWork(phrases.nothingMissing);
    /** What is said of missing work; nothing where no work is known that could be. */
    const ofMissing = (lead: string, otherwise: PlainBlockNode) =>
      about.hasWork ? [passage(IS_MISSING, [line(lead), missing], [otherwise])] : [];
    switch (starter) {
      case "progress": {
        const { subject, stands, missing: lead } = phrases.progress;
        return [subject, line(stands), AVERAGES, ...ofMissing(lead, missing), ...closing];
      }
      case "missing work": {
        const { subject, lead, canStill } = phrases.missingWork;
        return [subject, line(lead), missing, line(canStill), ...closing];
      }
      case "below a threshold": {
        const { subject, early, helps, nothingMissing } = phrases.below;
        return [subject, line(early), AVERAGES, ...ofMissing(helps, missingWork(nothingMissing)), ...closing];
      }
      case "below on one assignment": {
        const { subject, didNotGoWell, canStill, glad } = phrases.belowOnOne;
        const notHandedIn = [{ kind: "assignment status" as const, assignment, status: "not handed in" as const }];
        return [subject, line(didNotGoWell), passage(notHandedIn, [line(canStill)], [line(glad)]), ...closing];
      }
      case "well done": {
        const { subject, good, steady } = phrases.wellDone;
        return [subject, line(good), line(steady), SIGNATURE];
      }
      case "improved": {
        const { subject, rose, praise } = phrases.improved;
        return [subject, line(rose), line(praise), SIGNATURE];
      }
      case "feedback": {
        const { subject, back, more } = phrases.feedback;
        const score: BlockNode = { type: "assignmentScore", attrs: { assignment, whenNothing: more } };
        return [subject, line(back), score, ...closing];
      }
      case "welcome": {
        const { subject, glad, card } = phrases.welcome;
        return [subject, line(glad), line(card), ...closing];
      }
      case "meeting": {
        const { subject, talk, when } = phrases.meeting;
        return [subject, line(talk), line(when), SIGNATURE];
      }
      case "end of term": {
        const { subject, over, missing: lead, allIn } = phrases.endOfTerm;
        return [subject, line(over), AVERAGES, ...ofMissing(lead, line(allIn)), ...closing];
      }
      case "weekly digest": {
        const { subject, did, quiet, coming, nothingComing, missing: lead } = phrases.week;
        return [
          subject,
          line(did),
          { type: "classLog", attrs: { days: WEEK_DAYS, whenNothing: quiet } },
          line(coming),
          { type: "upcomingWork", attrs: { days: 2 * WEEK_DAYS, whenNothing: nothingComing } },
          passage(IS_MISSING, [line(lead), missing]),
          SIGNATURE,
        ];
      }
    }
  }

  line(words: string): PlainBlockNode {
    return { type: "paragraph", content: this.inline(words) };
  }

  inline(words: string): InlineNode[] {
    const { assignment, hasTerms } = this.about;
    const termed = hasTerms ? words : words.replace(TERM_IN_BRACKETS, "").replaceAll("{term}", this.phrases.theTerm);
    return termed
      .replaceAll("{assignment}", assignment)
      .split(PLACES)
      .filter(Boolean)
      .map((part) => this.value(part) ?? text(part));
  }

  private value(place: string): InlineNode | undefined {
    const { notKnown, endOfTerm, belowOnOne } = this.phrases;
    switch (place) {
      case "{recipient}":
        return field("recipient.name");
      case "{student}":
        return field("student.firstName");
      case "{class}":
        return field("class.name");
      case "{term}":
        return field("term.name");
      case "{overall}":
        return field("overall", notKnown);
      case "{grade}":
        return field("gradeLabel", endOfTerm.noGrade);
      case "{change}":
        return field("change.lately");
      case "{missing}":
        return field("missing.count");
      case "{score}":
        return field(`assignment.score.${this.about.assignment}`, belowOnOne.notHandedIn);
      default:
        return undefined;
    }
  }
}

const PLACES = /(\{(?:recipient|student|class|term|overall|grade|change|missing|score)\})/;
const TERM_IN_BRACKETS = /\s*[(（]\{term\}[)）]/g;
