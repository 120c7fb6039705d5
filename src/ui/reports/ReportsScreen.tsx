"use client";
import { useMemo, useRef, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { ownNameOf, PRODUCT_TAGS } from "@/core/language/productTags";
import type { ReportChoice } from "@/core/model/reportChoice";
import { currentPeriod } from "@/core/model/term";
import { counted } from "@/core/words";
import { type PrintedAs, printReports } from "@/office/paper/printReports";
import { Head } from "@/ui/frame/Head";
import { BeginChoices } from "@/ui/shared/BeginChoices";
import { ClassOptions } from "@/ui/shared/ClassOptions";
import { EmptyState } from "@/ui/shared/EmptyState";
import { ProgressLine } from "@/ui/shared/ProgressLine";
import { TermOptions } from "@/ui/shared/TermOptions";
import { takePrinted } from "@/ui/shared/takePrinted";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useKept } from "@/ui/shared/useKept";
import { usePaper } from "@/ui/shared/usePaper";
import { useVine } from "@/ui/shared/VineContext";
import { EACH_FAMILY, type ReportsWanted } from "@/workers/engine/reportsView";
import { DesignActions } from "./DesignActions";
import { DesignPicker } from "./DesignPicker";
import { PaperView } from "./PaperView";
import { Stepping } from "./Stepping";

const ALL = "all";
/** Before the id of a kept selection, among classes. */
const SELECTION = "selection/";

/** Reports on paper: of a class or of all, looked at one by one, and made as one PDF or as a file for each student. */
export function ReportsScreen() {
  const { world, today, office } = useVine();
  const [choice, setChoice] = useState<ReportChoice>({ design: "progress", paper: usePaper() });
  const [classId, setClassId] = useState<string>();
  const [chosenPeriod, setPeriod] = useState<string>();
  const [language, setLanguage] = useState(EACH_FAMILY);
  const [twoSided, setTwoSided] = useState(false);
  const [place, setPlace] = useState(0);
  const [progress, setProgress] = useState<{ done: number; of: number }>();
  const stopping = useRef<AbortController>(undefined);
  const period = chosenPeriod ?? currentPeriod(world, today);
  const [firstClass = ""] = [...world.classes.keys()];
  const shownClass = classId ?? firstClass;
  const selections = useKept((read) => read.keptByName(), []);
  const selection = selections?.find(({ id }) => `${SELECTION}${id}` === shownClass)?.selection;
  const wanted = useMemo(
    (): ReportsWanted => ({
      choice,
      classIds: shownClass === ALL || selection ? [...world.classes.keys()] : [shownClass],
      period,
      language,
      ...(selection && { selection }),
    }),
    [choice, shownClass, selection, world.classes, period, language],
  );
  const keys = useAnswer((engine) => engine.reportKeys(wanted), [wanted]) ?? [];
  const key = keys[Math.min(place, keys.length - 1)];
  const [draft] = useAnswer(async (engine) => (key ? engine.reports(wanted, [key]) : []), [wanted, key]) ?? [];
  if (world.classes.size === 0)
    return (
      <>
        <Head title="Reports" />
        <div className="screen-body">
          <EmptyState
            title="No class yet"
            words="Reports are made from a class and its scores. Bring in your roster and your scores first."
          >
            <BeginChoices />
          </EmptyState>
        </div>
      </>
    );
  const make = async (as: PrintedAs) => {
    const controller = new AbortController();
    stopping.current = controller;
    setProgress({ done: 0, of: keys.length });
    const made = await printReports(office, wanted, as, twoSided, {
      onProgress: (done, of) => setProgress({ done, of }),
      signal: controller.signal,
    });
    setProgress(undefined);
    takePrinted(made, made.ok ? `${counted(made.count, "report")} in ${made.fileName}.` : "");
  };
  return (
    <>
      <Head title="Reports" about={keys.length > 0 && `${counted(keys.length, "report")}`}>
        {progress ? (
          <Button variant="outline-primary" onClick={() => stopping.current?.abort()}>
            Stop
          </Button>
        ) : (
          <>
            <Button variant="outline-primary" disabled={keys.length === 0} onClick={() => make("a file each")}>
              A file for each
            </Button>
            {shownClass === ALL && (
              <Button
                variant="outline-primary"
                disabled={keys.length === 0}
                onClick={() => make("a PDF for each class")}
              >
                One for each class
              </Button>
            )}
            <Button disabled={keys.length === 0} onClick={() => make("one PDF")}>
              One PDF to print
            </Button>
          </>
        )}
      </Head>
      <div className="screen-body">
        {progress && (
          <ProgressLine
            label={`${progress.done} of ${counted(progress.of, "report")} made`}
            now={progress.done}
            max={progress.of}
          />
        )}
        <div className="columns">
          <section className="sheet" aria-label="The report of one student">
            <div className="d-flex gap-2 align-items-center mb-3">
              <Stepping place={place} count={keys.length} onPlace={setPlace} />
              <span className="quiet small" data-private>
                {draft
                  ? `${draft.name}, ${Math.min(place, keys.length - 1) + 1} of ${keys.length}`
                  : "Nobody is in this class."}
              </span>
            </div>
            {draft && <PaperView draft={draft} />}
          </section>
          <section className="sheet d-grid gap-3 align-content-start" aria-label="What is made">
            <DesignPicker choice={choice} onChange={setChoice} />
            <DesignActions designId={choice.design} />
            <Form.Group controlId="report-class">
              <Form.Label className="small mb-1">Of whom</Form.Label>
              <Form.Select
                size="sm"
                value={shownClass}
                onChange={(event) => {
                  setClassId(event.target.value);
                  setPlace(0);
                }}
              >
                <ClassOptions />
                {world.classes.size > 1 && <option value={ALL}>All classes</option>}
                {(selections ?? []).length > 0 && (
                  <optgroup label="Kept selections">
                    {(selections ?? []).map(({ id, name }) => (
                      <option key={id} value={`${SELECTION}${id}`}>
                        {name}
                      </option>
                    ))}
                  </optgroup>
                )}
              </Form.Select>
            </Form.Group>
            <Form.Group controlId="report-term">
              <Form.Label className="small mb-1">Term</Form.Label>
              <Form.Select size="sm" value={period} onChange={(event) => setPeriod(event.target.value)}>
                <TermOptions wholeYear="Whole year" />
              </Form.Select>
            </Form.Group>
            <Form.Group controlId="report-language">
              <Form.Label className="small mb-1">Words in</Form.Label>
              <Form.Select size="sm" value={language} onChange={(event) => setLanguage(event.target.value)}>
                <option value={EACH_FAMILY}>each family’s language</option>
                {PRODUCT_TAGS.map((tag) => (
                  <option key={tag} value={tag}>
                    {ownNameOf(tag)}
                  </option>
                ))}
              </Form.Select>
            </Form.Group>
            <Form.Check
              id="report-sides"
              className="small"
              label="For printing on both sides: each begins on a front"
              checked={twoSided}
              onChange={(event) => setTwoSided(event.target.checked)}
            />
          </section>
        </div>
      </div>
    </>
  );
}
