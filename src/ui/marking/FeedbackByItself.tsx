"use client";
import Link from "next/link";
import { Form } from "react-bootstrap";
import { toast } from "sonner";
import type { ReadyMadeAutomaticNote } from "@/core/delivery/plans/readyMadeAutomaticNotes";
import { feedbackNoteId } from "@/core/marking/feedbackNote";
import type { Assignment } from "@/core/model/assignment";
import type { Plan } from "@/core/model/plan";
import { newPlan } from "@/office/automatic/beginAutomaticNote";
import { setPlan } from "@/office/automatic/setPlan";
import { sayTrouble } from "@/ui/shared/trouble";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

const AFTERNOON = "16:00";

const WAYS: readonly { readonly words: string; readonly plan: ReadyMadeAutomaticNote["plan"] }[] = [
  {
    words: "an hour after marks came in",
    plan: { when: { kind: "new entries", collectMinutes: 60 }, repeat: "each time", asks: false },
  },
  {
    words: "each school day at 16:00",
    plan: {
      when: { kind: "times", rule: "FREQ=DAILY", schoolDaysOnly: true, time: AFTERNOON },
      ...{ repeat: "if changed", asks: false },
    },
  },
];

function wayOf({ when, isOn }: Plan): string {
  if (!isOn) return "";
  return when.kind === "new entries" ? (WAYS[0]?.words ?? "") : when.kind === "times" ? (WAYS[1]?.words ?? "") : "";
}

/** Feedback that goes by itself while the marking goes on: it runs by a plan like any automatic note. */
export function FeedbackByItself({ assignment }: { assignment: Assignment }) {
  const { office } = useVine();
  const id = feedbackNoteId(assignment.id);
  const plan = useKept((read) => read.findPlan(id), [id]);
  const choose = async (words: string) => {
    const note = await office.feedback.noteOf(assignment.id);
    if (!note) return;
    const way = WAYS.find((one) => one.words === words);
    const next = way ? { ...(await newPlan(office, id, way.plan)), isOn: true } : plan && { ...plan, isOn: false };
    if (!next) return;
    const said = way ? `Feedback on “${assignment.title}” goes ${words}.` : "Feedback goes when you send it.";
    const done = await setPlan(office, plan, next, said);
    if (done.ok) toast(said);
    else sayTrouble(done.problem);
  };
  return (
    <Form.Group controlId="feedback-by-itself" className="mt-2 mb-2">
      <Form.Label className="small mb-1">Or it goes by itself</Form.Label>
      <div className="d-flex gap-2 align-items-center">
        <Form.Select
          size="sm"
          className="w-auto"
          value={plan ? wayOf(plan) : ""}
          onChange={({ target }) => void choose(target.value)}
        >
          <option value="">no, only when I send it</option>
          {WAYS.map(({ words }) => (
            <option key={words}>{words}</option>
          ))}
        </Form.Select>
        {plan && (
          <Link className="small" href={`/notes/${id}/plan`}>
            Its plan
          </Link>
        )}
      </div>
    </Form.Group>
  );
}
