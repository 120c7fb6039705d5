"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { planSentence } from "@/core/delivery/plans/planSentence";
import { type ReadyMadeAutomaticNote, readyMadeAutomaticNotes } from "@/core/delivery/plans/readyMadeAutomaticNotes";
import type { Plan } from "@/core/model/plan";
import { beginAutomaticNote, turnPlan } from "@/office/automatic/beginAutomaticNote";
import { nextRunAt } from "@/office/automatic/previewRun";
import { formatMoment } from "@/ui/shared/formatMoment";
import { sayTrouble } from "@/ui/shared/trouble";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

/** The notes that send themselves, each with its plan and its next run, and the ways to begin one. */
export function AutomaticNoteSheet() {
  const kept = useKept(async (read) => {
    const plans = await read.allPlans();
    const notes = new Map((await read.notesNewestFirst()).map((note) => [note.id, note]));
    return plans.flatMap((plan) => {
      const note = notes.get(plan.id);
      return note ? [{ plan, name: note.name || "Note without a name" }] : [];
    });
  }, []);
  const inOrder = [...(kept ?? [])].sort((a, b) => a.plan.order - b.plan.order);
  return (
    <section className="sheet" aria-labelledby="standing">
      <h2 id="standing">Automatic notes</h2>
      <p className="quiet small mb-1">
        They send themselves by their plan, also while this page is closed. Where two of them want to write to the same
        guardian too often, the first wins.
      </p>
      {kept?.length === 0 && <p className="quiet mb-0">None yet. Begin one below, or give a note of yours a plan.</p>}
      <ul className="lines">
        {inOrder.map(({ plan, name }, place) => (
          <AutomaticLine key={plan.id} plan={plan} name={name} above={inOrder[place - 1]?.plan} />
        ))}
      </ul>
      <BeginAutomaticNote />
    </section>
  );
}

function AutomaticLine({ plan, name, above }: { plan: Plan; name: string; above: Plan | undefined }) {
  const { office } = useVine();
  const [isBusy, setIsBusy] = useState(false);
  const next = nextRunAt(office, plan);
  const turn = async () => {
    setIsBusy(true);
    const done = await turnPlan(office, plan, !plan.isOn, name);
    setIsBusy(false);
    if (!done.ok) sayTrouble(done.problem);
  };
  const moveUp = async () => {
    if (!above) return;
    const updated = {
      [plan.id]: [plan, { ...plan, order: above.order }] as [Plan, Plan],
      [above.id]: [above, { ...above, order: plan.order }] as [Plan, Plan],
    };
    await office.commit(
      { plans: { added: {}, updated, removed: {} } },
      { words: `“${name}” comes first.`, screen: "Notes" },
    );
  };
  return (
    <li>
      <div className="line-main">
        <Link href={`/notes/${plan.id}/plan`}>{name}</Link>
        <div className="small">{planSentence(plan)}</div>
        <div className="quiet small">
          {!plan.isOn
            ? "off"
            : plan.when.kind !== "times"
              ? "waits for what comes in"
              : next === undefined
                ? "its last run is over"
                : `next on ${formatMoment(next)}`}
          {above && (
            <>
              ;{" "}
              <button type="button" className="btn btn-link btn-sm p-0" onClick={moveUp}>
                put before the one above<span className="visually-hidden">: {name}</span>
              </button>
            </>
          )}
        </div>
      </div>
      <Form.Check
        type="switch"
        id={`on-${plan.id}`}
        aria-label={`${name} is on`}
        checked={plan.isOn}
        disabled={isBusy}
        onChange={turn}
      />
    </li>
  );
}

function BeginAutomaticNote() {
  const { office, world } = useVine();
  const router = useRouter();
  const [chosen, setChosen] = useState("");
  const offers = useMemo(() => {
    const names = [...world.classes.values()].flatMap(({ categories }) => categories.map(({ name }) => name));
    return readyMadeAutomaticNotes(names.find((name) => /quiz|test/i.test(name)) ?? "");
  }, [world.classes]);
  const offer = offers.find(({ name }) => name === chosen);
  const begin = async (ready: ReadyMadeAutomaticNote) => {
    const { done, note } = await beginAutomaticNote(office, ready);
    if (done.ok) router.push(`/notes/${note.id}/plan`);
    else sayTrouble(done.problem);
  };
  return (
    <div className="mt-2">
      <div className="d-flex gap-2">
        <Form.Select
          size="sm"
          aria-label="An automatic note to begin with"
          value={chosen}
          onChange={({ target }) => setChosen(target.value)}
        >
          <option value="" disabled>
            Begin one …
          </option>
          {offers.map(({ name }) => (
            <option key={name}>{name}</option>
          ))}
        </Form.Select>
        <Button size="sm" variant="outline-primary" disabled={!offer} onClick={() => offer && begin(offer)}>
          Begin
        </Button>
      </div>
      {offer && <p className="quiet small mb-0 mt-1">{offer.about} It begins off, and asks you before each run.</p>}
    </div>
  );
}
