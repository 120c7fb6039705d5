"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import { counted } from "@/core/words";
import { Head } from "@/ui/frame/Head";
import { failureWords } from "@/ui/shared/failureWords";
import { ProgressLine } from "@/ui/shared/ProgressLine";
import { askToKeep } from "@/ui/shared/storage";
import { sayTrouble, troubleIsOver } from "@/ui/shared/trouble";
import { useVine } from "@/ui/shared/VineContext";
import type { BroughtInAbout, Progress } from "@/workers/bringIn/bringInApi";
import { BroughtInHistory } from "./BroughtInHistory";
import { DifferenceSheet } from "./DifferenceSheet";
import { FileDrop } from "./FileDrop";
import { JustBroughtIn } from "./JustBroughtIn";
import { QuestionsSheet } from "./QuestionsSheet";
import { TableCards } from "./TableCards";
import { TableDetails } from "./TableDetails";
import { useBringIn } from "./useBringIn";
import { useWriteToThese } from "./useWriteToThese";

/** Any number of tables: read, shown as they were understood, and applied only after the difference was seen. */
export function BringInScreen() {
  const bringIn = useBringIn();
  const { view, progress, problems } = bringIn;
  const [openId, setOpenId] = useState<string>();
  const open = view?.tables.find(({ id }) => id === openId);
  const [last, setLast] = useState<BroughtInAbout>();
  const writeToThese = useWriteToThese();
  const { office } = useVine();

  const apply = async (then: "stay" | "write") => {
    try {
      const done = await bringIn.apply();
      if (!done.ok) {
        sayTrouble(done.words);
        return;
      }
      troubleIsOver();
      toast(`Brought in: ${done.words}. It can be taken back under “Bring in” at any time.`);
      setLast(done.about);
      void askOnce(await office.read.broughtInNewestFirst());
      if (then === "write") await writeToThese(done.about);
    } catch (cause) {
      sayTrouble(failureWords(cause));
    }
  };

  return (
    <>
      <Head title="Bring in" about={view && counted(view.tables.length, "table")}>
        {view && (
          <>
            <Button variant="link" onClick={bringIn.stop}>
              Leave these
            </Button>
            {(view.ownColumns.length > 0 || !view.isEmpty) && (
              <Button
                variant="outline-primary"
                onClick={() => apply("write")}
                disabled={bringIn.applying || progress !== undefined}
              >
                Apply and write to these
              </Button>
            )}
            <Button onClick={() => apply("stay")} disabled={view.isEmpty || bringIn.applying || progress !== undefined}>
              {bringIn.applying ? "Applying …" : view.isEmpty ? "Nothing to apply" : "Apply"}
            </Button>
          </>
        )}
      </Head>
      <div className="screen-body">
        {problems.map((words) => (
          <div key={words} className="finding is-stop mb-3" role="alert">
            {words}
          </div>
        ))}
        {progress && <ReadingProgress progress={progress} onStop={bringIn.stop} />}
        {view ? (
          <div className="columns">
            <div className="d-grid gap-3">
              {open ? (
                <TableDetails
                  key={open.id}
                  table={open}
                  onChange={(part) => bringIn.chooseForTable(open, part)}
                  onAnswer={(key, answer) => bringIn.choose({ answers: { [key]: answer } })}
                  onBack={() => setOpenId(undefined)}
                />
              ) : (
                <>
                  {last && <JustBroughtIn about={last} withWayBack />}
                  <SummarySheet view={view} />
                  <QuestionsSheet view={view} bringIn={bringIn} onOpenTable={setOpenId} />
                  <DifferenceSheet view={view} />
                </>
              )}
            </div>
            <div className="d-grid gap-3">
              <TableCards
                tables={view.tables}
                openId={open?.id}
                onOpen={setOpenId}
                onRemove={bringIn.removeTable}
                onChange={bringIn.chooseForTable}
              />
              <FileDrop onFiles={bringIn.read} busy={progress !== undefined} isSmall />
            </div>
          </div>
        ) : (
          !progress && (
            <div className="columns">
              <div className="d-grid gap-3">
                {last && <JustBroughtIn about={last} withWayBack={false} />}
                <FileDrop onFiles={bringIn.read} busy={false} />
              </div>
              <BroughtInHistory />
            </div>
          )
        )}
      </div>
    </>
  );
}

/** After the first tables the browser is asked to keep what lives in it alone, and the teacher is told why. */
async function askOnce(broughtIn: readonly unknown[]): Promise<void> {
  if (broughtIn.length > 1) return;
  const isKept = await askToKeep();
  toast(
    `What you brought in lives in this browser alone${isKept ? ", which promised to keep it also when the disk is full" : ""}. A backup, under Settings, makes sure that nothing is lost.`,
  );
}

function SummarySheet({ view }: { view: NonNullable<ReturnType<typeof useBringIn>["view"]> }) {
  const asked = view.openCount;
  const known = view.tables.filter(({ knownSince }) => knownSince !== undefined).length;
  return (
    <section className="sheet" aria-label="What will happen">
      <p className="lead-line mb-1" role="status">
        {view.isEmpty ? emptyWords(view) : `${view.summary}.`}
      </p>
      <p className="quiet small">
        {asked === 0
          ? "Nothing is open."
          : `${counted(asked, "question")} below. What is not answered is not applied${view.isEmpty ? "" : "; the rest can be applied now"}.`}
        {known > 0 &&
          ` ${known === view.tables.length ? "All tables have" : `${counted(known, "table")} of ${view.tables.length} have`} a known shape and ${known === 1 ? "was" : "were"} read as last time.`}
      </p>
      {view.outliers.length > 0 && (
        <div className="finding mt-2">
          <strong>Look at this first</strong>
          <ul className="mb-0 ps-3" data-private>
            {view.outliers.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

/** Why nothing would change: because all is there, because something must be said first, or because nothing could be used. */
function emptyWords({ isNothingNew, openCount }: NonNullable<ReturnType<typeof useBringIn>["view"]>): string {
  if (isNothingNew) return "Nothing would change: all of this is in the gradebook already.";
  if (openCount > 0) return "Nothing changes before the questions below are answered.";
  return "Nothing in these tables can be used as they are: what was looked for stands with each table.";
}

function ReadingProgress({ progress, onStop }: { progress: Progress; onStop: () => void }) {
  const { step, done, of, name } = progress;
  return (
    <div className="sheet mb-3 d-flex gap-3 align-items-center" role="status">
      <div className="flex-grow-1">
        <div className="small">
          {step === "reading" ? "Reading" : "Joining with the gradebook"}: {name} ({Math.min(done + 1, of)} of {of})
        </div>
        <ProgressLine label="Tables read" now={done} max={of} />
      </div>
      <Button size="sm" variant="outline-secondary" onClick={onStop}>
        Stop
      </Button>
    </div>
  );
}
