"use client";
import Link from "next/link";
import { useDeferredValue, useMemo, useState } from "react";
import { Form } from "react-bootstrap";
import { setRows } from "@/core/change/change";
import { workNewestFirst } from "@/core/gradebook/workNewestFirst";
import type { SchoolClass } from "@/core/model/schoolClass";
import { currentPeriod, type Period, periodName, WHOLE_YEAR } from "@/core/model/term";
import { counted } from "@/core/words";
import { Head } from "@/ui/frame/Head";
import { BeginChoices } from "@/ui/shared/BeginChoices";
import { ClassOptions } from "@/ui/shared/ClassOptions";
import { EmptyState } from "@/ui/shared/EmptyState";
import { KeysDialog } from "@/ui/shared/KeysDialog";
import { Skeleton } from "@/ui/shared/Skeleton";
import { TermOptions } from "@/ui/shared/TermOptions";
import { useChange } from "@/ui/shared/useChange";
import { useWindowKeys } from "@/ui/shared/useWindowKeys";
import { useVine } from "@/ui/shared/VineContext";
import type { GradebookView } from "@/workers/engine/gradebookView";
import { AssignmentDialog } from "./AssignmentDialog";
import { type Beside, DetailsSide } from "./DetailsSide";
import { GradebookGrid } from "./GradebookGrid";
import { GRADEBOOK_KEYS } from "./gradebookKeys";
import { columnsBefore, countOf } from "./gridColumn";
import { type GridOrder, ORDERS, orderOf, rowsInOrder } from "./gridOrder";
import { useGradebookView } from "./useGradebookView";

const ALL = "all";

/** What can stand beside the grid about the whole class. */
const SIDES = [
  { kind: "class", words: "Statistics" },
  { kind: "log", words: "Class log" },
  { kind: "checklists", words: "Checklists" },
  { kind: "own columns", words: "Extra columns" },
  { kind: "settings", words: "Class settings" },
] as const;

interface GradebookScreenProps {
  /** The class, or the assignment, that it opens on. */
  readonly classId?: string | undefined;
  readonly assignmentId?: string | undefined;
}

/** One class or all of them: students down, work across. */
export function GradebookScreen({ classId: firstClass, assignmentId }: GradebookScreenProps) {
  const { world, today } = useVine();
  const classes = [...world.classes.values()];
  const first = world.assignments.get(assignmentId ?? "");
  const [chosenClass, setChosenClass] = useState(first?.classId ?? firstClass);
  const [chosenPeriod, setChosenPeriod] = useState<string | undefined>(first?.termId);
  const isAll = chosenClass === ALL && classes.length > 1;
  const classId = (chosenClass && world.classes.has(chosenClass) ? chosenClass : classes[0]?.id) ?? "";
  const classIds = useMemo(() => (isAll ? [...world.classes.keys()] : [classId]), [isAll, classId, world.classes]);
  const period = chosenPeriod ?? currentPeriod(world, today);
  const view = useGradebookView(classIds, period);
  const [beside, setBeside] = useState<Beside | undefined>(first && { kind: "assignment", assignmentIds: [first.id] });
  const [open, setOpen] = useState<"keys" | { assignment: string | undefined }>();
  const [order, setOrder] = useState<GridOrder>("family name");
  const [name, setName] = useState("");
  const wanted = useDeferredValue(name);
  const inOrder = useShownRows(view, order, wanted);
  const [isNewestFirst, setNewestFirst] = useState(false);
  const shown = useMemo(
    () => inOrder && (isNewestFirst ? { ...inOrder, work: workNewestFirst(inOrder.work, world.assignments) } : inOrder),
    [inOrder, isNewestFirst, world.assignments],
  );
  const [more, setMore] = useState<boolean>();
  const moreCount = view ? countOf(columnsBefore(view, world)) : 0;
  // Where there are averages alone they are what there is to see; what is worked on beside the grid stands in it, too.
  const isListed = beside?.kind === "own columns" || beside?.kind === "checklists";
  const showsMore = isListed || (more ?? view?.work.length === 0);
  useWindowKeys((event) => {
    const isTyping =
      event.target instanceof Element && event.target.closest("input, select, textarea, [contenteditable]");
    if (event.key.toLowerCase() !== "c" || event.ctrlKey || event.metaKey || event.altKey || isTyping || open) return;
    setMore(!showsMore);
  });
  if (classes.length === 0) {
    return (
      <>
        <Head title="Gradebook" />
        <div className="screen-body">
          <EmptyState
            title="No class yet"
            words="The gradebook shows each class with its work, its scores and the averages made from them. Bring in your roster and your scores, all files at once; or look around in the demo school first."
          >
            <BeginChoices />
          </EmptyState>
        </div>
      </>
    );
  }
  return (
    <>
      <Head title="Gradebook">
        <Link className="btn btn-outline-primary" href="/gradebook/seating">
          Seating
        </Link>
        <Link className="btn btn-outline-primary" href="/gradebook/reports">
          Reports
        </Link>
        <Link className="btn btn-primary" href="/gradebook/bring-in">
          Bring in
        </Link>
      </Head>
      <div className="screen-body is-fixed d-flex flex-column">
        {view && shown ? (
          <>
            {view.hasBoth && !isAll && <SourceChoice classId={classId} />}
            <div className="grid-bar quiet small">
              <select
                className="grid-pick"
                aria-label="Class"
                value={isAll ? ALL : classId}
                onChange={(event) => {
                  setChosenClass(event.target.value);
                  setBeside(undefined);
                }}
              >
                <ClassOptions />
                {classes.length > 1 && <option value={ALL}>All classes</option>}
              </select>
              <select
                className="grid-pick"
                aria-label="Term"
                value={period}
                onChange={(event) => setChosenPeriod(event.target.value)}
              >
                <TermOptions wholeYear="Whole year" />
              </select>
              <label>
                Order{" "}
                <select
                  className="grid-pick"
                  value={order}
                  onChange={(event) => setOrder(ORDERS.find((known) => known === event.target.value) ?? "family name")}
                >
                  {ORDERS.map((known) => (
                    <option key={known}>{known}</option>
                  ))}
                </select>
              </label>
              <label>
                <input
                  type="checkbox"
                  checked={isNewestFirst}
                  onChange={(event) => setNewestFirst(event.target.checked)}
                />{" "}
                Newest work first
              </label>
              {moreCount > 0 && (
                <label>
                  <input type="checkbox" checked={showsMore} onChange={(event) => setMore(event.target.checked)} />{" "}
                  Categories and lists (C)
                </label>
              )}
              <input
                type="search"
                className="grid-pick"
                placeholder="Find a name"
                aria-label="Find a name"
                value={name}
                onChange={(event) => setName(event.target.value)}
              />
              {!isAll && (
                <button
                  type="button"
                  className="btn btn-link btn-sm"
                  onClick={() => setOpen({ assignment: undefined })}
                >
                  Add an assignment
                </button>
              )}
              {SIDES.filter(({ kind }) => !isAll || kind === "class").map(({ kind, words }) => (
                <button
                  key={kind}
                  type="button"
                  className="btn btn-link btn-sm"
                  aria-expanded={beside?.kind === kind}
                  onClick={() => setBeside(beside?.kind === kind ? undefined : { kind })}
                >
                  {words}
                </button>
              ))}
              <button type="button" className="btn btn-link btn-sm" onClick={() => setOpen("keys")}>
                Keys (?)
              </button>
              <span className="ms-auto">
                <Counts view={view} period={period} />
              </span>
            </div>
            <div className={beside ? "grid-beside has-side" : "grid-beside"}>
              {view.work.length === 0 && !view.hasAverages && moreCount === view.categories.length ? (
                <EmptyState
                  title="No work in this term yet"
                  words="Add an assignment, bring in scores, or choose another term."
                />
              ) : shown.rows.length === 0 ? (
                <p className="px-4 quiet">Nobody of this name is in the class. Clear the name to see everybody.</p>
              ) : (
                <GradebookGrid
                  key={`${classIds.join()}/${period}`}
                  view={shown}
                  beside={beside}
                  onBeside={setBeside}
                  onHelp={() => setOpen("keys")}
                  showsMore={showsMore}
                />
              )}
              {beside && (
                <DetailsSide
                  classIds={classIds}
                  period={period}
                  beside={beside}
                  onChange={setBeside}
                  onClose={() => setBeside(undefined)}
                  onEditAssignment={(assignment) => setOpen({ assignment })}
                />
              )}
            </div>
          </>
        ) : (
          <Skeleton words="Making the averages" />
        )}
      </div>
      {open === "keys" && <KeysDialog of="the gradebook" keys={GRADEBOOK_KEYS} onClose={() => setOpen(undefined)} />}
      {typeof open === "object" && (
        <AssignmentDialog
          classId={classId}
          period={period}
          assignment={open.assignment === undefined ? undefined : world.assignments.get(open.assignment)}
          onClose={() => setOpen(undefined)}
        />
      )}
    </>
  );
}

/** What is shown, with what it is counted of. */
function Counts({ view, period }: { view: GradebookView; period: Period }) {
  const { world } = useVine();
  const { classIds, rows } = view;
  // A score that is typed changes no count.
  const inYear = useMemo(
    () => [...world.assignments.values()].filter(({ classId }) => classIds.includes(classId)).length,
    [world.assignments, classIds],
  );
  const studentCount = useMemo(() => new Set(rows.map(({ studentId }) => studentId)).size, [rows]);
  const name = periodName(period, [...world.terms.values()]);
  const shownCount = view.work.length;
  const work =
    inYear === 0
      ? "no assignments"
      : period === WHOLE_YEAR || view.classIds.length > 1
        ? counted(shownCount, "assignment")
        : `${counted(shownCount, "assignment")}${name ? ` in ${name}` : ""}, ${inYear} in the year`;
  const students = counted(studentCount, "student");
  return <>{[students, work, view.method].filter(Boolean).join("; ")}.</>;
}

/**
 * The view with its rows in an order and of a name. An order is made when it is chosen and then stands: a row must not run
 * away from under the score that is being typed.
 */
function useShownRows(view: GradebookView | undefined, order: GridOrder, name: string): GradebookView | undefined {
  const [shown, setShown] = useState<{ key: string; ids: readonly string[] }>();
  const key = view && `${view.classIds.join()}/${view.period}/${order}`;
  if (view && key && shown?.key !== key) setShown({ key, ids: orderOf(view.rows, order) });
  const ids = shown?.ids;
  return useMemo(() => view && ids && { ...view, rows: rowsInOrder(view.rows, ids, name) }, [view, ids, name]);
}

/** Where both a computed and an imported average are known, the class says which one counts; the other stays in sight. */
function SourceChoice({ classId }: { classId: string }) {
  const { world } = useVine();
  const change = useChange();
  const schoolClass = world.classes.get(classId);
  if (!schoolClass) return null;
  const choose = (averageSource: SchoolClass["averageSource"]) =>
    change(
      { classes: setRows<"classes">(world.classes, [[classId, { ...schoolClass, averageSource }]]) },
      averageSource === "computed" ? "The averages made from the scores count." : "The imported averages count.",
    );
  return (
    <div className="px-4 pt-2 d-flex gap-2 align-items-center small">
      <label htmlFor="average-source">Some averages were imported, and can be made from scores too. What counts:</label>
      <Form.Select
        id="average-source"
        size="sm"
        className="w-auto"
        value={schoolClass.averageSource}
        onChange={(event) => choose(event.target.value as SchoolClass["averageSource"])}
      >
        <option value="computed">the averages made from the scores</option>
        <option value="imported">the imported averages</option>
      </Form.Select>
    </div>
  );
}
