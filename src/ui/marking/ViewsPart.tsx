"use client";
import { QRCodeSVG } from "qrcode.react";
import { useEffect, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import { updating } from "@/core/change/change";
import { comparedViews, viewsOf } from "@/core/figures/comparedViews";
import type { Assignment } from "@/core/model/assignment";
import type { Criterion, Reached } from "@/core/model/criterion";
import type { Marking } from "@/core/model/marking";
import type { Student } from "@/core/model/student";
import type { View } from "@/core/model/view";
import { publishViews, viewLink, viewLinks } from "@/office/marking/publishViews";
import { failureWords } from "@/ui/shared/failureWords";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { ViewLinksDialog } from "./ViewLinksDialog";

interface ViewsPartProps {
  readonly assignment: Assignment;
  readonly student: Student;
  readonly marking: Marking;
  readonly reached: Reached | undefined;
}

/** How the student and others see it beside how the teacher does; and the page on which they say so. */
export function ViewsPart({ assignment, student, marking, reached }: ViewsPartProps) {
  const { world } = useVine();
  const views = viewsOf(world, assignment.id, student.id);
  const unmatched = [...world.views.values()].filter(
    (view) => view.assignmentId === assignment.id && !world.students.has(view.studentId),
  );
  return (
    <div className="d-grid gap-3">
      {views.length === 0 ? (
        <p className="quiet small mb-0">No view of this student came in yet.</p>
      ) : (
        <Comparison rubric={assignment.rubric ?? []} reached={reached} views={views} />
      )}
      <Comments views={views} />
      {unmatched.map((view) => (
        <Unmatched key={view.id} view={view} assignment={assignment} student={student} />
      ))}
      <ViewPagePart assignment={assignment} student={student} marking={marking} />
    </div>
  );
}

function Comparison({
  rubric,
  reached,
  views,
}: {
  rubric: readonly Criterion[];
  reached: Reached | undefined;
  views: readonly View[];
}) {
  const words = ({ levels }: Criterion, mark: string | number | undefined) =>
    typeof mark === "string" ? levels.find(({ id }) => id === mark)?.label : mark;
  return (
    <table className="table table-sm small mb-0" data-private>
      <thead>
        <tr>
          <th scope="col">Criterion</th>
          <th scope="col">Mine</th>
          <th scope="col">Own view</th>
          <th scope="col">Others</th>
        </tr>
      </thead>
      <tbody>
        {comparedViews(rubric, reached, views).map(({ criterion, teacher, own, others, count, differs }) => (
          <tr key={criterion.id} className={differs ? "is-apart" : ""}>
            <th scope="row">
              {criterion.name}
              {differs && <div className="is-apart-word">differs</div>}
            </th>
            <td>{words(criterion, teacher) ?? "–"}</td>
            <td>{words(criterion, own) ?? "–"}</td>
            <td>
              {words(criterion, others) ?? "–"}
              {count > 0 && <span className="quiet"> ({count})</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What was written, one by one; what is ticked goes into the feedback. */
function Comments({ views }: { views: readonly View[] }) {
  const change = useChange();
  const written = views.filter(({ comment }) => comment);
  if (written.length === 0) return null;
  return (
    <div className="d-grid gap-1 small" data-private>
      {written.map((view) => (
        <Form.Check
          key={view.id}
          id={`view-in-${view.id}`}
          label={`${view.by === "own" ? "Own view" : "Somebody"}: ${view.comment}`}
          checked={view.inFeedback}
          onChange={() =>
            change(
              updating("views", view, { ...view, inFeedback: !view.inFeedback }),
              view.inFeedback ? "It is not in the feedback any more." : "It goes into the feedback.",
              { quietly: true },
            )
          }
        />
      ))}
      <span className="quiet">What is ticked goes into the feedback, without a name.</span>
    </div>
  );
}

/** Whose number nobody in the class has: the teacher may know. */
function Unmatched({ view, assignment, student }: { view: View; assignment: Assignment; student: Student }) {
  const change = useChange();
  return (
    <div className="finding small">
      A view on “{assignment.title}” came with the number {view.studentNumber || "that was left empty"}, which nobody in
      this class has.{" "}
      <Button
        size="sm"
        variant="link"
        onClick={() => change(updating("views", view, { ...view, studentId: student.id }), "The view was matched.")}
      >
        It is of {student.givenName}
      </Button>
    </div>
  );
}

function ViewPagePart({ assignment, student, marking }: Omit<ViewsPartProps, "reached">) {
  const { office } = useVine();
  const [busy, setBusy] = useState(false);
  const [lists, setLists] = useState(false);
  const { viewPage } = marking;
  const turn = async (isOpen: boolean) => {
    setBusy(true);
    try {
      const done = await publishViews(office, assignment, isOpen);
      if (!done.ok) toast.error(done.problem);
    } catch (cause) {
      toast.error(failureWords(cause));
    }
    setBusy(false);
  };
  if (!viewPage?.isOpen)
    return (
      <div className="small">
        <p className="quiet mb-1">
          Students, peers and visitors can say on a phone how they see it, by the same rubric. The page names nobody.
        </p>
        <Button
          size="sm"
          variant="outline-primary"
          disabled={busy || !assignment.rubric?.length}
          onClick={() => turn(true)}
        >
          Open the page for views
        </Button>
      </div>
    );
  return (
    <div className="small d-grid gap-2">
      <div>
        Class link <code className="user-select-all">{viewLink(office, viewPage.id)}</code>
        <br />
        Class code <strong>{viewPage.classCode}</strong>
      </div>
      <PresenterCode pageId={viewPage.id} student={student} />
      <div className="d-flex flex-wrap gap-2">
        <Button size="sm" variant="outline-primary" onClick={() => setLists(true)}>
          Personal links
        </Button>
        <Button size="sm" variant="link" disabled={busy} onClick={() => turn(false)}>
          Close the page
        </Button>
      </div>
      {lists && <ViewLinksDialog pageId={viewPage.id} classId={assignment.classId} onClose={() => setLists(false)} />}
    </div>
  );
}

/** What peers and visitors scan while somebody presents: it leads to a page about them and names nobody. */
function PresenterCode({ pageId, student }: { pageId: string; student: Student }) {
  const { office } = useVine();
  const [link, setLink] = useState<string>();
  useEffect(() => {
    let isWanted = true;
    setLink(undefined);
    viewLinks(office, pageId, [student.id]).then(
      (links) => isWanted && setLink(links.get(student.id)?.about),
      () => undefined,
    );
    return () => {
      isWanted = false;
    };
  }, [office, pageId, student.id]);
  if (!link) return null;
  return (
    <figure className="mb-0">
      <QRCodeSVG value={link} size={132} marginSize={2} title="QR code for those who watch" />
      <figcaption className="quiet">
        For those who watch: it leads to a page about who presents now.{" "}
        <a href={link} target="_blank" rel="noreferrer">
          Open it
        </a>
      </figcaption>
    </figure>
  );
}
