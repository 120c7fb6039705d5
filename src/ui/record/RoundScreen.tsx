"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useLiveQuery } from "dexie-react-hooks";
import { useRef, useState } from "react";
import { Form } from "react-bootstrap";
import { type LetterState, STATE_WORDS } from "@/core/delivery/letterState";
import type { Letter } from "@/core/delivery/round";
import { tallyStates } from "@/core/delivery/tally";
import { findRound, lettersOfRound } from "@/store/roundRepository";
import { RoundProgress } from "@/ui/delivery/RoundProgress";
import { Head } from "@/ui/frame/Head";
import { LetterFrame } from "@/ui/shared/LetterFrame";
import { formatMoment } from "@/ui/shared/moment";
import { NotHere } from "@/ui/shared/NotHere";
import { Skeleton } from "@/ui/shared/Skeleton";
import { useVine } from "@/ui/shared/VineContext";

/** One round: its letters with their states, and each letter exactly as it left. */
export function RoundScreen({ roundId }: { roundId: string }) {
  const { database } = useVine();
  const kept = useLiveQuery(
    async () => ({ round: await findRound(database, roundId), letters: await lettersOfRound(database, roundId) }),
    [database, roundId],
  );
  const [state, setState] = useState<LetterState | "all">("all");
  const [openId, setOpenId] = useState<string>();
  if (!kept) return <Skeleton words="Opening the round" />;
  const { round, letters } = kept;
  if (!round)
    return (
      <NotHere
        head="Round"
        title="This round is not here"
        words="It was sent from another browser, or the data was replaced since. Choose Record at the left for the rounds that are here."
      />
    );
  const tally = tallyStates(letters);
  const shown = letters.filter((letter) => state === "all" || letter.state === state);
  const open = letters.find(({ id }) => id === openId) ?? shown[0];
  return (
    <>
      <Head title={round.noteName} about={`${formatMoment(round.createdAt)}: ${round.summary}`} />
      <div className="screen-body is-fixed p-4">
        <div className="columns h-100">
          <div className="d-flex flex-column h-100 gap-3" style={{ minHeight: 0 }}>
            <section className="sheet" aria-label="What became of it">
              <p className="small quiet" data-private>
                {round.sentence}.
              </p>
              <RoundProgress roundId={roundId} />
              {round.acceptedCautions.length > 0 && (
                <p className="small mt-2">Sent though it was seen that: {round.acceptedCautions.join("; ")}.</p>
              )}
            </section>
            <Form.Select
              size="sm"
              className="w-auto align-self-start"
              aria-label="State"
              value={state}
              onChange={(event) => setState(event.target.value as LetterState | "all")}
            >
              <option value="all">All {letters.length} letters</option>
              {(Object.keys(tally) as LetterState[]).map((known) => (
                <option key={known} value={known}>
                  {STATE_WORDS[known]}: {tally[known]}
                </option>
              ))}
            </Form.Select>
            <LetterList letters={shown} openId={open?.id} onOpen={setOpenId} />
          </div>
          {open && <OpenLetter letter={open} />}
        </div>
      </div>
    </>
  );
}

const ROW_HEIGHT_PX = 58;

function LetterList({
  letters,
  openId,
  onOpen,
}: {
  letters: readonly Letter[];
  openId: string | undefined;
  onOpen: (id: string) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: letters.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT_PX,
    overscan: 10,
  });
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must be reachable by keyboard
    <section className="long-list flex-grow-1" ref={scroller} tabIndex={0} aria-label="Letters">
      <ul className="list-unstyled mb-0 who-list" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, start, size }) => {
          const letter = letters[index];
          return (
            letter && (
              <li
                key={letter.id}
                className={`position-absolute w-100 ${letter.id === openId ? "is-shown" : ""}`}
                style={{ height: size, transform: `translateY(${start}px)` }}
              >
                <div className="d-flex gap-2">
                  <button
                    type="button"
                    className="who-open text-truncate"
                    onClick={() => onOpen(letter.id)}
                    data-private
                  >
                    <bdi>{letter.recipient.name}</bdi>{" "}
                    <span className="quiet fw-normal">about {letter.studentName}</span>
                  </button>
                  <StateTag state={letter.state} />
                </div>
                <div className="quiet small text-truncate" data-private>
                  {letter.className}; {letter.recipient.address}
                </div>
              </li>
            )
          );
        })}
      </ul>
    </section>
  );
}

const LOOK_AT: readonly LetterState[] = ["refused", "returned", "uncertain", "deferred"];

function StateTag({ state }: { state: LetterState }) {
  const kind = state === "accepted" ? "is-well" : LOOK_AT.includes(state) ? "is-look" : "";
  return <span className={`tag ms-auto ${kind}`}>{STATE_WORDS[state]}</span>;
}

function OpenLetter({ letter }: { letter: Letter }) {
  return (
    <section className="sheet h-100 overflow-auto" aria-label="Letter as it left">
      <div className="d-flex gap-2 align-items-baseline">
        <h2 className="flex-grow-1" data-private>
          {letter.subject}
        </h2>
        <StateTag state={letter.state} />
      </div>
      <p className="small mt-1 mb-1" data-private>
        To <bdi>{letter.recipient.name}</bdi>, {letter.recipient.address}
        <br />
        Why: {letter.reason}
      </p>
      <p className="small quiet">
        {formatMoment(letter.stateAt)}
        {letter.reply && `: ${letter.reply}`}
      </p>
      <div data-private>
        <LetterFrame title={`Letter to ${letter.recipient.name}`} html={letter.html} />
      </div>
    </section>
  );
}
