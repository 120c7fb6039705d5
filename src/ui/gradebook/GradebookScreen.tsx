"use client";
import Link from "next/link";
import { useState } from "react";
import { Form } from "react-bootstrap";
import { currentTerm, WHOLE_YEAR } from "@/core/model/term";
import { counted } from "@/core/words";
import { Head } from "@/ui/frame/Head";
import { BeginChoices } from "@/ui/shared/BeginChoices";
import { ClassOptions } from "@/ui/shared/ClassOptions";
import { EmptyState } from "@/ui/shared/EmptyState";
import { Skeleton } from "@/ui/shared/Skeleton";
import { TermOptions } from "@/ui/shared/TermOptions";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useVine } from "@/ui/shared/VineContext";
import { GradebookGrid } from "./GradebookGrid";

/** One class: students down, work across. */
export function GradebookScreen() {
  const { world, today } = useVine();
  const classes = [...world.classes.values()];
  const terms = [...world.terms.values()];
  const [chosenClass, setChosenClass] = useState<string>();
  const [chosenPeriod, setChosenPeriod] = useState<string>();
  const classId = (chosenClass && world.classes.has(chosenClass) ? chosenClass : classes[0]?.id) ?? "";
  const period = chosenPeriod ?? currentTerm(terms, today)?.id ?? WHOLE_YEAR;
  const view = useAnswer((engine) => engine.gradebook(classId, period), [classId, period]);
  if (classes.length === 0) {
    return (
      <>
        <Head title="Gradebook" />
        <div className="screen-body">
          <EmptyState
            title="No class yet"
            words="The gradebook shows each class with its work, its scores and the averages made from them. Bring in your roster and your scores, all files at once; or look around in the demo school first."
          >
            <BeginChoices />
          </EmptyState>
        </div>
      </>
    );
  }
  return (
    <>
      <Head
        title="Gradebook"
        about={
          <div className="d-flex gap-2">
            <Form.Select
              size="sm"
              className="w-auto"
              aria-label="Class"
              value={classId}
              onChange={(event) => setChosenClass(event.target.value)}
            >
              <ClassOptions />
            </Form.Select>
            <Form.Select
              size="sm"
              className="w-auto"
              aria-label="Term"
              value={period}
              onChange={(event) => setChosenPeriod(event.target.value)}
            >
              <TermOptions />
              <option value={WHOLE_YEAR}>Whole year</option>
            </Form.Select>
          </div>
        }
      >
        <Link className="btn btn-primary" href="/gradebook/bring-in">
          Bring in
        </Link>
      </Head>
      <div className="screen-body is-fixed d-flex flex-column">
        {view ? (
          <>
            <p className="px-4 py-2 mb-0 quiet small">
              {counted(view.rows.length, "student")}, {counted(view.work.length, "piece")} of work, {view.method}. Empty
              means no score yet; it is left out of the averages.
            </p>
            {view.work.length === 0 ? (
              <EmptyState title="No work in this term yet" words="Bring in scores, or choose another term." />
            ) : (
              <GradebookGrid key={`${classId}/${period}`} view={view} />
            )}
          </>
        ) : (
          <Skeleton words="Making the averages" />
        )}
      </div>
    </>
  );
}
