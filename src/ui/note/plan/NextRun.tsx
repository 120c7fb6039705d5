"use client";
import { useEffect, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { findingWords, isCaution, isStop } from "@/core/check/finding";
import { holdsRun } from "@/core/delivery/plans/usualRun";
import type { Note } from "@/core/model/note";
import type { Plan } from "@/core/model/plan";
import { fullName } from "@/core/model/student";
import { nextRunAt, previewLettersFor, previewNextRun, type ShownRunLetter } from "@/office/automatic/previewRun";

import { formatMoment } from "@/ui/shared/formatMoment";
import { LetterFrame } from "@/ui/shared/LetterFrame";
import { useVine } from "@/ui/shared/VineContext";
import type { DryRun } from "@/workers/engine/planRebuild";

/** More lines than anybody reads. */
const MOST_SHOWN = 200;

/** The next run as things stand: when, to whom and why, what would hold it; worked out by what will send it. */
export function NextRun({ plan, note }: { plan: Plan; note: Note }) {
  const { office, revision } = useVine();
  const [run, setRun] = useState<DryRun & { readonly at: number }>();
  const [openId, setOpenId] = useState<string>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another state of the data is a reason to ask again
  useEffect(() => {
    let wanted = true;
    void previewNextRun(office, plan, note).then((found) => wanted && setRun(found));
    return () => {
      wanted = false;
    };
  }, [office, revision, plan, note]);
  const next = nextRunAt(office, plan);
  const held = run?.check.findings.filter(
    ({ finding }) => isStop(finding) || (isCaution(finding) && holdsRun(plan, finding.code)),
  );
  return (
    <section className="sheet" aria-labelledby="next-run">
      <h2 id="next-run">The next run</h2>
      <p className="mb-1" role="status">
        {plan.when.kind !== "times"
          ? "Waits for what comes in. If it went now:"
          : next === undefined
            ? "There is none any more. If it went now:"
            : `${plan.isOn ? "" : "If it were on: "}${formatMoment(next)}, as things stand:`}
      </p>
      {!run ? (
        <p className="quiet small">Working it out …</p>
      ) : (
        <>
          <p className="mb-2">
            <strong>{run.letters.length === 0 ? "Nobody would get a letter." : run.summary}</strong>
          </p>
          {run.letters.length > 0 &&
            held?.map(({ id, finding, title }) => (
              <p key={id} className={`finding ${isStop(finding) ? "is-stop" : ""} small mb-2`}>
                It would wait for you: {title}
                <br />
                <span className="quiet">{findingWords(finding).mend}</span>
              </p>
            ))}
          {run.stopped.map(({ key, words }) => (
            <p key={key} className="finding is-stop small mb-2" data-private>
              Left out, since it can’t go: {words}
            </p>
          ))}
          <ul className="lines">
            {run.letters.slice(0, MOST_SHOWN).map(({ key, to, about, reason }) => (
              <li key={key}>
                <div className="line-main" data-private>
                  <strong>{to}</strong>, about {about}
                  <div className="quiet small">{reason}</div>
                </div>
                <Button size="sm" variant="link" onClick={() => setOpenId(recipientOf(key))}>
                  Read<span className="visually-hidden"> the letter to {to}</span>
                </Button>
              </li>
            ))}
          </ul>
          {run.letters.length > MOST_SHOWN && <p className="quiet small">and {run.letters.length - MOST_SHOWN} more</p>}
          {run.leftOut.length > 0 && (
            <details className="small">
              <summary>{run.leftOut.length} get none, and why</summary>
              <ul data-private>
                {run.leftOut.slice(0, MOST_SHOWN).map(({ key, words }) => (
                  <li key={key}>{words}</li>
                ))}
              </ul>
            </details>
          )}
          {plan.digest && <AnyFamily onOpen={setOpenId} />}
        </>
      )}
      {openId !== undefined && <ShownLetter plan={plan} note={note} recipientId={openId} />}
    </section>
  );
}

/** The recipient of a letter, by its key. */
function recipientOf(key: string): string {
  return key.slice(key.lastIndexOf("/") + 1);
}

/** What a family would get in a digest, whoever it is. */
function AnyFamily({ onOpen }: { onOpen: (id: string) => void }) {
  const { world } = useVine();
  const guardians = [...world.guardians.values()].sort((a, b) => a.familyName.localeCompare(b.familyName));
  return (
    <Form.Group controlId="any-family" className="mt-2">
      <Form.Label className="small mb-1">What would this family get?</Form.Label>
      <Form.Select size="sm" data-private defaultValue="" onChange={({ target }) => onOpen(target.value)}>
        <option value="" disabled>
          choose somebody …
        </option>
        {guardians.map((guardian) => (
          <option key={guardian.id} value={guardian.id}>
            {fullName(guardian)}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  );
}

function ShownLetter({ plan, note, recipientId }: { plan: Plan; note: Note; recipientId: string }) {
  const { office } = useVine();
  const [letters, setLetters] = useState<readonly ShownRunLetter[]>();
  useEffect(() => {
    let wanted = true;
    void previewLettersFor(office, { plan, note }, recipientId, plan.digest !== undefined).then(
      (found) => wanted && setLetters(found),
    );
    return () => {
      wanted = false;
    };
  }, [office, plan, note, recipientId]);
  if (!letters) return <p className="quiet small">Making the letter …</p>;
  if (letters.length === 0)
    return <p className="small mt-2">Nobody can be written to there, or there is nothing to say.</p>;
  return (
    <div className="mt-2" data-private>
      {letters.map(({ subject, html }) => (
        <div key={html} className="mb-3">
          <strong className="small">{subject}</strong>
          <LetterFrame title={`Letter: ${subject}`} html={html} />
        </div>
      ))}
    </div>
  );
}
