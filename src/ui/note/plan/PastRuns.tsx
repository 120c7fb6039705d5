"use client";
import Link from "next/link";
import { useState } from "react";
import type { Run } from "@/core/delivery/plans/run";
import type { Plan } from "@/core/model/plan";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useKept } from "@/ui/shared/useKept";
import { RunWord } from "./RunWord";

const FIRST_SHOWN = 8;

const RUN_WORDS: Readonly<Record<Run["state"], string>> = {
  laid: "ready to leave",
  asking: "waits for your word",
  left: "left",
  nobody: "nobody to write to",
  skipped: "not sent, as you said",
  missed: "passed over: the browser was closed, and a later run took its place",
};

/** What became of the runs of a plan, the newest first, and those that are ready. */
export function PastRuns({ plan }: { plan: Plan }) {
  const runs = useKept((read) => read.runsOf(plan.id), [plan.id]) ?? [];
  const [isWhole, setIsWhole] = useState(false);
  const shown = isWhole ? runs : runs.slice(0, FIRST_SHOWN);
  return (
    <section className="sheet" aria-labelledby="runs">
      <h2 id="runs">Runs</h2>
      {runs.length === 0 && (
        <p className="quiet mb-0">None yet. Each run will be listed here, also where nobody was to be written to.</p>
      )}
      <ul className="lines">
        {shown.map((run) => (
          <li key={run.id}>
            <div className="line-main">
              {run.roundId && run.state !== "nobody" && run.state !== "skipped" ? (
                <Link href={`/record/${run.roundId}`}>{formatMoment(run.at)}</Link>
              ) : (
                formatMoment(run.at)
              )}
              <div className="small">
                {RUN_WORDS[run.state]}
                {run.summary && run.state !== "nobody" && run.state !== "missed" && `: ${run.summary}`}
              </div>
              {run.stopped.length > 0 && (
                <div className="quiet small" data-private>
                  Left out: {run.stopped.join("; ")}
                </div>
              )}
            </div>
            {run.state === "asking" && <RunWord run={run} />}
          </li>
        ))}
      </ul>
      {runs.length > shown.length && (
        <button type="button" className="btn btn-link btn-sm p-0" onClick={() => setIsWhole(true)}>
          Show all {runs.length}
        </button>
      )}
    </section>
  );
}
