"use client";
import Link from "next/link";
import { Button } from "react-bootstrap";
import { wholeDemo } from "@/demo/demoAutomaticNotes";
import { useVine } from "./VineContext";

/** The two ways to begin where there is nothing yet: one's own files, or the demo school. */
export function BeginChoices() {
  const { office, today } = useVine();
  return (
    <div className="d-flex gap-2">
      <Link className="btn btn-primary" href="/gradebook/bring-in">
        Bring in your files
      </Link>
      <Button variant="outline-primary" onClick={() => office.replaceEverything(...wholeDemo(today))}>
        Open the demo school
      </Button>
    </div>
  );
}
