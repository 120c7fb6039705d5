"use client";
import Link from "next/link";
import { dayOfInstant } from "@/core/model/day";
import { counted } from "@/core/words";
import { nextRunAt } from "@/office/automatic/previewRun";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useKept } from "@/ui/shared/useKept";
import { usePostLine } from "@/ui/shared/usePostLine";
import { useVine } from "@/ui/shared/VineContext";

/** How many coming runs are named. */
const MOST_NAMED = 4;

/** One look says whether anything leaves by itself today, and what comes next. */
export function TodaySheet() {
  const { office } = useVine();
  const { status } = usePostLine();
  const kept = useKept(async (read) => ({ plans: await read.allPlans(), runs: await read.runsToCome() }), []);
  if (!kept) return null;
  const now = office.around.now();
  const today = dayOfInstant(now);
  const isOn = new Set(kept.plans.filter((plan) => plan.isOn).map(({ id }) => id));
  const asks = new Set(kept.plans.filter((plan) => plan.asks).map(({ id }) => id));
  const coming = kept.runs.filter(({ run, letters }) => run.at > now && letters > 0);
  const leaving = coming.filter(({ run }) => dayOfInstant(run.at) === today);
  const letters = leaving.reduce((sum, one) => sum + one.letters, 0);
  const waiting = kept.plans.filter(({ id, when }) => isOn.has(id) && when.kind !== "times");
  return (
    <section className="sheet" aria-labelledby="today-leaves">
      <h2 id="today-leaves">What leaves by itself</h2>
      <p className="mb-1" role="status">
        {status?.nothingLeaves ? (
          <strong>Nothing leaves until you turn that off.</strong>
        ) : letters > 0 ? (
          <>
            Today <strong>{counted(letters, "letter")}</strong> of {counted(leaving.length, "automatic note")}.
          </>
        ) : (
          "Nothing leaves by itself today."
        )}
      </p>
      <ul className="lines">
        {coming.slice(0, MOST_NAMED).map(({ run, letters: count }) => (
          <li key={run.id}>
            <div className="line-main">
              <Link href={`/notes/${run.planId}/plan`}>{run.noteName}</Link>
              <div className="quiet small">
                {formatMoment(run.at)}: {counted(count, "letter")}
              </div>
            </div>
          </li>
        ))}
        {kept.plans
          .filter(({ id, when }) => isOn.has(id) && asks.has(id) && when.kind === "times")
          .map((plan) => {
            const next = nextRunAt(office, plan);
            return next === undefined ? null : <AskingLine key={plan.id} planId={plan.id} next={next} />;
          })}
        {waiting.map(({ id }) => (
          <AskingLine key={id} planId={id} next={undefined} />
        ))}
      </ul>
    </section>
  );
}

/** A plan that asks before it sends, or that waits for what comes in. */
function AskingLine({ planId, next }: { planId: string; next: number | undefined }) {
  const note = useKept((read) => read.findNote(planId), [planId]);
  return (
    <li>
      <div className="line-main">
        <Link href={`/notes/${planId}/plan`}>{note?.name || "Note without a name"}</Link>
        <div className="quiet small">
          {next === undefined ? "waits for what comes in" : `${formatMoment(next)}: asks you first`}
        </div>
      </div>
    </li>
  );
}
