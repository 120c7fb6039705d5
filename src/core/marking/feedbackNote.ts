import type { Assignment } from "../model/assignment";
import type { Audience } from "../model/audience";
import type { Marking } from "../model/marking";
import type { Note } from "../model/note";
import { starterWords } from "../starters/starterWords";
import { noteFrom } from "../starters/startNote";

/** The id of the note by which the feedback on an assignment goes out: one for each, so that nobody gets it twice. */
export function feedbackNoteId(assignmentId: string): string {
  return `feedback-${assignmentId}`;
}

const USUAL_AUDIENCE: Audience = { guardians: "none", students: true };

/** How an assignment is marked before anything was chosen. */
export function usualMarking({ id, classId }: Pick<Assignment, "id" | "classId">): Marking {
  return { id, classId, order: "names", studentIds: [], audience: USUAL_AUDIENCE };
}

/** The note as it begins. It is a note like any other: its words can be changed. `now` in ms since the epoch. */
export function feedbackNote(assignment: Assignment, label: string, audience: Audience, now: number): Note {
  const { id, title, classId, termId } = assignment;
  const words = starterWords("feedback", title);
  return {
    ...noteFrom(words, {
      id: feedbackNoteId(id),
      now,
      period: termId,
      pointedOut: {
        classIds: [classId],
        period: termId,
        conditions: [{ kind: "marked", assignment: title, state: "marked" }],
      },
    }),
    name: `Feedback: ${title}, ${label}`,
    audience,
    onlyNew: true,
  };
}

/** The note for some students alone; `again` sends to those too who had it. */
export function feedbackTo(note: Note, studentIds: readonly string[], audience: Audience, again: boolean): Note {
  return {
    ...note,
    audience,
    onlyNew: !again,
    selection: {
      ...note.selection,
      match: "all",
      conditions: [{ kind: "chosen", studentIds: [...studentIds] }],
      addedStudentIds: [],
      leftOutStudentIds: [],
    },
  };
}
