"use client";
import { X } from "lucide-react";
import dynamic from "next/dynamic";
import Link from "next/link";
import { Button } from "react-bootstrap";
import type { DistributionBar } from "@/core/figures/distribution";
import type { Condition } from "@/core/model/condition";
import type { Period } from "@/core/model/term";
import { counted } from "@/core/words";
import { useCreateNote } from "@/ui/note/library/useCreateNote";
import { Skeleton } from "@/ui/shared/Skeleton";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useVine } from "@/ui/shared/VineContext";
import type { StatisticsView, StudentDetails } from "@/workers/engine/studentDetails";
import { Checklists } from "./Checklists";
import { ClassLog } from "./ClassLog";
import { ClassSettings } from "./ClassSettings";
import { ExtraColumns } from "./ExtraColumns";
import { Feedback } from "./Feedback";

// Charts are a tenth of a megabyte: they come when something is to be drawn.
const DistributionChart = dynamic(() => import("./Charts").then((charts) => charts.DistributionChart), { ssr: false });
const TrendChart = dynamic(() => import("./Charts").then((charts) => charts.TrendChart), { ssr: false });

/** What stands beside the grid: the class, one student, or one assignment. */
export type Beside =
  | { kind: "class" }
  | { kind: "settings" }
  | { kind: "log" }
  | { kind: "checklists" }
  | { kind: "own columns" }
  | { kind: "student"; key: string; classId: string; studentId: string }
  | { kind: "assignment"; assignmentIds: readonly string[] };

interface DetailsSideProps {
  readonly classIds: readonly string[];
  readonly period: Period;
  readonly beside: Beside;
  readonly onChange: (beside: Beside) => void;
  readonly onClose: () => void;
  readonly onEditAssignment: (assignmentId: string) => void;
}

export function DetailsSide({ classIds, period, beside, onChange, onClose, onEditAssignment }: DetailsSideProps) {
  const { world } = useVine();
  // What is set for a class stands beside it alone.
  const [classId = ""] = classIds.length === 1 ? classIds : [];
  const schoolClass = world.classes.get(classId);
  const back = (
    <Button variant="link" size="sm" onClick={() => onChange({ kind: "class" })}>
      {classIds.length > 1 ? "Back to the classes" : "Back to the class"}
    </Button>
  );
  return (
    <aside className="grid-side" aria-label="Details">
      <button type="button" className="side-close" aria-label="Hide the details" onClick={onClose}>
        <X size={16} aria-hidden />
      </button>
      {beside.kind === "class" && <ClassPart classIds={classIds} period={period} />}
      {beside.kind === "settings" && schoolClass && (
        <ClassSettings key={classId} schoolClass={schoolClass} period={period} />
      )}
      {beside.kind === "log" && schoolClass && <ClassLog key={classId} classId={classId} />}
      {beside.kind === "checklists" && schoolClass && <Checklists key={classId} classId={classId} period={period} />}
      {beside.kind === "own columns" && schoolClass && <ExtraColumns key={classId} classId={classId} period={period} />}
      {beside.kind === "assignment" && (
        <AssignmentPart period={period} assignmentIds={beside.assignmentIds} back={back} onEdit={onEditAssignment} />
      )}
      {beside.kind === "student" && (
        <StudentPart classId={beside.classId} studentId={beside.studentId} period={period} back={back} />
      )}
    </aside>
  );
}

/** The conditions that say which values make one bar. */
function within({ from, to }: DistributionBar, measured: (bound: Bound) => Condition): Condition[] {
  const lowest = measured({ comparison: "at least", percent: from });
  return to === undefined ? [lowest] : [lowest, measured({ comparison: "below", percent: to })];
}
interface Bound {
  readonly comparison: "at least" | "below";
  readonly percent: number;
}

function ClassPart({ classIds, period }: { classIds: readonly string[]; period: Period }) {
  const createNote = useCreateNote();
  const details = useAnswer((engine) => engine.classDetails(classIds, period), [classIds, period]);
  if (!details) return <Skeleton words="Making the statistics" />;
  return (
    <section aria-labelledby="class-details">
      <h2 id="class-details">{details.title}</h2>
      <Statistics
        view={details}
        label={details.title}
        onWrite={(bar) =>
          createNote("progress", {
            classIds: [...classIds],
            period,
            conditions: within(bar, (bound) => ({ kind: "overall", ...bound })),
          })
        }
      />
      <p className="quiet small mt-3">
        Choose a student’s name to see how an average is made, or the heading of an assignment to see how it went.
      </p>
    </section>
  );
}

function AssignmentPart({
  period,
  assignmentIds,
  back,
  onEdit,
}: {
  period: Period;
  assignmentIds: readonly string[];
  back: React.ReactNode;
  onEdit: (assignmentId: string) => void;
}) {
  const { world } = useVine();
  const createNote = useCreateNote();
  const details = useAnswer((engine) => engine.assignmentDetails(assignmentIds), [assignmentIds]);
  const classIds = assignmentIds.flatMap((id) => world.assignments.get(id)?.classId ?? []);
  const [only] = assignmentIds.length === 1 ? assignmentIds : [];
  if (!details) return <Skeleton words="Making the statistics" />;
  const assignment = details.title;
  return (
    <section aria-labelledby="assignment-details">
      {back}
      <h2 id="assignment-details">{details.title}</h2>
      <p className="quiet small">{details.about}</p>
      {only !== undefined && (
        <Button size="sm" variant="outline-primary" className="mb-2" onClick={() => onEdit(only)}>
          Change this assignment
        </Button>
      )}
      <Statistics
        view={details}
        label={`Percents on ${assignment}`}
        onWrite={(bar) =>
          createNote("progress", {
            classIds,
            period,
            conditions: within(bar, ({ comparison, percent }) => ({
              kind: "assignment",
              assignment,
              comparison,
              value: percent,
              unit: "percent",
            })),
          })
        }
      />
      <h3 className="mt-3">{counted(details.missing.length, "student")} missing it</h3>
      <ul className="small ps-3" data-private>
        {details.missing.map((name, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two students may have one name
          <li key={place}>{name}</li>
        ))}
      </ul>
      {details.missing.length > 0 && (
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() =>
            createNote("missing work", {
              classIds,
              period,
              conditions: [{ kind: "assignment status", assignment, status: "not handed in" }],
            })
          }
        >
          Write to those missing it
        </Button>
      )}
      {only !== undefined && <Feedback key={only} assignmentId={only} />}
    </section>
  );
}

function Statistics({
  view,
  label,
  onWrite,
}: {
  view: StatisticsView;
  label: string;
  onWrite: (bar: DistributionBar) => void;
}) {
  if (view.bars.length === 0) return <p className="quiet">No figures yet.</p>;
  return (
    <>
      <DistributionChart bars={view.bars} label={label} onWrite={onWrite} />
      <dl className="pairs small mt-2 mb-0">
        {view.words.map(({ label: words, value }) => (
          <div key={words}>
            <dt>{words}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}

function StudentPart({
  classId,
  studentId,
  period,
  back,
}: {
  classId: string;
  studentId: string;
  period: Period;
  back: React.ReactNode;
}) {
  const details = useAnswer(
    (engine) => engine.studentDetails(classId, studentId, period),
    [classId, studentId, period],
  );
  const createNote = useCreateNote();
  if (!details) return <Skeleton words="Explaining the average" />;
  return (
    <section aria-labelledby="student-details" data-private>
      {back}
      <h2 id="student-details">{details.name}</h2>
      <p className="lead-line mb-0">{details.overall}</p>
      <p className="small quiet mb-2">{details.change}</p>
      <Link className="btn btn-outline-primary btn-sm mb-3 me-2" href={`/students/${encodeURIComponent(studentId)}`}>
        Student sheet
      </Link>
      <Button
        size="sm"
        variant="outline-primary"
        className="mb-3"
        onClick={() =>
          createNote("progress", {
            classIds: [classId],
            period,
            conditions: [{ kind: "chosen", studentIds: [studentId] }],
          })
        }
      >
        Write to this family
      </Button>
      {details.handingIn && (
        <div className="finding mb-3">
          <strong>{details.handingIn}</strong>
          <ul className="mb-0 mt-1 ps-3">
            {details.missing.map(({ words, lifts }) => (
              <li key={words}>
                {words} <span className="quiet">{lifts}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
      {details.trend.length > 1 && (
        <>
          <h3>After each due date</h3>
          <TrendChart points={details.trend} />
        </>
      )}
      <HowMade details={details} />
    </section>
  );
}

/** Every score with what it counts as, adding up to the average that is shown. */
function HowMade({ details }: { details: StudentDetails }) {
  return (
    <>
      <h3 className="mt-3">How is this made</h3>
      <p className="quiet small">{details.method}</p>
      {details.terms.map(({ name, average, weight }) => (
        <p key={name} className="small mb-1">
          {name}: {average}, weight {weight}
        </p>
      ))}
      {details.categories.map(({ name, average, sum, share, scores }) => (
        <details key={name} className="made">
          <summary>
            <strong>{name}</strong> {average}{" "}
            <span className="quiet small">
              {sum}, {share}
            </span>
          </summary>
          <table className="table table-sm small mb-0">
            <tbody>
              {scores.map(({ title, score, counts, isOut }) => (
                <tr key={title} className={isOut ? "quiet" : ""}>
                  <td>{title}</td>
                  <td className="numeric">{score}</td>
                  <td>{counts}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      ))}
    </>
  );
}
