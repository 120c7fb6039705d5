"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { updating } from "@/core/change/change";
import { feedbackNote, feedbackNoteId, feedbackTo } from "@/core/marking/feedbackNote";
import type { Assignment } from "@/core/model/assignment";
import type { Audience } from "@/core/model/audience";
import type { Reached } from "@/core/model/criterion";
import type { Marking } from "@/core/model/marking";
import { classLabel, type SchoolClass } from "@/core/model/schoolClass";
import type { Student } from "@/core/model/student";
import { listed } from "@/core/words";
import { PaperView } from "@/ui/reports/PaperView";
import { LetterFrame } from "@/ui/shared/LetterFrame";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useChange } from "@/ui/shared/useChange";
import { useKept } from "@/ui/shared/useKept";
import { usePaper } from "@/ui/shared/usePaper";
import { useVine } from "@/ui/shared/VineContext";
import { EACH_FAMILY } from "@/workers/engine/reportsView";
import { ViewsPart } from "./ViewsPart";

const AUDIENCES: readonly { words: string; audience: Audience }[] = [
  { words: "the student", audience: { guardians: "none", students: true } },
  { words: "the guardians", audience: { guardians: "all", students: false } },
  { words: "student and guardians", audience: { guardians: "all", students: true } },
];

const LOOKS = ["letter", "report", "views"] as const;
type Look = (typeof LOOKS)[number];

interface FeedbackSideProps {
  readonly assignment: Assignment;
  readonly schoolClass: SchoolClass;
  readonly student: Student;
  readonly marking: Marking;
  readonly reached: Reached | undefined;
  readonly onAudience: (audience: Audience) => void;
}

/** What the student will get, as it follows the marks: the letter, or the report on paper; and how others see it. */
export function FeedbackSide({ assignment, schoolClass, student, marking, reached, onAudience }: FeedbackSideProps) {
  const [look, setLook] = useState<Look>("letter");
  const { audience } = marking;
  const to = AUDIENCES.findIndex((one) => JSON.stringify(one.audience) === JSON.stringify(audience));
  return (
    <aside className="mark-side" aria-label="Feedback">
      <div className="d-flex flex-wrap gap-2 align-items-center mb-2">
        <div className="small d-flex gap-1 align-items-center">
          <span aria-hidden>To</span>
          <Form.Select
            size="sm"
            aria-label="Who gets the feedback"
            value={to}
            onChange={(event) => {
              const chosen = AUDIENCES[Number(event.target.value)];
              if (chosen) onAudience(chosen.audience);
            }}
          >
            {to < 0 && <option value={-1}>as in the note</option>}
            {AUDIENCES.map(({ words }, place) => (
              <option key={words} value={place}>
                {words}
              </option>
            ))}
          </Form.Select>
        </div>
        <div className="small d-flex gap-1 align-items-center">
          <span aria-hidden>As</span>
          <Form.Select
            size="sm"
            aria-label="How the feedback is shown"
            value={look}
            onChange={(event) => setLook(LOOKS.find((one) => one === event.target.value) ?? "letter")}
          >
            {LOOKS.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </Form.Select>
        </div>
      </div>
      {look !== "views" && <EncloseReport assignment={assignment} />}
      {look === "views" ? (
        <ViewsPart assignment={assignment} student={student} marking={marking} reached={reached} />
      ) : look === "letter" ? (
        <LetterOf assignment={assignment} schoolClass={schoolClass} student={student} audience={audience} />
      ) : (
        <ReportOf assignment={assignment} student={student} />
      )}
    </aside>
  );
}

/** Whether the report goes along with the letter: it is set in the note itself. */
function EncloseReport({ assignment }: Pick<FeedbackSideProps, "assignment">) {
  const { office } = useVine();
  const router = useRouter();
  const paper = usePaper();
  const change = useChange();
  const note = useKept((read) => read.findNote(feedbackNoteId(assignment.id)), [assignment.id]);
  const reports = note?.reports ?? [];
  const isOn = reports.some(({ design }) => design === "feedback");
  const turn = async () => {
    const known = await office.feedback.noteOf(assignment.id);
    if (!known) return;
    const others = (known.reports ?? []).filter(({ design }) => design !== "feedback");
    const own = { design: "feedback", paper, assignment: assignment.title };
    await change(
      updating("notes", known, { ...known, reports: isOn ? others : [...others, own], changedAt: office.around.now() }),
      isOn ? "No report goes along any more." : "The report goes along with each letter.",
      { quietly: true },
    );
  };
  const changeWords = async () => {
    const known = await office.feedback.noteOf(assignment.id);
    if (known) router.push(`/notes/${known.id}`);
  };
  return (
    <div className="d-flex flex-wrap gap-2 justify-content-between mb-2">
      <Form.Check
        id="enclose-feedback-report"
        className="small"
        label="Enclose the report"
        checked={isOn}
        onChange={turn}
      />
      <Button size="sm" variant="link" onClick={changeWords}>
        Change its words
      </Button>
    </div>
  );
}

function LetterOf({
  assignment,
  schoolClass,
  student,
  audience,
}: Omit<FeedbackSideProps, "marking" | "reached" | "onAudience"> & { readonly audience: Audience }) {
  const kept = useKept((read) => read.findNote(feedbackNoteId(assignment.id)), [assignment.id]);
  const note = kept ?? feedbackNote(assignment, classLabel(schoolClass), audience, 0);
  const asked = feedbackTo(note, [student.id], audience, true);
  const shown = useAnswer(
    async (engine) => {
      const { letters } = await engine.people(asked);
      const [first] = letters;
      return {
        of: student.id,
        to: letters.map(({ recipient }) => recipient.name),
        letter: first && (await engine.finishedLetter(asked, first.key)),
      };
    },
    [],
    [JSON.stringify(asked)],
  );
  // Nobody’s letter stands beside another name, not for a moment.
  if (shown?.of !== student.id) return <p className="quiet small">Making the letter …</p>;
  if (!shown.letter)
    return (
      <p className="quiet small" data-private>
        Nobody can be written to about {student.givenName}: no address is known, or they asked for no letters.
      </p>
    );
  return (
    <div className="finished-letter" data-private>
      <p className="small mb-1">
        <span className="quiet">To</span> {listed(shown.to)}
        <br />
        <span className="quiet">Subject</span> <strong>{shown.letter.subject}</strong>
      </p>
      <LetterFrame title="The letter as it will arrive" html={shown.letter.html} />
    </div>
  );
}

function ReportOf({ assignment, student }: Pick<FeedbackSideProps, "assignment" | "student">) {
  const paper = usePaper();
  const wanted = {
    choice: { design: "feedback", paper, assignment: assignment.title },
    classIds: [assignment.classId],
    studentIds: [student.id],
    period: assignment.termId,
    language: EACH_FAMILY,
  };
  const [draft] =
    useAnswer(
      async (engine) => {
        const [key] = await engine.reportKeys(wanted);
        return key ? engine.reports(wanted, [key]) : [];
      },
      [],
      [JSON.stringify(wanted)],
    ) ?? [];
  return draft?.key.endsWith(`/${student.id}`) ? (
    <PaperView draft={draft} />
  ) : (
    <p className="quiet small">Making the report …</p>
  );
}
