"use client";
import Link from "next/link";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { planSentence } from "@/core/delivery/plans/planSentence";
import type { Note } from "@/core/model/note";
import type { Plan } from "@/core/model/plan";
import { newPlan, turnPlan, USUAL_PLAN } from "@/office/automatic/beginAutomaticNote";
import { setPlan } from "@/office/automatic/setPlan";
import { Head } from "@/ui/frame/Head";
import { NotHere } from "@/ui/frame/NotHere";
import { Skeleton } from "@/ui/shared/Skeleton";
import { sayTrouble } from "@/ui/shared/trouble";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useChange } from "@/ui/shared/useChange";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { NextRun } from "./NextRun";
import { PastRuns } from "./PastRuns";
import { PlanPickers } from "./PlanPickers";

/** When a note sends itself, what its next run would be, and what became of the last ones. */
export function PlanScreen({ noteId }: { noteId: string }) {
  const kept = useKept(
    async (read) => ({ note: await read.findNote(noteId), plan: await read.findPlan(noteId) }),
    [noteId],
  );
  if (!kept) return <Skeleton words="Opening the plan" />;
  const { note, plan } = kept;
  if (!note)
    return (
      <NotHere
        head="Plan"
        title="This note is not here"
        words="It may have been deleted, or it was written in another browser. Choose Notes at the left for those that are here."
      />
    );
  return (
    <>
      <Head title="Plan" about={<Link href={`/notes/${note.id}`}>{note.name || "Note without a name"}</Link>} />
      <div className="screen-body">{plan ? <Planned note={note} plan={plan} /> : <NoPlan note={note} />}</div>
    </>
  );
}

function NoPlan({ note }: { note: Note }) {
  const { office } = useVine();
  const begin = async () => {
    const plan = await newPlan(office, note.id, USUAL_PLAN);
    const done = await setPlan(office, undefined, plan, `“${note.name}” has a plan now. It is off.`);
    if (!done.ok) sayTrouble(done.problem);
  };
  return (
    <section className="sheet empty">
      <h2>This note goes when you send it</h2>
      <p className="my-3">
        With a plan it sends itself: at times, when something new comes in, or when a student begins to fit. You see
        beforehand to whom, and it can ask you each time before anything leaves.
      </p>
      <Button onClick={begin}>Let it send itself …</Button>
    </section>
  );
}

function Planned({ note, plan }: { note: Note; plan: Plan }) {
  const { office } = useVine();
  const change = useChange();
  const [isTurning, setIsTurning] = useState(false);
  const sentence = useAnswer((engine) => engine.sentence(note), [note]);
  const set = (part: Partial<Plan>) => {
    const next = { ...plan, ...part };
    return change({ plans: { added: {}, updated: { [plan.id]: [plan, next] }, removed: {} } }, planSentence(next), {
      quietly: true,
      joins: `plan ${plan.id}`,
    });
  };
  const turn = async () => {
    setIsTurning(true);
    const done = await turnPlan(office, plan, !plan.isOn, note.name);
    setIsTurning(false);
    if (!done.ok) sayTrouble(done.problem);
  };
  const remove = () =>
    change(
      { plans: { added: {}, updated: {}, removed: { [plan.id]: plan } } },
      `“${note.name}” goes only when you send it.`,
    );
  return (
    <div className="columns">
      <div className="d-grid gap-3 align-content-start">
        <section className="sheet" aria-labelledby="plan-title">
          <div className="d-flex gap-3 align-items-center">
            <h2 id="plan-title" className="me-auto mb-0">
              When it goes
            </h2>
            <Form.Check
              type="switch"
              id="plan-on"
              label={plan.isOn ? "On" : "Off"}
              checked={plan.isOn}
              disabled={isTurning}
              onChange={turn}
            />
          </div>
          <p className="quiet small mb-2" data-private>
            {sentence}
          </p>
          <PlanPickers plan={plan} onChange={set} />
          <AllowedCautions plan={plan} onChange={(allowedCautions) => set({ allowedCautions })} />
          <Form.Check
            id="plan-copy"
            className="small mt-2"
            label="A summary of each run to me"
            checked={plan.copy}
            onChange={({ target }) => set({ copy: target.checked })}
          />
          {plan.digest && (
            <Form.Check
              id="plan-empty"
              className="small"
              label="Also when there is nothing new to say"
              checked={plan.sendsEmpty ?? false}
              onChange={({ target }) => set({ sendsEmpty: target.checked })}
            />
          )}
          <div className="d-flex gap-3 mt-2">
            <Link className="btn btn-link btn-sm p-0" href={`/notes/${note.id}`}>
              Whom it is for, and its words
            </Link>
            <Button size="sm" variant="link" className="p-0" onClick={remove}>
              Take the plan away
            </Button>
          </div>
        </section>
        <PastRuns plan={plan} />
      </div>
      <NextRun plan={plan} note={note} />
    </div>
  );
}

/** What held a run before and may pass from now on. */
function AllowedCautions({ plan, onChange }: { plan: Plan; onChange: (codes: string[]) => void }) {
  if (plan.allowedCautions.length === 0) return null;
  return (
    <div className="small mt-2">
      Leaves in spite of:
      <ul className="mb-0">
        {plan.allowedCautions.map((code) => (
          <li key={code}>
            {cautionName(code)}{" "}
            <Button
              size="sm"
              variant="link"
              className="p-0"
              onClick={() => onChange(plan.allowedCautions.filter((one) => one !== code))}
            >
              Hold it for that again<span className="visually-hidden">: {cautionName(code)}</span>
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function cautionName(code: string): string {
  return code.replaceAll("-", " ");
}
