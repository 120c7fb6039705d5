"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { type LetterState, STATE_WORDS, TROUBLE } from "@/core/delivery/letterState";
import type { Letter, Round } from "@/core/delivery/round";
import { roundPaper } from "@/core/delivery/roundPaper";
import { roundReport } from "@/core/delivery/roundReport";
import { canGoAgain } from "@/core/delivery/sendAgain";
import { tallyStates } from "@/core/delivery/tally";
import { csvFile } from "@/core/formats/csvFile";
import { nameKey, nameSearch } from "@/core/matching/nameKey";
import { counted } from "@/core/words";
import { printPage } from "@/office/paper/printPage";
import { RoundProgress } from "@/ui/delivery/RoundProgress";
import { Head } from "@/ui/frame/Head";
import { NotHere } from "@/ui/frame/NotHere";
import { download } from "@/ui/shared/download";
import { formatMoment } from "@/ui/shared/formatMoment";
import { Skeleton } from "@/ui/shared/Skeleton";
import { takePrinted } from "@/ui/shared/takePrinted";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { AnnouncedPart } from "./AnnouncedPart";
import { OpenLetter } from "./OpenLetter";
import { SendAgainDialog } from "./SendAgainDialog";
import { StateTag } from "./StateTag";

/** One round: its letters with their states, and each letter exactly as it left. */
export function RoundScreen({ roundId, letterId }: { roundId: string; letterId?: string | undefined }) {
  const { world, office } = useVine();
  const kept = useKept(
    async (read) => ({ round: await read.findRound(roundId), letters: await read.lettersOfRound(roundId) }),
    [roundId],
  );
  const [state, setState] = useState<LetterState | "all">("all");
  const [openId, setOpenId] = useState(letterId);
  const [againOpen, setAgainOpen] = useState(false);
  const [wanted, setWanted] = useState("");
  const router = useRouter();
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
  const isIt = nameSearch(wanted);
  const shown = letters.filter(
    (letter) =>
      (state === "all" || letter.state === state) &&
      (isIt(nameKey(letter.studentName)) || isIt(nameKey(letter.recipient.name))),
  );
  const again = letters.filter(canGoAgain);
  const missed = again.filter(({ state: one }) => TROUBLE.includes(one));
  const open = letters.find(({ id }) => id === openId) ?? shown[0];
  return (
    <>
      <Head title={round.noteName} about={`${formatMoment(round.createdAt)}: ${round.summary}`}>
        {again.length > 0 && (
          <Button variant={missed.length > 0 ? "primary" : "outline-primary"} onClick={() => setAgainOpen(true)}>
            {missed.length > 0 ? `Mend and send again to ${missed.length}` : "Send again …"}
          </Button>
        )}
      </Head>
      <div className="screen-body is-fixed p-4">
        <div className="columns h-100">
          <div className="d-flex flex-column h-100 gap-3" style={{ minHeight: 0 }}>
            <section className="sheet" aria-label="What became of it">
              <p className="small quiet" data-private>
                {round.sentence}.
              </p>
              <RoundProgress roundId={roundId} />
              <AnnouncedPart roundId={roundId} />
              <CameInLine round={round} letters={letters} />
              {round.acceptedCautions.length > 0 && (
                <p className="small mt-2">Sent though it was seen that: {round.acceptedCautions.join("; ")}.</p>
              )}
            </section>
            <div className="d-flex flex-wrap gap-2 align-items-center">
              <Form.Select
                size="sm"
                className="w-auto"
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
              <Form.Control
                size="sm"
                type="search"
                className="w-auto"
                placeholder="Find a name"
                aria-label="Find a name"
                value={wanted}
                onChange={(event) => setWanted(event.target.value)}
              />
              <Button
                size="sm"
                variant="link"
                onClick={() => download(`${round.noteName}.csv`, csvFile(roundReport(round, letters)), "text/csv")}
              >
                Report as CSV
              </Button>
              <Button
                size="sm"
                variant="link"
                onClick={async () => {
                  const made = await printPage(office, roundPaper(world, round, letters), `Round ${round.noteName}`);
                  takePrinted(made);
                }}
              >
                Report as PDF
              </Button>
            </div>
            <LetterList letters={shown} openId={open?.id} onOpen={setOpenId} />
          </div>
          {open && <OpenLetter key={open.id} letter={open} />}
        </div>
      </div>
      {againOpen && (
        <SendAgainDialog
          round={round}
          letters={again}
          onClose={() => setAgainOpen(false)}
          onSent={(next) => router.push(`/record/${next}`)}
        />
      )}
    </>
  );
}

/** What came in since of what was missing; nothing where the round was no concern, or nothing was missing. */
function CameInLine({ round, letters }: { round: Round; letters: readonly Letter[] }) {
  const { now } = useVine();
  const about = letters.flatMap(({ studentId, classId }) => (studentId ? [{ studentId, classId }] : []));
  const result = useAnswer(
    async (engine) => (round.noteKind === "concern" ? engine.cameIn(about, round.leavesAt, now()) : undefined),
    [round.id, letters.length],
  );
  if (!result || result.missing === 0) return null;
  return (
    <p className="small mt-2 mb-0">
      Of {counted(result.missing, "assignment")} that {result.missing === 1 ? "was" : "were"} missing then,{" "}
      <strong>{result.cameIn}</strong> came in{" "}
      {result.isOver ? `within ${result.days} days` : `so far; ${result.days} days are not over yet`}.
    </p>
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
                    <span className="quiet fw-normal">
                      {letter.studentName ? `about ${letter.studentName}` : letter.reason.toLowerCase()}
                    </span>
                  </button>
                  <StateTag state={letter.state} />
                </div>
                <div className="quiet small text-truncate" data-private>
                  {[letter.className, letter.recipient.address].filter(Boolean).join("; ")}
                </div>
              </li>
            )
          );
        })}
      </ul>
    </section>
  );
}
