"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import { numberedName } from "@/core/families/addressList";
import { byFamilyName } from "@/core/model/student";
import { counted } from "@/core/words";
import { sayTrouble } from "@/ui/shared/trouble";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useKept } from "@/ui/shared/useKept";
import { useUndoRedo } from "@/ui/shared/useUndoRedo";
import { useVine } from "@/ui/shared/VineContext";
import type { AnswerView } from "@/workers/engine/answersView";

/** The answers of families that wait: each beside what is known, to be taken in or refused. */
export function AnswersSheet() {
  const { office } = useVine();
  const turn = useUndoRedo();
  const waiting = useKept((read) => read.waitingAnswers(), []);
  const [chosen, setChosen] = useState<Record<string, string>>({});
  const views = useAnswer(async (asked) => (waiting ? asked.answers(waiting, chosen) : []), [waiting, chosen]);
  if (!waiting || !views || views.length === 0) return null;
  const ready = views.filter(({ studentId }) => studentId !== undefined);

  const takeIn = (list: readonly AnswerView[]) => settle(list, "taken in");
  const refuse = (list: readonly AnswerView[]) => settle(list, "refused");
  const settle = async (list: readonly AnswerView[], state: "taken in" | "refused") => {
    const settled: number[] = [];
    for (const { id, studentId } of list) {
      const answer = waiting.find((one) => one.id === id);
      if (!answer || (state === "taken in" && !studentId)) continue;
      const done = await office.settleAnswer(answer, state, studentId);
      if (!done.ok) sayTrouble(done.problem);
      else if (done.seq !== undefined) settled.push(done.seq);
    }
    const [first] = list;
    const what = list.length === 1 ? `The answer about ${first?.studentName}` : counted(settled.length, "answer");
    const verb = list.length === 1 ? "was" : "were";
    toast(`${what} ${verb} ${state === "refused" ? "not used" : "taken in"}.`, {
      action: {
        label: "Take back",
        // The last one first, as they were made.
        onClick: async () => {
          for (const seq of settled.toReversed()) await turn({ seq });
        },
      },
    });
  };

  return (
    <section className="sheet" aria-labelledby="answers">
      <div className="d-flex gap-2 align-items-baseline">
        <h2 id="answers" className="flex-grow-1">
          {counted(views.length, "answer")} to take in
        </h2>
        {ready.length > 1 && (
          <Button size="sm" onClick={() => takeIn(ready)}>
            Take in all {ready.length}
          </Button>
        )}
        {views.length > 1 && (
          <Button size="sm" variant="link" onClick={() => refuse(views)}>
            Refuse all
          </Button>
        )}
      </div>
      <ul className="lines">
        {views.map((view) => (
          <AnswerLine
            key={view.id}
            view={view}
            onChoose={(studentId) => setChosen({ ...chosen, [view.id]: studentId })}
            onTakeIn={() => takeIn([view])}
            onRefuse={() => refuse([view])}
          />
        ))}
      </ul>
    </section>
  );
}

function AnswerLine({
  view,
  onChoose,
  onTakeIn,
  onRefuse,
}: {
  view: AnswerView;
  onChoose: (studentId: string) => void;
  onTakeIn: () => void;
  onRefuse: () => void;
}) {
  const { world } = useVine();
  const { studentName, said, studentId, matched, candidates, differences } = view;
  const likely = candidates.length === 1 ? candidates[0] : undefined;
  return (
    <li className="d-block">
      <div className="d-flex gap-2 align-items-baseline">
        <div className="line-main" data-private>
          <strong>{studentName}</strong> <span className="quiet small">{said}</span>
          <div className="small">
            {matched ? `This is ${matched}.` : "Nobody has exactly this name. Whose family is it?"}
          </div>
        </div>
        {studentId === undefined && likely && (
          <Button size="sm" variant="outline-primary" onClick={() => onChoose(likely.studentId)} data-private>
            It is {likely.words.split(",")[0]}
          </Button>
        )}
        <Button size="sm" disabled={studentId === undefined} onClick={onTakeIn}>
          Take in<span className="visually-hidden"> {studentName}</span>
        </Button>
        <Button size="sm" variant="outline-secondary" onClick={onRefuse}>
          Refuse<span className="visually-hidden"> {studentName}</span>
        </Button>
      </div>
      {(studentId === undefined || candidates.length > 0) && (
        <Form.Select
          size="sm"
          className="mt-1"
          aria-label={`Whose family is ${studentName}`}
          value={studentId ?? ""}
          onChange={(event) => onChoose(event.target.value)}
          data-private
        >
          <option value="" disabled>
            Choose …
          </option>
          {candidates.map((one) => (
            <option key={one.studentId} value={one.studentId}>
              {one.words}
            </option>
          ))}
          <optgroup label="All students">
            {[...world.students.values()].sort(byFamilyName).map((student) => (
              <option key={student.id} value={student.id}>
                {numberedName(student)}
              </option>
            ))}
          </optgroup>
        </Form.Select>
      )}
      {studentId !== undefined && (
        <ul className="small mb-0 mt-1 ps-3" data-private>
          {differences.length === 0 && <li>Nothing new: all of it is known.</li>}
          {differences.map(({ what, from, to }) => (
            <li key={`${what}${to}`}>
              {what}: {from && <span className="quiet">{from} → </span>}
              {to}
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}
