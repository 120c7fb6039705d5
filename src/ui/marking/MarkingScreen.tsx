"use client";
import Link from "next/link";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { markingState } from "@/core/figures/markScore";
import type { Assignment } from "@/core/model/assignment";
import { formatDay } from "@/core/model/day";
import type { Rubric } from "@/core/model/rubric";
import { classLabel } from "@/core/model/schoolClass";
import { currentPeriod, WHOLE_YEAR } from "@/core/model/term";
import { counted } from "@/core/words";
import { Head } from "@/ui/frame/Head";
import { BeginChoices } from "@/ui/shared/BeginChoices";
import { ClassOptions } from "@/ui/shared/ClassOptions";
import { EmptyState } from "@/ui/shared/EmptyState";
import { useVine } from "@/ui/shared/VineContext";
import { BankDialog } from "./BankDialog";
import { RubricDialog } from "./RubricDialog";

/** What there is to mark, what is half done first, and the rubrics and sentences it is marked with. */
export function MarkingScreen() {
  const { world, today } = useVine();
  const [classId, setClassId] = useState("all");
  const [rubric, setRubric] = useState<Rubric | "new">();
  const [bank, setBank] = useState(false);
  const period = currentPeriod(world, today);
  const rubrics = [...world.rubrics.values()].sort((a, b) => a.name.localeCompare(b.name));
  const work = [...world.assignments.values()]
    .filter((one) => (classId === "all" || one.classId === classId) && (period === WHOLE_YEAR || one.termId === period))
    .map((assignment) => ({ assignment, ...countsOf(assignment, world) }))
    .sort((a, b) => rank(b) - rank(a) || (b.assignment.dueDate ?? "").localeCompare(a.assignment.dueDate ?? ""));
  if (world.assignments.size === 0)
    return (
      <>
        <Head title="Marking" />
        <div className="screen-body">
          <EmptyState
            title="Nothing to mark yet"
            words="Here you mark a talk, a lab or a folder by keyboard, one student at a time, and the feedback writes itself. Bring your gradebook in, or make an assignment in it."
          >
            <BeginChoices />
          </EmptyState>
        </div>
      </>
    );
  return (
    <>
      <Head
        title="Marking"
        about={`${counted(work.filter(({ half }) => half > 0).length, "assignment is", "assignments are")} half done`}
      >
        <Button onClick={() => setRubric("new")}>New rubric</Button>
      </Head>
      <div className="screen-body">
        <div className="columns">
          <section className="sheet" aria-labelledby="to-mark">
            <div className="d-flex gap-2 align-items-center">
              <h2 id="to-mark" className="flex-grow-1">
                Assignments
              </h2>
              <Form.Select
                size="sm"
                className="w-auto"
                aria-label="Class"
                value={classId}
                onChange={(event) => setClassId(event.target.value)}
              >
                <option value="all">All classes</option>
                <ClassOptions />
              </Form.Select>
            </div>
            <ul className="lines">
              {work.slice(0, MOST_LISTED).map(({ assignment, half, marked, of }) => (
                <li key={assignment.id}>
                  <div className="line-main">
                    {assignment.title}
                    <div className="quiet small">
                      {[
                        world.classes.get(assignment.classId) &&
                          classLabel(world.classes.get(assignment.classId) as never),
                        assignment.dueDate && `due ${formatDay(assignment.dueDate, "short")}`,
                        assignment.rubric?.length
                          ? counted(assignment.rubric.length, "criterion", "criteria")
                          : "no rubric",
                        half > 0 ? `${half} half done` : "",
                        `${marked} of ${of} marked`,
                      ]
                        .filter(Boolean)
                        .join(", ")}
                    </div>
                  </div>
                  <Link
                    className="btn btn-outline-primary btn-sm"
                    href={`/marking/${encodeURIComponent(assignment.id)}`}
                  >
                    {half > 0 ? "Go on" : "Mark"}
                    <span className="visually-hidden"> {assignment.title}</span>
                  </Link>
                </li>
              ))}
            </ul>
            {work.length > MOST_LISTED && (
              <p className="quiet small">
                {work.length - MOST_LISTED} more of this term: choose a class, or open one from the gradebook.
              </p>
            )}
          </section>
          <section className="sheet" aria-labelledby="rubrics">
            <h2 id="rubrics">Rubrics</h2>
            {rubrics.length === 0 && (
              <p className="quiet">
                A rubric says what you look at, with the levels and the sentence a student reads for each. It is kept by
                name and can be used by any assignment.
              </p>
            )}
            <ul className="lines">
              {rubrics.map((one) => (
                <li key={one.id}>
                  <div className="line-main">
                    {one.name}
                    <div className="quiet small">{one.criteria.map(({ name }) => name).join(", ")}</div>
                  </div>
                  <Button size="sm" variant="outline-primary" onClick={() => setRubric(one)}>
                    Open<span className="visually-hidden"> {one.name}</span>
                  </Button>
                </li>
              ))}
            </ul>
            <h2 className="mt-4">Comment bank</h2>
            <p className="quiet">
              {counted(world.bankComments.size, "sentence")} to be found by a few letters while you mark.
            </p>
            <Button size="sm" variant="outline-primary" onClick={() => setBank(true)}>
              Open the comment bank
            </Button>
          </section>
        </div>
      </div>
      {rubric && <RubricDialog rubric={rubric === "new" ? undefined : rubric} onClose={() => setRubric(undefined)} />}
      {bank && <BankDialog begin="" onClose={() => setBank(false)} />}
    </>
  );
}

const MOST_LISTED = 40;

/** What is half done comes first, then what has a rubric and is not done. */
function rank({
  assignment,
  half,
  marked,
  of,
}: {
  assignment: Assignment;
  half: number;
  marked: number;
  of: number;
}): number {
  if (half > 0) return 2;
  return assignment.rubric?.length && marked < of ? 1 : 0;
}

function countsOf(assignment: Assignment, world: ReturnType<typeof useVine>["world"]) {
  const studentIds = world.classes.get(assignment.classId)?.studentIds ?? [];
  const scores = world.scoreColumns.get(assignment.id)?.scores ?? {};
  const states = studentIds.map((id) => markingState(scores[id], assignment));
  return {
    half: states.filter((state) => state === "half done").length,
    marked: states.filter((state) => state === "marked").length,
    of: studentIds.length,
  };
}
