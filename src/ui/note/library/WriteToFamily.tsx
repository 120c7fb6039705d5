"use client";
import { Button } from "react-bootstrap";
import type { ReportChoice } from "@/core/model/reportChoice";
import { WHOLE_YEAR } from "@/core/model/term";
import { starterWords } from "@/core/starters/starterWords";
import { useCreateNote } from "./useCreateNote";

interface WriteToFamilyProps {
  readonly studentId: string;
  /** A report that goes along. */
  readonly enclosing?: { readonly report: ReportChoice; readonly period: string };
}

/** Begins a note to the family of one student, also with a report in it. */
export function WriteToFamily({ studentId, enclosing }: WriteToFamilyProps) {
  const createNote = useCreateNote();
  return (
    <Button
      variant={enclosing ? "outline-primary" : "primary"}
      onClick={() =>
        createNote(
          { ...starterWords("empty", ""), ...(enclosing && { reports: [enclosing.report] }) },
          {
            classIds: "all",
            period: enclosing?.period ?? WHOLE_YEAR,
            conditions: [{ kind: "chosen", studentIds: [studentId] }],
          },
        )
      }
    >
      {enclosing ? "Enclose it" : "Write to this family"}
    </Button>
  );
}
