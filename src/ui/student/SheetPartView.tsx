"use client";
import dynamic from "next/dynamic";
import { STATE_WORDS } from "@/core/delivery/letterState";
import { extraColumnsOfStudent } from "@/core/families/familyDraft";
import { rubricLines } from "@/core/letter/fields/rubricLines";
import { checklistsOf, markOf } from "@/core/model/checklist";
import { ownValueText } from "@/core/model/extraColumn";
import { classLabel, type SchoolClass } from "@/core/model/schoolClass";
import { fullName, type Student } from "@/core/model/student";
import { type Period, WHOLE_YEAR } from "@/core/model/term";
import { CONFIRMATION_WORDS } from "@/ui/families/GuardianCard";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import type { StudentDetails } from "@/workers/engine/studentDetails";
import { PART_WORDS, type SheetPart } from "./sheetParts";

const TrendChart = dynamic(() => import("@/ui/gradebook/Charts").then((charts) => charts.TrendChart), { ssr: false });

interface PartProps {
  readonly student: Student;
  readonly classes: readonly SchoolClass[];
  /** What is known of the student in each of these classes, once it is there. */
  readonly details: readonly (StudentDetails | undefined)[] | undefined;
  readonly period: Period;
  /** Whether others look on: then nothing of the rest of the class is told. */
  readonly isTurned: boolean;
}

/** One part of a student sheet. */
export function SheetPartView({ part, ...props }: PartProps & { readonly part: SheetPart }) {
  const Part = PARTS[part];
  return (
    <section className="sheet" aria-labelledby={`sheet-${part}`}>
      <h2 id={`sheet-${part}`}>{PART_WORDS[part]}</h2>
      <Part {...props} />
    </section>
  );
}

const PARTS: Record<SheetPart, (props: PartProps) => React.ReactNode> = {
  classes: Classes,
  "missing work": Missing,
  comments: Comments,
  checklists: Lists,
  "own columns": Own,
  "how to reach": Reach,
  talks: Talks,
  letters: Letters,
};

function Nothing({ words }: { words: string }) {
  return <p className="quiet mb-0">{words}</p>;
}

function Classes({ classes, details, period, isTurned }: PartProps) {
  const statistics = useAnswer(
    (engine) => Promise.all(classes.map(({ id }) => engine.classDetails([id], period))),
    [classes.map(({ id }) => id).join(), period],
  );
  if (classes.length === 0) return <Nothing words="In no class." />;
  return classes.map((one, place) => {
    const own = details?.[place];
    const median = statistics?.[place]?.words.find(({ label }) => label === "Median")?.value;
    return (
      <div key={one.id} className="mb-3">
        <h3>
          {classLabel(one)}: {own?.overall ?? "…"}
        </h3>
        {own?.change && <p className="quiet small mb-1">{own.change}</p>}
        {!isTurned && median && <p className="quiet small mb-1">The median of the class is {median}.</p>}
        <table className="table table-sm small mb-2">
          <tbody>
            {own?.categories
              .filter(({ average }) => average !== "none")
              .map(({ name, average, sum }) => (
                <tr key={name}>
                  <td>{name}</td>
                  <td>{average}</td>
                  <td className="quiet">{sum}</td>
                </tr>
              ))}
          </tbody>
        </table>
        {own && own.trend.length > 1 && <TrendChart points={own.trend} />}
      </div>
    );
  });
}

function Missing({ classes, details }: PartProps) {
  const { world } = useVine();
  const known = classes.filter(({ id }) => [...world.assignments.values()].some(({ classId }) => classId === id));
  if (known.length === 0) return <Nothing words="No work is known of these classes, so nothing can be said of it." />;
  const all = details?.flatMap((own, place) => (own && own.missing.length > 0 ? [{ own, place }] : [])) ?? [];
  if (details && all.length === 0) return <Nothing words="Nothing is missing." />;
  return all.map(({ own, place }) => (
    <div key={classes[place]?.id} className="mb-2">
      {classes.length > 1 && <h3>{classes[place] && classLabel(classes[place])}</h3>}
      <ul className="mb-1">
        {own.missing.map(({ words, lifts }) => (
          <li key={words}>
            {words}
            {lifts && <span className="quiet small"> ({lifts})</span>}
          </li>
        ))}
      </ul>
      {own.handingIn && <p className="mb-0">{own.handingIn}.</p>}
    </div>
  ));
}

function Comments({ student, classes, period }: PartProps) {
  const { world } = useVine();
  const ids = new Set(classes.map(({ id }) => id));
  const said = [...world.assignments.values()]
    .filter(({ classId, termId }) => ids.has(classId) && (period === WHOLE_YEAR || termId === period))
    .flatMap(({ id, title, rubric = [], dueDate = "" }) => {
      const score = world.scoreColumns.get(id)?.scores[student.id];
      const levels = rubricLines(rubric, score?.levels, "en").map(({ name, reached }) => `${name}: ${reached}`);
      const words = [...levels, score?.comment ?? ""].filter(Boolean).join("; ");
      return words ? [{ id, title, words, dueDate }] : [];
    })
    .sort((a, b) => b.dueDate.localeCompare(a.dueDate));
  if (said.length === 0) return <Nothing words="No work has a comment or a level yet." />;
  return (
    <ul className="lines">
      {said.map(({ id, title, words }) => (
        <li key={id}>
          <div className="line-main">
            <strong>{title}</strong>
            <div>{words}</div>
          </div>
        </li>
      ))}
    </ul>
  );
}

function Lists({ student, classes }: PartProps) {
  const { world } = useVine();
  const lists = [...new Set(classes.flatMap(({ id }) => checklistsOf(world.checklists.values(), id)))];
  if (lists.length === 0) return <Nothing words="There is no checklist for these classes." />;
  return (
    <ul className="mb-0">
      {lists.map((list) => (
        <li key={list.id}>
          {list.name}: {markOf(list, student.id)}
        </li>
      ))}
    </ul>
  );
}

function Own({ student }: PartProps) {
  const { world } = useVine();
  const columns = extraColumnsOfStudent(student, world).filter(({ values }) => values[student.id] !== undefined);
  if (columns.length === 0) return <Nothing words="Nothing of the teacher’s own is kept." />;
  return (
    <ul className="mb-0">
      {columns.map(({ id, name, values }) => (
        <li key={id}>
          {name}: {ownValueText(values[student.id])}
        </li>
      ))}
    </ul>
  );
}

function Reach({ student }: PartProps) {
  const { world } = useVine();
  const people = student.guardians.flatMap(({ guardianId, relation }) => {
    const guardian = world.guardians.get(guardianId);
    return guardian ? [{ guardian, relation }] : [];
  });
  if (people.length === 0) return <Nothing words="Nobody is known who looks after this student." />;
  return (
    <ul className="lines">
      {people.map(({ guardian, relation }) => (
        <li key={guardian.id}>
          <div className="line-main">
            <strong>{fullName(guardian)}</strong> <span className="quiet">{relation}</span>
            <div>{guardian.addresses[0] ?? "no address"}</div>
            <div className="quiet small">
              {CONFIRMATION_WORDS[guardian.confirmation]}
              {guardian.said && `: ${guardian.said.words}`}
            </div>
          </div>
        </li>
      ))}
    </ul>
  );
}

function Talks({ student }: PartProps) {
  const talks = useKept((read) => read.talksAbout(student.id), [student.id]);
  if (!talks) return null;
  if (talks.length === 0) return <Nothing words="No talk was noted yet." />;
  return (
    <ul className="lines">
      {talks.map(({ id, text, at }) => (
        <li key={id}>
          <div className="line-main">
            <div style={{ whiteSpace: "pre-wrap" }}>{text}</div>
            <div className="quiet small">{formatMoment(at)}</div>
          </div>
        </li>
      ))}
    </ul>
  );
}

const MOST_LETTERS = 8;

function Letters({ student }: PartProps) {
  const letters = useKept((read) => read.lettersAbout(student.id), [student.id]);
  if (!letters) return null;
  if (letters.length === 0) return <Nothing words="Nothing was written about this student yet." />;
  return (
    <ul className="lines">
      {letters.slice(0, MOST_LETTERS).map(({ id, subject, recipient, stateAt, state }) => (
        <li key={id}>
          <div className="line-main">
            {subject}
            <div className="quiet small">
              {formatMoment(stateAt)}, to {recipient.name}, {STATE_WORDS[state]}
            </div>
          </div>
        </li>
      ))}
    </ul>
  );
}
