"use client";
import { Button } from "react-bootstrap";
import { fullName } from "@/core/model/student";
import { currentPeriod } from "@/core/model/term";
import { counted } from "@/core/words";
import { useCreateNote } from "@/ui/note/library/useCreateNote";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useVine } from "@/ui/shared/VineContext";

const MOST_NAMED = 5;

/** Which families heard lately and which did not, and who heard only concern; each can be written to at once. */
export function BalanceSheet() {
  const { world, today } = useVine();
  const createNote = useCreateNote();
  const view = useAnswer((engine) => engine.balance(), []);
  if (!view) return null;
  const period = currentPeriod(world, today);
  const most = Math.max(1, ...view.bands.map(({ studentIds }) => studentIds.length));
  const write = (starter: "well done" | "progress", studentIds: readonly string[]) =>
    createNote(starter, { classIds: "all", period, conditions: [{ kind: "chosen", studentIds: [...studentIds] }] });
  const names = view.onlyConcern.slice(0, MOST_NAMED).flatMap((id) => {
    const student = world.students.get(id);
    return student ? [fullName(student)] : [];
  });
  return (
    <section className="sheet" aria-labelledby="balance">
      <h2 id="balance">Who has heard from you</h2>
      <ul className="bands">
        {view.bands.map(({ words, studentIds }) => (
          <li key={words}>
            <span className="band-words">{words}</span>
            <span className="numeric">{counted(studentIds.length, "student")}</span>
            <Button
              size="sm"
              variant="link"
              disabled={studentIds.length === 0}
              onClick={() => write("progress", studentIds)}
            >
              Write to these<span className="visually-hidden"> who heard {words}</span>
            </Button>
            <span className="band-bar" aria-hidden>
              <span style={{ width: `${(100 * studentIds.length) / most}%` }} />
            </span>
          </li>
        ))}
      </ul>
      {view.onlyConcern.length > 0 && (
        <div className="finding mt-3">
          The families of <strong>{counted(view.onlyConcern.length, "student")}</strong> heard only concern so far
          <div className="quiet small" data-private>
            {names.join(", ")}
            {view.onlyConcern.length > names.length && " and others"}
          </div>
          <Button
            size="sm"
            variant="outline-primary"
            className="mt-2"
            onClick={() => write("well done", view.onlyConcern)}
          >
            Find something good to say
          </Button>
        </div>
      )}
    </section>
  );
}
