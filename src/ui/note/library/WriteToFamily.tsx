"use client";
import { Button } from "react-bootstrap";
import { WHOLE_YEAR } from "@/core/model/term";
import { useCreateNote } from "./useCreateNote";

/** Begins a note to the family of one student. */
export function WriteToFamily({ studentId }: { studentId: string }) {
  const createNote = useCreateNote();
  return (
    <Button
      onClick={() =>
        createNote("empty", {
          classIds: "all",
          period: WHOLE_YEAR,
          conditions: [{ kind: "chosen", studentIds: [studentId] }],
        })
      }
    >
      Write to this family
    </Button>
  );
}
