import { field, paragraph } from "../letter/letterParts";
import type { Settings } from "../model/settings";
import type { Student } from "../model/student";
import type { NoteWords } from "../model/template";
import { starterWords } from "./starterWords";

/**
 * The words of a note to students of whom some extra columns were just brought in: a line for each column, to be written
 * on. Where the settings name nobody yet, nobody signs. It goes to the guardians, or to the students themselves where none of them has any.
 */
export function extraColumnsNote(
  columns: readonly string[],
  students: readonly Student[],
  settings: Pick<Settings, "teacherName"> | undefined,
): NoteWords {
  const { name, ...empty } = starterWords("empty", "");
  const toStudents = students.every(({ guardians }) => guardians.length === 0);
  const lines = columns.map((column) => paragraph(`${column}: `, field(`own.${column}`)));
  return {
    ...empty,
    name: columns.length > 0 ? columns.join(", ").slice(0, LONGEST_NAME) : name,
    audience: toStudents ? { guardians: "none", students: true } : empty.audience,
    subject: { type: "doc", content: [paragraph("About ", field("student.firstName"))] } as NoteWords["subject"],
    body: {
      type: "doc",
      content: [
        paragraph("Dear ", field("recipient.name"), ","),
        ...lines,
        ...(settings?.teacherName ? [{ type: "signature" as const }] : []),
      ],
    },
  };
}

const LONGEST_NAME = 60;
