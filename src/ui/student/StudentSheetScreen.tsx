"use client";
import Link from "next/link";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { classesOf } from "@/core/families/editFamily";
import { classLabel } from "@/core/model/schoolClass";
import { fullName } from "@/core/model/student";
import { currentPeriod } from "@/core/model/term";
import { printReports } from "@/office/paper/printReports";
import { Head } from "@/ui/frame/Head";
import { NotHere } from "@/ui/frame/NotHere";
import { WriteToFamily } from "@/ui/note/library/WriteToFamily";
import { Photo } from "@/ui/shared/Photo";
import { TermOptions } from "@/ui/shared/TermOptions";
import { takePrinted } from "@/ui/shared/takePrinted";
import { useAnswer } from "@/ui/shared/useAnswer";
import { usePaper } from "@/ui/shared/usePaper";
import { useWindowKeys } from "@/ui/shared/useWindowKeys";
import { useVine } from "@/ui/shared/VineContext";
import { EACH_FAMILY } from "@/workers/engine/reportsView";
import { PartsDialog } from "./PartsDialog";
import { SheetPartView } from "./SheetPartView";
import { keepParts, keptParts, PRIVATE_PARTS, type SheetPart } from "./sheetParts";

/** Everything for a talk on one student on one page; turned to the family, what is not theirs to see is gone. */
export function StudentSheetScreen({ studentId }: { studentId: string }) {
  const { world, today, office } = useVine();
  const paper = usePaper();
  const [chosenPeriod, setPeriod] = useState<string>();
  const [parts, setParts] = useState<readonly SheetPart[]>(keptParts);
  const [isTurned, setIsTurned] = useState(false);
  const [choosing, setChoosing] = useState(false);
  useWindowKeys(({ key, target }) => {
    if (key === "t" && !(target as HTMLElement).closest("input, textarea, select, [contenteditable=true]"))
      setIsTurned((now) => !now);
  });
  const student = world.students.get(studentId);
  const period = chosenPeriod ?? currentPeriod(world, today);
  const classes = classesOf(studentId, world);
  const classIds = classes.map(({ id }) => id);
  const details = useAnswer(
    (engine) => Promise.all(classIds.map((id) => engine.studentDetails(id, studentId, period))),
    [classIds.join(), studentId, period],
  );
  if (!student)
    return (
      <NotHere
        head="Student"
        title="This student is not here"
        words="The data was replaced since, or the address is not whole. Choose Families at the left for who is here."
      />
    );
  const shown = parts.filter((part) => !(isTurned && PRIVATE_PARTS.includes(part)));
  const print = async () => {
    const made = await printReports(
      office,
      {
        choice: { design: "meeting", paper },
        classIds,
        period,
        language: EACH_FAMILY,
        studentIds: [studentId],
      },
      "one PDF",
      false,
      { onProgress: () => undefined, signal: new AbortController().signal },
    );
    takePrinted(made);
  };
  return (
    <>
      <Head title="Student">
        <Button
          variant={isTurned ? "primary" : "outline-primary"}
          aria-pressed={isTurned}
          title="Key: t"
          onClick={() => setIsTurned(!isTurned)}
        >
          {isTurned ? "Turned to the family" : "Turn to the family"}
        </Button>
        {!isTurned && (
          <>
            <Button variant="outline-primary" disabled={classes.length === 0} onClick={print}>
              Meeting sheet
            </Button>
            <WriteToFamily studentId={studentId} enclosing={{ report: { design: "meeting", paper }, period }} />
            <WriteToFamily studentId={studentId} />
          </>
        )}
      </Head>
      <div className="screen-body" data-private>
        <div className="d-flex gap-3 align-items-center mb-2">
          <Photo student={student} size={72} />
          <h2 className="mb-0">{fullName(student)}</h2>
          <Form.Select
            size="sm"
            className="w-auto"
            aria-label="Term"
            value={period}
            onChange={(event) => setPeriod(event.target.value)}
          >
            <TermOptions wholeYear="Whole year" />
          </Form.Select>
        </div>
        {!isTurned && (
          <p className="quiet">
            {[student.studentNumber, ...classes.map(classLabel)].filter(Boolean).join(" · ") || "In no class"}
            {" · "}
            <Link href={`/record/family/${encodeURIComponent(studentId)}`}>All letters and talks</Link>
            {" · "}
            <Button variant="link" size="sm" className="p-0 align-baseline" onClick={() => setChoosing(true)}>
              Choose the parts
            </Button>
          </p>
        )}
        <div className="student-sheet">
          {shown.map((part) => (
            <SheetPartView
              key={part}
              part={part}
              student={student}
              classes={classes}
              details={details}
              period={period}
              isTurned={isTurned}
            />
          ))}
        </div>
      </div>
      {choosing && (
        <PartsDialog
          parts={parts}
          onChange={(next) => {
            setParts(next);
            keepParts(next);
          }}
          onClose={() => setChoosing(false)}
        />
      )}
    </>
  );
}
