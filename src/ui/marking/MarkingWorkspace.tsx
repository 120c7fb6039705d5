"use client";
import Link from "next/link";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { Button, Form } from "react-bootstrap";
import { markingState, withReached, withTotal } from "@/core/figures/markScore";
import { rubricTotal } from "@/core/figures/rubricTotal";
import { STATUS_KEYS, type StatusKey, scoreAfterKey, withComment } from "@/core/gradebook/scoreEdit";
import type { Assignment } from "@/core/model/assignment";
import { classLabel, type SchoolClass } from "@/core/model/schoolClass";
import { formatScore, type Score } from "@/core/model/score";
import { fullName } from "@/core/model/student";
import { Head } from "@/ui/frame/Head";
import { KeysDialog } from "@/ui/shared/KeysDialog";
import { Photo } from "@/ui/shared/Photo";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { CommentPart } from "./CommentPart";
import { CriteriaPart } from "./CriteriaPart";
import { FeedbackSide } from "./FeedbackSide";
import { MarkList, type MarkRow } from "./MarkList";
import { MarksTable } from "./MarksTable";
import { OrderPicker } from "./OrderPicker";
import { ScoreLine } from "./ScoreLine";
import { SendFeedback } from "./SendFeedback";
import { TalkClock } from "./TalkClock";
import { UnsentNotice } from "./UnsentNotice";
import { useMarking } from "./useMarking";
import { MARKING_KEYS, useMarkingKeys } from "./useMarkingKeys";
import { isChanged, useSentFeedback } from "./useSentFeedback";

/** One assignment, one student at a time: the list, the criteria, and what the student will get. */
export function MarkingWorkspace({ assignment, schoolClass }: { assignment: Assignment; schoolClass: SchoolClass }) {
  const { office } = useVine();
  const { desk, state, marking, students, setMarking } = useMarking(assignment, schoolClass);
  const sent = useSentFeedback(assignment.id);
  const { feedback } = office;
  const allFeedback = useSyncExternalStore(feedback.state.subscribe, feedback.state.get, feedback.state.get);
  const { waiting, unsent } = allFeedback[assignment.id] ?? feedback.of(assignment.id);
  const [look, setLook] = useState<"one" | "table">("one");
  const [chosen, setChosen] = useState<string>();
  const [at, setAt] = useState(0);
  const [helps, setHelps] = useState(false);
  const find = useRef<HTMLInputElement>(null);
  const { rubric = [] } = assignment;
  const leftAt = `marking at: ${assignment.id}`;
  const resumed = useKept(async (read) => String((await read.findDraft(leftAt)) ?? ""), [leftAt]);
  useEffect(() => void feedback.takeUp(assignment.id), [feedback, assignment.id]);

  // Where it was left; else the first who is not done. Whoever that is stays while being marked.
  const [first] = useState(
    () => students.find(({ id }) => markingState(desk.scoreOf(id), assignment) !== "marked")?.id,
  );
  const wanted = chosen ?? (resumed || first);
  const current = students.find(({ id }) => id === wanted) ?? students[0];
  const score = current && desk.scoreOf(current.id);

  const open = (id: string | undefined) => {
    if (!id) return;
    setChosen(id);
    setAt(0);
    void office.save.draft(leftAt, id);
  };
  const step = (by: number) => {
    const place = students.findIndex(({ id }) => id === current?.id);
    // A name that was pressed would take the next Enter for itself, and lead back.
    const focused = document.activeElement;
    if (focused instanceof HTMLElement && focused.closest(".mark-list")) focused.blur();
    open(students[Math.min(students.length - 1, Math.max(0, place + by))]?.id);
  };
  const mark = (change: (before: Score | undefined) => Score | undefined) => current && desk.mark(current.id, change);
  const reach = (criterionPlace: number, value: string | number | undefined) => {
    const criterion = rubric[criterionPlace];
    if (criterion) mark((before) => withReached(before, assignment, criterion.id, value));
  };
  const send = (id: string, again: boolean, seen: readonly string[] = []) =>
    void desk.whenKept().then(() => feedback.send(assignment.id, [id], again, seen));
  /** Nobody gets the same twice, and what is judged in part goes only when that was seen. */
  const sendCurrent = (id: string) => {
    const own = desk.scoreOf(id);
    const had = sent.get(id);
    const { judged, of } = rubricTotal(assignment, own?.levels);
    if (waiting.includes(id) || (had && !isChanged(had, own))) return;
    if (markingState(own, assignment) !== "marked") {
      const problem = of > 0 ? `Only ${judged} of ${of} criteria are judged.` : "Nothing is marked yet.";
      return feedback.putAside(assignment.id, { studentId: id, problem, unseen: ["judged in part"] });
    }
    send(id, had !== undefined, had ? ["repeat-note"] : []);
  };
  const next = (sends: boolean) => {
    if (current && sends) sendCurrent(current.id);
    step(1);
  };
  const takeBack = () => {
    const id = desk.takeBack();
    if (id && id !== current?.id) open(id);
  };
  const stepStatus = () =>
    mark((before) => {
      const known = STATUS_STEPS.findIndex((key) => STATUS_KEYS[key] === statusWords(before));
      return scoreAfterKey(STATUS_STEPS[(known + 1) % STATUS_STEPS.length] ?? "h", before);
    });

  useMarkingKeys(look === "one", {
    judge: (digit) => {
      const criterion = rubric[at];
      if (!criterion || criterion.most !== undefined) return false;
      const level = criterion.levels[digit - 1];
      if (digit > 0 && !level) return true;
      reach(at, level?.id);
      if (level) setAt(at + 1);
      return true;
    },
    clear: () => reach(at, undefined),
    stepCriterion: (by) => setAt(Math.min(rubric.length, Math.max(0, at + by))),
    stepStudent: step,
    stepStatus,
    next,
    takeBack,
    findComment: () => find.current?.focus(),
  });

  const rows = students.map((student): MarkRow => {
    const own = desk.scoreOf(student.id);
    const had = sent.get(student.id);
    const { judged, of } = rubricTotal(assignment, own?.levels);
    const state = markingState(own, assignment);
    return {
      student,
      state,
      words: state === "marked" ? formatScore(own) || "marked" : `${judged} of ${of}`,
      sentAt: had?.at,
      isChanged: had !== undefined && isChanged(had, own),
      isWaiting: waiting.includes(student.id),
      // What went after all, such as by a page that was opened again, is not unsent.
      unsent:
        had && !isChanged(had, own) ? undefined : unsent.find(({ studentId }) => studentId === student.id)?.problem,
    };
  });
  const move = (id: string, by: number) => {
    const ids = students.map((one) => one.id);
    const place = ids.indexOf(id);
    const other = place + by;
    if (other < 0 || other >= ids.length) return;
    [ids[place], ids[other]] = [ids[other] as string, ids[place] as string];
    void setMarking({ studentIds: ids });
  };
  const half = rows.filter((row) => row.state === "half done").length;
  const marked = rows.filter((row) => row.state === "marked").length;
  const row = rows.find(({ student }) => student.id === current?.id);

  return (
    <>
      <Head title={assignment.title} about={classLabel(schoolClass)}>
        <SendFeedback
          rows={rows}
          scoreOf={(id) => desk.scoreOf(id)}
          assignment={assignment}
          whenKept={() => desk.whenKept()}
        />
      </Head>
      <div className="screen-body marking">
        <div className="toolbar">
          <Link href="/marking">All assignments</Link>
          <OrderPicker marking={marking} schoolClass={schoolClass} onChange={setMarking} />
          <TalkClock key={current?.id} clock={marking.clock} onChange={(clock) => setMarking({ clock })} />
          <Form.Select
            size="sm"
            aria-label="How it is marked"
            value={look}
            onChange={(event) => setLook(event.target.value === "table" ? "table" : "one")}
          >
            <option value="one">one at a time</option>
            <option value="table">as a table</option>
          </Form.Select>
          <Button size="sm" variant="link" onClick={takeBack}>
            Take the last mark back
          </Button>
          <Button size="sm" variant="link" onClick={() => setHelps(true)}>
            Keys
          </Button>
          <span className="quiet small ms-auto" role="status">
            {marked} of {students.length} marked{half > 0 && `, ${half} half done`}.{" "}
            {state.trouble ?? (state.isKept ? "Kept" : "Keeping …")}
          </span>
        </div>
        {look === "table" ? (
          <MarksTable assignment={assignment} students={students} desk={desk} />
        ) : (
          <div className="mark-parts">
            <MarkList
              rows={rows}
              currentId={current?.id}
              onOpen={open}
              onMove={marking.order === "by hand" ? move : undefined}
            />
            {current && row && (
              <section className="mark-work" aria-labelledby="mark-name">
                <div className="mark-head">
                  <Photo student={current} size={48} isNamed />
                  <h2 id="mark-name" data-private>
                    <Link href={`/students/${encodeURIComponent(current.id)}`}>{fullName(current)}</Link>
                  </h2>
                  <ScoreLine
                    key={current.id}
                    assignment={assignment}
                    score={score}
                    onScore={(points) => mark((before) => withPoints(before, points))}
                    onTotal={() => mark((before) => before && withTotal(before, assignment))}
                    onStatus={(key) => mark((before) => scoreAfterKey(key, before))}
                  />
                </div>
                <UnsentNotice row={row} unsent={unsent} onSend={(id, seen) => send(id, sent.has(id), seen)} />
                <CriteriaPart
                  rubric={rubric}
                  reached={score?.levels}
                  at={at}
                  onAt={setAt}
                  onMark={(criterion, value) => {
                    const place = rubric.indexOf(criterion);
                    reach(place, value);
                    setAt(value === undefined || criterion.most !== undefined ? place : place + 1);
                  }}
                />
                <CommentPart
                  assignmentId={assignment.id}
                  student={current}
                  schoolClass={schoolClass}
                  comment={score?.comment ?? ""}
                  find={find}
                  onComment={(comment, bankId) =>
                    desk.mark(current.id, (before) =>
                      withComment(before, comment, bankId ? [...(before?.bankIds ?? []), bankId] : before?.bankIds),
                    )
                  }
                />
                <div className="mark-foot">
                  <Button variant="outline-primary" onClick={() => step(-1)}>
                    Back
                  </Button>
                  <Button variant="outline-primary" className="ms-auto" onClick={() => next(false)} title="Enter">
                    Mark and next
                  </Button>
                  <Button onClick={() => next(true)} title="Shift+Enter">
                    {row.isChanged ? "Send the corrected one and next" : "Mark, send and next"}
                  </Button>
                </div>
              </section>
            )}
            {current && (
              <FeedbackSide
                assignment={assignment}
                schoolClass={schoolClass}
                student={current}
                marking={marking}
                reached={score?.levels}
                onAudience={(audience) => setMarking({ audience })}
              />
            )}
          </div>
        )}
      </div>
      {helps && <KeysDialog of="marking" keys={MARKING_KEYS} onClose={() => setHelps(false)} />}
    </>
  );
}

const STATUS_STEPS: readonly StatusKey[] = ["h", "l", "m", "i", "e", "p"];

function statusWords(score: Score | undefined): string {
  return score?.status === "scored" ? "handed in" : (score?.status ?? "pending");
}

function withPoints(before: Score | undefined, points: number | undefined): Score | undefined {
  const { points: _points, ...rest } = before ?? { status: "pending" as const };
  if (points === undefined) return before && { ...rest, status: rest.status === "scored" ? "pending" : rest.status };
  return { ...rest, status: rest.status === "late" || rest.status === "incomplete" ? rest.status : "scored", points };
}
