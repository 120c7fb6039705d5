"use client";
import Link from "next/link";
import { Button } from "react-bootstrap";
import { broughtInName } from "@/core/change/broughtIn";
import { roundsInARow, talliesTogether } from "@/core/delivery/roundsInARow";
import { tallySentence } from "@/core/delivery/tally";
import type { Starter } from "@/core/letter/starterWords";
import { startNote } from "@/core/letter/startNote";
import { fullName } from "@/core/model/student";
import { currentPeriod, currentTerm } from "@/core/model/term";
import { counted } from "@/core/words";
import { Head } from "@/ui/frame/Head";
import { useCreateNote } from "@/ui/note/library/useCreateNote";
import { BeginChoices } from "@/ui/shared/BeginChoices";
import { EmptyState } from "@/ui/shared/EmptyState";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

/** What needs doing today, each line with its action. */
export function DeskScreen() {
  const { world, today } = useVine();
  const term = currentTerm([...world.terms.values()], today);
  if (world.classes.size === 0) {
    return (
      <>
        <Head title="Desk" />
        <div className="screen-body">
          <EmptyState
            title="Welcome to your desk"
            words="Here you will see what changed in your gradebook and who should hear from you. Bring in your roster and your scores to begin. The demo school shows how everything works; its people are made up, and nothing leaves this computer."
          >
            <BeginChoices />
          </EmptyState>
        </div>
      </>
    );
  }
  return (
    <>
      <Head title="Desk" about={term?.name} />
      <div className="screen-body">
        <div className="columns">
          <section className="sheet" aria-labelledby="to-do">
            <h2 id="to-do">To look at today</h2>
            <ul className="lines">
              <UnfinishedLines />
              <TroubledLine />
              <RepliesLine />
              <ScheduledLines />
              <AnswersLine />
              <SilentLine />
              <PeopleLine starter="below a threshold" words="below 70 % overall" />
              <PeopleLine starter="missing work" words="missing two assignments or more" />
              <li>
                <div className="line-main">
                  Tell every family how things stand
                  <div className="quiet small">{counted(world.classes.size, "class", "classes")}, one round</div>
                </div>
                <StartButton starter="progress" words="Write to all" />
              </li>
            </ul>
          </section>
          <LatelySheet />
        </div>
      </div>
    </>
  );
}

/** What was sent while its page was closed before all letters were finished. */
function UnfinishedLines() {
  const { office } = useVine();
  const presses = useKept((read) => read.unfinishedPresses(), []) ?? [];
  return presses.map(({ roundId, note, problem }) => (
    <li key={roundId}>
      <div className="line-main">
        <strong>“{note.name || "Note without a name"}”</strong>{" "}
        {problem === undefined ? "is being sent: its letters are being finished" : "was not sent"}
        {problem !== undefined && (
          <div className="quiet small" data-private>
            {problem}
          </div>
        )}
      </div>
      {problem !== undefined && (
        <>
          <Button size="sm" variant="link" onClick={() => office.forgetPress(roundId)}>
            Put away
          </Button>
          <Link className="btn btn-outline-primary btn-sm" href={`/notes/${note.id}`}>
            Open the note
          </Link>
        </>
      )}
    </li>
  ));
}

function TroubledLine() {
  const troubled = useKept((read) => read.troubledLetters(), []) ?? [];
  const [first] = troubled;
  if (!first) return null;
  return (
    <li>
      <div className="line-main">
        <strong>{counted(troubled.length, "letter")}</strong> did not arrive
        <div className="quiet small" data-private>
          {troubled
            .slice(0, 3)
            .map(({ recipient }) => recipient.name)
            .join(", ")}
        </div>
      </div>
      <Link className="btn btn-outline-primary btn-sm" href={`/record/${first.roundId}`}>
        See why
      </Link>
    </li>
  );
}

/** What families wrote back and nobody has read yet. */
function RepliesLine() {
  const { world } = useVine();
  const replies = useKept((read) => read.newReplies(), []) ?? [];
  if (replies.length === 0) return null;
  const names = new Map(
    [...world.guardians.values()].flatMap((one) =>
      one.addresses.map((address) => [address.toLowerCase(), fullName(one)]),
    ),
  );
  return (
    <li>
      <div className="line-main">
        <strong>{counted(replies.length, "family", "families")}</strong> wrote back
        <div className="quiet small text-truncate" data-private>
          {replies
            .slice(0, 3)
            .map(({ from }) => names.get(from.address.toLowerCase()) ?? (from.name || from.address))
            .join(", ")}
        </div>
      </div>
      <Link className="btn btn-outline-primary btn-sm" href="/record">
        Read
      </Link>
    </li>
  );
}

/** Rounds whose time is still to come, or that wait for a word. */
function ScheduledLines() {
  const rounds = useKept((read) => read.roundsToCome(), []) ?? [];
  return rounds.map(({ round, letters }) => (
    <li key={round.id}>
      <div className="line-main">
        <strong>{counted(letters, "letter")}</strong> of “{round.noteName}”{" "}
        {round.paused ? "wait until you go on" : `leave on ${formatMoment(round.leavesAt)}`}
      </div>
      <Link className="btn btn-outline-primary btn-sm" href={`/record/${round.id}`}>
        Look
      </Link>
    </li>
  ));
}

/** Families that have not heard for long, or only ever heard concern. */
function SilentLine() {
  const view = useAnswer((engine) => engine.balance(), []);
  const silent = view?.bands.filter(({ days }) => days === undefined || days > LONG_DAYS) ?? [];
  const students = silent.reduce((sum, { studentIds }) => sum + studentIds.length, 0);
  if (!view || students + view.onlyConcern.length === 0) return null;
  return (
    <li>
      <div className="line-main">
        The families of <strong>{counted(students, "student")}</strong> have not heard from you in {LONG_DAYS} days
        {view.onlyConcern.length > 0 && (
          <div className="quiet small">Those of {counted(view.onlyConcern.length, "student")} heard only concern</div>
        )}
      </div>
      <Link className="btn btn-outline-primary btn-sm" href="/record">
        See who
      </Link>
    </li>
  );
}

const LONG_DAYS = 21;

/** Answers to contact cards that wait to be taken in. */
function AnswersLine() {
  const waiting = useKept((read) => read.waitingAnswers(), []) ?? [];
  if (waiting.length === 0) return null;
  return (
    <li>
      <div className="line-main">
        <strong>{counted(waiting.length, "family", "families")}</strong> filled in a contact card
        <div className="quiet small" data-private>
          {waiting
            .slice(0, 3)
            .map(({ answer }) => answer.studentName)
            .join(", ")}
        </div>
      </div>
      <Link className="btn btn-outline-primary btn-sm" href="/families/cards">
        Take in
      </Link>
    </li>
  );
}

/** How many students a ready-made selection holds now, and the way to write to them. */
function PeopleLine({ starter, words }: { starter: Starter; words: string }) {
  const { world, today } = useVine();
  const period = currentPeriod(world, today);
  const view = useAnswer(
    (engine) => engine.people(startNote(starter, { id: starter, now: 0, period })),
    [starter, period],
  );
  if (!view) return null;
  const students = new Set(view.selected.map(({ studentId }) => studentId)).size;
  return (
    <li>
      <div className="line-main">
        <strong>{counted(students, "student")}</strong> {words}
        <div className="quiet small text-truncate" data-private>
          {view.selected
            .slice(0, 4)
            .map(({ name }) => name)
            .join(", ")}
          {view.selected.length > 4 && " and others"}
        </div>
      </div>
      {students > 0 && <StartButton starter={starter} words="Write to these" />}
    </li>
  );
}

function StartButton({ starter, words }: { starter: Starter; words: string }) {
  const createNote = useCreateNote();
  return (
    <Button size="sm" variant="outline-primary" className="flex-shrink-0" onClick={() => createNote(starter)}>
      {words}
    </Button>
  );
}

/** The last rounds, and what was brought in last. */
function LatelySheet() {
  const lately = useKept(
    async (read) => ({
      rounds: roundsInARow(await read.roundsNewestFirst()).slice(0, 4),
      tallies: await read.talliesByRound(),
      broughtIn: (await read.broughtInNewestFirst()).slice(0, 3),
    }),
    [],
  );
  return (
    <section className="sheet" aria-labelledby="lately">
      <h2 id="lately">Lately</h2>
      {lately && lately.rounds.length + lately.broughtIn.length === 0 && (
        <p className="quiet mt-2">Nothing was sent or brought in yet. Both will be listed here.</p>
      )}
      <ul className="lines">
        {lately?.rounds.map((rounds) => (
          <li key={rounds[0].id}>
            <div className="line-main">
              <Link href={rounds.length > 1 ? "/record" : `/record/${rounds[0].id}`}>{rounds[0].noteName}</Link>
              <div className="quiet small">
                {formatMoment(rounds[0].createdAt)}:{" "}
                {tallySentence(talliesTogether(rounds.map(({ id }) => lately.tallies.get(id))))}
              </div>
            </div>
          </li>
        ))}
        {lately?.broughtIn.map((record) => (
          <li key={record.id}>
            <div className="line-main">
              <Link href="/gradebook/bring-in">{broughtInName(record)}</Link>
              <div className="quiet small">
                {formatMoment(record.appliedAt)}: {record.takenBackAt === undefined ? record.summary : "taken back"}
              </div>
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
