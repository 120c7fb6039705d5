"use client";
import Link from "next/link";
import { Button } from "react-bootstrap";
import type { Round } from "@/core/delivery/round";
import { newsWords, type ScheduledRound } from "@/core/delivery/scheduledRound";
import { counted, fewOf } from "@/core/words";
import { pauseRound } from "@/office/rounds/handOverPrepared";
import { RunWord } from "@/ui/note/plan/RunWord";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

/** Runs of automatic notes that wait for a word, with what holds them, and letters that a run leaves out. */
export function RunLines() {
  const runs = useKept((read) => read.runsThatAsk(), []) ?? [];
  const scheduled = useKept((read) => read.runsWithStops(), []) ?? [];
  return (
    <>
      {runs.map((run) => (
        <li key={run.id}>
          <div className="line-main">
            <Link href={`/notes/${run.planId}/plan`}>“{run.noteName}”</Link>, {formatMoment(run.at)}
            <div className="small">{run.summary}</div>
            <div className="quiet small" data-private>
              {run.why}
              {run.stopped.length > 0 && ` Left out: ${run.stopped.join("; ")}`}
            </div>
          </div>
          <RunWord run={run} />
        </li>
      ))}
      {scheduled.map((run) => (
        <li key={run.id}>
          <div className="line-main">
            {counted(run.stopped.length, "letter")} of “{run.noteName}” on {formatMoment(run.at)}{" "}
            {run.stopped.length === 1 ? "is" : "are"} left out
            <div className="quiet small" data-private>
              {run.stopped.join("; ")}
            </div>
          </div>
          <Link className="btn btn-outline-primary btn-sm" href={`/notes/${run.planId}`}>
            Mend
          </Link>
        </li>
      ))}
    </>
  );
}

/** Rounds that were announced or that wait: what changed in them, who would come new, what holds them. */
export function AnnouncedLines() {
  const kept = useKept(
    async (read) => ({ rounds: await read.roundsToCome(), scheduled: await read.scheduledRounds() }),
    [],
  );
  const scheduledOf = (round: Round) => kept?.scheduled.find(({ id }) => id === round.id);
  // What a plan sends is told beside, as long as it does not wait for a word.
  const rounds = kept?.rounds.filter(({ round }) => round.paused || scheduledOf(round)?.planId === undefined) ?? [];
  return rounds.map(({ round, letters }) => (
    <AnnouncedLine key={round.id} round={round} letters={letters} scheduled={scheduledOf(round)} />
  ));
}

function AnnouncedLine({
  round,
  letters,
  scheduled,
}: {
  round: Round;
  letters: number;
  scheduled: ScheduledRound | undefined;
}) {
  const { office } = useVine();
  const news = scheduled?.news ? newsWords(scheduled.news) : "";
  return (
    <li>
      <div className="line-main">
        <strong>{counted(letters, "letter")}</strong> of “{round.noteName}”{" "}
        {round.paused ? "wait until you go on" : `leave on ${formatMoment(round.leavesAt)}`}
        {news && <div className="small">Since then: {news}</div>}
        {scheduled?.news && scheduled.news.newcomers.length > 0 && (
          <div className="quiet small" data-private>
            Not part of it: {fewOf(scheduled.news.newcomers).join("; ")}
          </div>
        )}
        {scheduled?.held && scheduled.state !== "frozen" && (
          <div className="quiet small">It waits. {scheduled.held.why}</div>
        )}
      </div>
      {round.paused && (
        <Button size="sm" onClick={() => void pauseRound(office, round.id, false)}>
          Go on
        </Button>
      )}
      <Link className="btn btn-outline-primary btn-sm" href={`/record/${round.id}`}>
        Look
      </Link>
    </li>
  );
}
