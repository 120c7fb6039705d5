import { MAX_HEADER_CHARACTERS } from "../../delivery/postRequests";
import type { FindingKind } from "./findingKind";
import { recipientsWith } from "./recipientProblem";

/** A subject or a name that no head of a message holds. */
export const tooLong: FindingKind = {
  severity: "stop",
  words: ({ path, quotes }) => ({
    title: `The ${path.recipientId === undefined ? "subject" : "name of a recipient"} is too long to stand in the head of a message: ${quotes[0]?.slice(0, 60)}…`,
    mend: `It can have ${MAX_HEADER_CHARACTERS} characters. Shorten it.`,
  }),
  inNote: (scene) => recipientsWith("name too long", scene),
  inLetter: ({ rendered: { subject } }) => (subject.length > MAX_HEADER_CHARACTERS ? [{ quote: subject }] : []),
};
