"use client";
import Link from "next/link";
import { Button } from "react-bootstrap";
import { broughtInName } from "@/core/change/broughtIn";
import { isStillToCome, roundsInARow, talliesTogether } from "@/core/delivery/roundsInARow";
import { tallySentence } from "@/core/delivery/tally";
import { SETTINGS_ID } from "@/core/model/settings";
import { currentPeriod, currentTerm } from "@/core/model/term";
import type { Starter } from "@/core/starters/starterWords";
import { startNote } from "@/core/starters/startNote";
import { counted } from "@/core/words";
import { Head } from "@/ui/frame/Head";
import { useCreateNote } from "@/ui/note/library/useCreateNote";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { BackupLine, OtherComputerLine, ProxyLine } from "./BackupLines";
import { FirstSteps } from "./FirstSteps";
import { MarkingLines, NewsLines, ViewsLine } from "./GradebookLines";
import { AnswersLine, RepliesLine, TroubledLine, UnfinishedLines } from "./LetterLines";
import { MadeUpLine } from "./MadeUpLine";
import { NameStep } from "./NameStep";
import { AnnouncedLines, RunLines } from "./RunLines";
import { TodaySheet } from "./TodaySheet";

/** What needs doing today, each line with its action. */
export function DeskScreen() {
  const { world, today } = useVine();
  const term = currentTerm([...world.terms.values()], today);
  const isNameless = !world.settings.get(SETTINGS_ID)?.teacherName;
  if (world.classes.size === 0) {
    return (
      <>
        <Head title="Desk" />
        <div className="screen-body">
          <FirstSteps />
        </div>
      </>
    );
  }
  return (
    <>
      <Head title="Desk" about={term?.name} />
      <div className="screen-body">
        <MadeUpLine />
        {isNameless && (
          <section className="sheet mb-3" aria-labelledby="who-you-are">
            <h2 id="who-you-are">Letters are signed with your name</h2>
            <NameStep />
          </section>
        )}
        <div className="columns">
          <section className="sheet" aria-labelledby="to-do">
            <h2 id="to-do">To look at today</h2>
            <ul className="lines">
              <OtherComputerLine />
              <RunLines />
              <RepliesLine />
              <TroubledLine />
              <UnfinishedLines />
              <AnnouncedLines />
              <AnswersLine />
              <ViewsLine />
              <NewsLines />
              <MarkingLines />
              <BackupLine />
              <ProxyLine />
            </ul>
            <p className="quiet desk-nothing">Nothing waits for you. A good moment for a kind word to somebody.</p>
            <h2 className="mt-3" id="to-write">
              You could write to
            </h2>
            <ul className="lines" aria-labelledby="to-write">
              <SilentLine />
              <PeopleLine starter="below a threshold" words="below 70 % overall" />
              <PeopleLine starter="missing work" words="missing at least one assignment" />
              <li>
                <div className="line-main">
                  Tell every family how things stand
                  <div className="quiet small">{counted(world.classes.size, "class", "classes")}, one round</div>
                </div>
                <StartButton starter="progress" words="Write to all" />
              </li>
            </ul>
          </section>
          <div className="d-grid gap-3 align-content-start">
            <TodaySheet />
            <LatelySheet />
          </div>
        </div>
      </div>
    </>
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
  const { office } = useVine();
  const now = office.around.now();
  const lately = useKept(
    async (read) => ({
      // What is ready for a run that is still to come stands above.
      rounds: roundsInARow((await read.roundsNewestFirst()).filter((one) => !isStillToCome(one, now))).slice(0, 4),
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
