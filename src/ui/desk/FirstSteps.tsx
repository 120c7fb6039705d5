"use client";
import Link from "next/link";
import { Button } from "react-bootstrap";
import { wholeDemo } from "@/demo/demoAutomaticNotes";
import { useVine } from "@/ui/shared/VineContext";
import { NameStep } from "./NameStep";

/** An empty desk leads the way: your name, your tables, your first letter. */
export function FirstSteps() {
  const { office, today } = useVine();
  return (
    <section className="sheet first-steps" aria-labelledby="first-steps">
      <h2 id="first-steps">Three things to begin with</h2>
      <ol>
        <li>
          <h3>Your name and school</h3>
          <NameStep />
        </li>
        <li>
          <h3>Bring your tables in</h3>
          <p>
            Rosters, contacts, scores or averages, as your gradebook exports them: all files at once, in any shape. You
            see what they would change before anything is kept, and can take it back at any time.
          </p>
          <Link className="btn btn-primary" href="/gradebook/bring-in">
            Bring in your files
          </Link>
        </li>
        <li>
          <h3>Write</h3>
          <p className="mb-0">
            One letter, into which each student’s own values are put. You see every one of them, and who gets it and
            why, before anything leaves.
          </p>
        </li>
      </ol>
      <p className="quiet mb-0 mt-3">
        Or look around first: the demo school shows how everything works. Its people are made up, and nothing leaves
        this computer.{" "}
        <Button variant="outline-primary" size="sm" onClick={() => office.replaceEverything(...wholeDemo(today))}>
          Open the demo school
        </Button>
      </p>
    </section>
  );
}
