"use client";
import { Plus, X } from "lucide-react";
import { memo, type ReactNode, useMemo } from "react";
import { Button, Form } from "react-bootstrap";
import { sameData } from "@/core/change/change";
import type { Note } from "@/core/model/note";
import { isAverageCondition } from "@/core/selection/conditions/comparedAverage";
import type { NotePeople } from "@/core/selection/planNote";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useKept } from "@/ui/shared/useKept";
import type { MatchView, PeopleView } from "@/workers/engine/peopleView";
import { KeptSelectionBar } from "./KeptSelectionBar";
import { PrintInSpite } from "./PrintInSpite";
import { RecipientChoice } from "./RecipientChoice";
import { SelectionSentence } from "./SelectionSentence";
import { StripPlot } from "./StripPlot";

const NAMES_IN_PART = 200;

interface WhoPartProps {
  readonly note: NotePeople;
  readonly keptSelectionId: string | undefined;
  readonly people: PeopleView;
  /** The key of the letter that is shown. */
  readonly shown: string | undefined;
  readonly onChange: (part: Partial<Note>) => void;
  readonly onShow: (letterKey: string) => void;
}

/** Drawn again only when the people change, not with every letter typed. Who gets the note, why, who only just does not, and who is left out. */
export const WhoPart = memo(function WhoPart(props: WhoPartProps) {
  const { note, keptSelectionId, people, shown, onChange, onShow } = props;
  const { selection } = note;
  const kept = useKept((read) => read.keptByName(), [])?.find(({ id }) => id === keptSelectionId);
  const seen = kept?.seen.keys;
  const news = useAnswer((engine) => engine.news(selection, seen ?? []), [selection, seen]);
  const isNew = new Set(kept && sameData(kept.selection, selection) ? news?.come : []);
  const setLeftOut = (leftOutStudentIds: string[]) => onChange({ selection: { ...selection, leftOutStudentIds } });
  const leaveOut = (id: string) => setLeftOut([...new Set([...selection.leftOutStudentIds, id])]);
  const takeIn = (id: string) => setLeftOut(selection.leftOutStudentIds.filter((known) => known !== id));
  const add = (id: string) =>
    onChange({ selection: { ...selection, addedStudentIds: [...new Set([...selection.addedStudentIds, id])] } });
  const measured = people.strip ? selection.conditions[people.strip.condition] : undefined;
  const setThreshold = (percent: number) => {
    const place = people.strip?.condition;
    const conditions = selection.conditions.map((part, at) =>
      at === place && isAverageCondition(part) ? { ...part, percent } : part,
    );
    onChange({ selection: { ...selection, conditions } });
  };
  const lastRound = useKept((read) => read.lastRoundOf(note.id), [note.id]);
  const letterOf = useMemo(
    // Of several letters about a child the first.
    () =>
      new Map([...people.letters].reverse().flatMap(({ key, matchKeys }) => matchKeys.map((match) => [match, key]))),
    [people.letters],
  );
  const shownLetter = people.letters.find(({ key }) => key === shown);
  const noLetters = people.leftOutRecipients.length + people.leftOutByHand.length;

  const inLetter = new Set(shownLetter?.matchKeys);
  // A letter about several children is shown with the first of them.
  const inSight = people.selected.find(({ key }) => inLetter.has(key));
  return (
    <section className="workspace-part" aria-label="Who gets it">
      <KeptSelectionBar note={note} kept={kept} news={news} onChange={onChange} />
      <SelectionSentence note={note} onChange={onChange} />
      <Form.Check
        id="per-family"
        className="small"
        label="One letter to each family, about all its children and classes"
        checked={note.perFamily}
        onChange={(event) => onChange({ perFamily: event.target.checked })}
      />
      {lastRound && (
        <Form.Check
          id="only-new"
          className="small"
          label={`Only to those who have not had it (last sent ${formatMoment(lastRound.leavesAt)})`}
          checked={note.onlyNew === true}
          onChange={(event) => onChange({ onlyNew: event.target.checked })}
        />
      )}
      {people.strip && isAverageCondition(measured) && (
        <StripPlot strip={people.strip} threshold={measured.percent} onThreshold={setThreshold} />
      )}
      <div>
        <h2>{people.selectedWords}</h2>
        <WhoList of={people.selected}>
          {(match) => {
            const key = letterOf.get(match.key);
            return (
              <li
                key={match.key}
                ref={match === inSight ? intoView : undefined}
                className={inLetter.has(match.key) ? "is-shown" : ""}
              >
                <button
                  type="button"
                  className="who-open"
                  disabled={!key}
                  onClick={() => key && onShow(key)}
                  data-private
                >
                  <bdi>{match.name}</bdi>
                </button>
                {isNew.has(match.key) && <strong className="is-new"> new</strong>}
                <div data-private>{match.reason}</div>
                <RecipientChoice
                  studentId={match.studentId}
                  name={match.name}
                  words={match.recipients}
                  note={note}
                  onChange={onChange}
                />
                <button
                  type="button"
                  className="who-out"
                  onClick={() => leaveOut(match.studentId)}
                  aria-label={`Leave out ${match.name}`}
                >
                  <X size={15} aria-hidden />
                </button>
              </li>
            );
          }}
        </WhoList>
      </div>
      <MatchList title="Only just outside" matches={people.nearMisses} onAdd={add} />
      <MatchList title="Without an average" matches={people.noAverage} onAdd={add} />
      {noLetters > 0 && (
        <div>
          <h2>Left out</h2>
          <WhoList of={people.leftOutByHand}>
            {(match) => (
              <li key={match.key}>
                <strong data-private>
                  <bdi>{match.name}</bdi>
                </strong>
                , by hand
                <TakeIn name={match.name} onTakeIn={() => takeIn(match.studentId)} />
              </li>
            )}
          </WhoList>
          <WhoList of={people.leftOutRecipients}>
            {({ key, recipientId, name, about, cause }) => (
              <li key={key}>
                <strong data-private>
                  <bdi>{name}</bdi>
                </strong>{" "}
                <span data-private>for {about}</span>: {cause}
                {cause === "asked not to be written to" && (
                  <>
                    {" "}
                    <PrintInSpite noteId={note.id} recipientId={recipientId} name={name} />
                  </>
                )}
                {cause === "left out by hand" && (
                  <TakeIn
                    name={name}
                    onTakeIn={() =>
                      onChange({ leftOutRecipientIds: note.leftOutRecipientIds.filter((id) => id !== recipientId) })
                    }
                  />
                )}
              </li>
            )}
          </WhoList>
        </div>
      )}
    </section>
  );
});

/** Keeps the student whose letter is shown in sight. */
function intoView(element: HTMLLIElement | null): void {
  element?.scrollIntoView({ block: "nearest" });
}

function TakeIn({ name, onTakeIn }: { name: string; onTakeIn: () => void }) {
  return (
    <Button variant="link" className="who-out" onClick={onTakeIn} aria-label={`Take ${name} in again`}>
      <Plus size={15} aria-hidden />
    </Button>
  );
}

function MatchList({
  title,
  matches,
  onAdd,
}: {
  title: string;
  matches: readonly MatchView[];
  onAdd: (studentId: string) => void;
}) {
  if (matches.length === 0) return null;
  return (
    <div>
      <h2>{title}</h2>
      <WhoList of={matches}>
        {(match) => (
          <li key={match.key} data-private>
            <strong>
              <bdi>{match.name}</bdi>
            </strong>
            <div>{match.reason}</div>
            <button
              type="button"
              className="who-out"
              onClick={() => onAdd(match.studentId)}
              aria-label={`Add ${match.name} all the same`}
            >
              <Plus size={15} aria-hidden />
            </button>
          </li>
        )}
      </WhoList>
    </div>
  );
}

/** A list of names; a long one is several, so that what is far out of sight costs nothing while somebody writes. */
function WhoList<One>({ of, children }: { of: readonly One[]; children: (one: One) => ReactNode }) {
  const parts = Array.from({ length: Math.ceil(of.length / NAMES_IN_PART) }, (_, part) =>
    of.slice(part * NAMES_IN_PART, (part + 1) * NAMES_IN_PART),
  );
  return parts.map((part, place) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: a part is its place
    <ul key={place} className={`who-list small ${parts.length > 1 ? "is-part" : ""}`}>
      {part.map(children)}
    </ul>
  ));
}
