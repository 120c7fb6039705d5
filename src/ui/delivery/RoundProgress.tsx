"use client";
import { useEffect, useRef, useState } from "react";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import { mayWithdraw } from "@/core/delivery/letterState";
import { durationWords } from "@/core/delivery/planWords";
import type { Letter, Round } from "@/core/delivery/round";
import { tallySentence, tallyStates } from "@/core/delivery/tally";
import { whyNot } from "@/core/delivery/whyNot";
import { counted } from "@/core/words";
import type { Office } from "@/office/office";
import { pauseRound, takeBack } from "@/office/rounds/handOverPrepared";
import { formatMoment } from "@/ui/shared/formatMoment";
import { ProgressLine } from "@/ui/shared/ProgressLine";
import { useKept } from "@/ui/shared/useKept";
import { usePostLine } from "@/ui/shared/usePostLine";
import { useVine } from "@/ui/shared/VineContext";

/** What becomes of a round, as it happens, with the way to let it wait, and to take back what has not begun to leave. */
export function RoundProgress({ roundId }: { roundId: string }) {
  const { office } = useVine();
  const { trouble, status } = usePostLine();
  const round = useKept((read) => read.findRound(roundId), [roundId]);
  const letters = useKept((read) => read.lettersOfRound(roundId), [roundId]);
  const now = useNow(office);
  const [busy, setBusy] = useState(false);
  const wasOpen = useRef(false);
  if (!round || !letters) return <p className="quiet mb-0">Looking up the round …</p>;
  const tally = tallyStates(letters);
  const open = letters.filter(({ state }) => mayWithdraw(state)).length;
  wasOpen.current ||= open > 0;
  const settled = letters.length - open - (tally.leaving ?? 0);
  const act = async (action: () => Promise<void>, trouble: string) => {
    setBusy(true);
    await action().catch((cause: Error) => toast.error(`${trouble}: ${cause.message}`));
    setBusy(false);
  };
  return (
    <div className="d-grid gap-3" aria-live="polite">
      <p className="countdown mb-0">{progressWords({ round, letters, open, now })}</p>
      <ProgressLine label="Letters settled" now={settled} max={letters.length} />
      <p className="quiet mb-0">
        {settled} of {counted(letters.length, "letter")} settled{timeLeft(letters, open, status?.perMinute)}.{" "}
        {trouble && <strong className="text-danger">{trouble}</strong>}
        {wasOpen.current && <LastGone letters={letters} />}
      </p>
      <WhyNot letters={letters} />
      {wasOpen.current && (
        // With the last letter the controls go but their place stays, so that nothing moves under the pointer.
        <div className={`d-flex gap-2 ${open > 0 ? "" : "invisible"}`}>
          <Button
            variant="outline-primary"
            disabled={busy || round.takeBackAskedAt !== undefined}
            onClick={() => act(() => takeBack(office, roundId), "It is taken back as soon as it can be")}
          >
            {settled > 0 || round.paused
              ? `Stop: take back ${counted(open, "letter")}`
              : `Take back ${counted(open, "letter")}`}
          </Button>
          <Button
            variant="outline-secondary"
            disabled={busy}
            onClick={() =>
              act(() => pauseRound(office, roundId, !round.paused), "That could not be said to the post room")
            }
          >
            {round.paused ? "Go on" : "Pause"}
          </Button>
        </div>
      )}
    </div>
  );
}

interface AutomaticNote {
  readonly round: Round;
  readonly letters: readonly Letter[];
  readonly open: number;
  readonly now: number;
}

const LONG_SECONDS = 120;

function progressWords({ round, letters, open, now }: AutomaticNote): string {
  if (open > 0 && round.takeBackAskedAt !== undefined)
    return `${counted(open, "letter")} ${open === 1 ? "is" : "are"} taken back as soon as the post room answers.`;
  if (open > 0 && round.paused)
    return `Paused: ${counted(open, "letter")} ${open === 1 ? "waits" : "wait"} until you go on.`;
  const here = letters.filter(({ state }) => state === "prepared").length;
  // What is not with the post room yet does not leave without this page.
  if (here > 0)
    return `${letters.length - here} of ${counted(letters.length, "letter")} handed to the post room. Keep this page open until all are.`;
  const seconds = Math.max(0, Math.ceil((round.leavesAt - now) / 1000));
  if (open > 0 && seconds > LONG_SECONDS)
    return `${counted(open, "letter")} will leave on ${formatMoment(round.leavesAt)}.`;
  if (open > 0 && seconds > 0) return `${counted(open, "letter")} will leave in ${counted(seconds, "second")}.`;
  const next = Math.min(
    ...letters.flatMap(({ state, nextAt }) => ((state === "held" || state === "deferred") && nextAt ? [nextAt] : [])),
  );
  const later = Number.isFinite(next) && next > now ? `; the next try is on ${formatMoment(next)}` : "";
  // One whose time has come is on its way, though it has not begun to leave.
  const states = letters.map(({ state, nextAt = 0 }) => ({
    state: state === "held" && nextAt <= now ? ("handed" as const) : state,
  }));
  return `${tallySentence(tallyStates(states))}${later}.`;
}

/** Enough letters to tell how fast they go. */
const FEWEST_GONE = 5;

/** How long the letters that are due will take, by how the last ones went; nothing where that is not known yet. */
function timeLeft(letters: readonly Letter[], open: number, perMinute: number | undefined): string {
  const due = open - letters.filter(({ state }) => state === "held" || state === "deferred").length;
  const gone = letters.filter(({ state }) => state === "accepted").map(({ stateAt }) => stateAt);
  if (due <= 0 || gone.length < FEWEST_GONE) return "";
  const pace = (Math.max(...gone) - Math.min(...gone)) / (gone.length - 1);
  const limited = perMinute === undefined ? pace : Math.max(pace, 60_000 / perMinute);
  return `, ${durationWords(due * limited)} left`;
}

const MOST_REASONS = 3;

/** What became of letters that did not arrive, without opening each. */
function WhyNot({ letters }: { letters: readonly Letter[] }) {
  const reasons = whyNot(letters);
  if (reasons.length === 0) return null;
  const others = reasons.length - MOST_REASONS;
  return (
    <ul className="small mb-0 ps-3" data-private>
      {reasons.slice(0, MOST_REASONS).map((words) => (
        <li key={words}>{words}</li>
      ))}
      {others > 0 && <li className="quiet">{counted(others, "other reason")}, beside each letter in the record</li>}
    </ul>
  );
}

const MOST_NAMED = 3;

function LastGone({ letters }: { letters: readonly Letter[] }) {
  const gone = letters.filter(({ state }) => state === "accepted").sort((a, b) => b.stateAt - a.stateAt);
  if (gone.length === 0) return null;
  return (
    <span data-private>
      Last gone:{" "}
      {gone
        .slice(0, MOST_NAMED)
        .map(({ recipient }) => recipient.name)
        .join(", ")}
      .
    </span>
  );
}

const TICK_MS = 250;

/** This moment by the clock that letters leave by. */
function useNow({ around }: Office): number {
  const [now, setNow] = useState(() => around.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(around.now()), TICK_MS);
    return () => clearInterval(timer);
  }, [around]);
  return now;
}
