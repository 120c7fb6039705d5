"use client";
import Link from "next/link";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { sameData } from "@/core/change/change";
import { numberedName } from "@/core/families/addressList";
import { bringBack, mergeStudents, takeOut } from "@/core/families/editFamily";
import {
  draftChange,
  draftOf,
  emptyStudent,
  extraColumnsOfStudent,
  type FamilyDraft,
  type GuardianDraft,
  newGuardian,
  wrongOwnValue,
} from "@/core/families/familyDraft";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { confirmationSchema } from "@/core/model/guardian";
import { classLabel } from "@/core/model/schoolClass";
import { byFamilyName, fullName, type Student } from "@/core/model/student";
import { useLeaving, useUnkept } from "@/ui/shared/LeavingProvider";
import { OWN_TYPE_WORDS, OwnValueControl } from "@/ui/shared/OwnValueControl";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { AddressField } from "./AddressField";
import { CONFIRMATION_WORDS, GuardianCard } from "./GuardianCard";
import { PhotoPart } from "./PhotoPart";
import { liftsWithoutWhy, WhyOfLetters } from "./WhyOfLetters";

interface FamilyPanelProps {
  /** None for somebody new. */
  readonly student: Student | undefined;
  readonly onClose: () => void;
}

/** One student with the family, beside the list; kept as one change. */
export function FamilyPanel({ student, onClose }: FamilyPanelProps) {
  const { world, office } = useVine();
  const change = useChange();
  const leaving = useLeaving();
  // What it was when the panel was opened: others may change the family meanwhile.
  const [opened] = useState(world);
  const [begun] = useState<FamilyDraft>(() => draftOf(student ?? emptyStudent(), world));
  const [draft, setDraft] = useState(begun);
  const [isKept, setIsKept] = useState(false);
  useUnkept(!isKept && !sameData(draft, begun));
  const set = (part: Partial<Student>) => setDraft({ ...draft, student: { ...draft.student, ...part } });
  const setGuardians = (guardians: readonly GuardianDraft[]) => setDraft({ ...draft, guardians });
  const isBad = (address: string | undefined) => Boolean(address?.trim()) && !isGoodAddress(address?.trim() ?? "");
  const name = fullName(draft.student) || "New student";
  const wrongOwn = wrongOwnValue(draft, opened);
  const lifted =
    liftsWithoutWhy(draft.student, student) ||
    draft.guardians.some(({ guardian }) => liftsWithoutWhy(guardian, opened.guardians.get(guardian.id)));
  const problem = !draft.student.givenName.trim()
    ? "A student needs a given name."
    : isBad(draft.student.address)
      ? "The student’s address is not one yet."
      : wrongOwn
        ? `“${wrongOwn.name}” holds ${OWN_TYPE_WORDS[wrongOwn.type]}.`
        : lifted
          ? "Somebody wanted no more letters. Say why they are wanted again."
          : "";
  const keep = async () => {
    const wanted = draftChange(draft, opened, office.around.newId);
    if (!(await change(wanted, student ? `The family of ${name} was changed.` : `${name} was added.`))) return;
    setIsKept(true);
    onClose();
  };
  return (
    <Form
      className="sheet d-grid gap-2"
      aria-label={name}
      onSubmit={(event) => {
        event.preventDefault();
        if (!problem) void keep();
      }}
    >
      <div className="d-flex gap-2 align-items-baseline">
        <h2 className="flex-grow-1" data-private>
          {name}
        </h2>
        <Button variant="link" size="sm" onClick={() => leaving(onClose)}>
          Close
        </Button>
      </div>
      {student?.takenOutOf && <p className="finding">Taken out: in no class, and nobody writes about them.</p>}
      <PhotoPart student={draft.student} onChange={(photo) => set({ photo })} />
      <StudentFields draft={draft} before={student} set={set} />
      <ClassChecks draft={draft} onChange={(classIds) => setDraft({ ...draft, classIds })} />
      <OwnValues draft={draft} onChange={(own) => setDraft({ ...draft, own })} />
      {draft.guardians.map((one, place) => (
        <GuardianCard
          key={one.guardian.id}
          draft={one}
          place={place}
          before={opened.guardians.get(one.guardian.id)}
          sharedWith={[...opened.students.values()]
            .filter(
              ({ id, guardians }) => id !== student?.id && guardians.some((g) => g.guardianId === one.guardian.id),
            )
            .map(fullName)}
          onChange={(next) => setGuardians(draft.guardians.map((known) => (known === one ? next : known)))}
          onFirst={() => setGuardians([one, ...draft.guardians.filter((known) => known !== one)])}
          onRemove={() => setGuardians(draft.guardians.filter((known) => known !== one))}
        />
      ))}
      <div className="d-flex gap-2">
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => setGuardians([...draft.guardians, newGuardian(draft, office.around.newId)])}
        >
          Add a guardian
        </Button>
        <Button size="sm" type="submit" disabled={problem !== ""} className="ms-auto">
          Keep
        </Button>
      </div>
      {problem && <p className="small text-danger">{problem}</p>}
      {student && <OtherActions student={student} onClose={() => leaving(onClose)} />}
    </Form>
  );
}

interface StudentFieldsProps {
  readonly draft: FamilyDraft;
  readonly before: Student | undefined;
  readonly set: (part: Partial<Student>) => void;
}

function StudentFields({ draft: { student }, before, set }: StudentFieldsProps) {
  const field = (id: string, label: string, value: string, onChange: (value: string) => void, type = "text") => (
    <Form.Group controlId={`student-${id}`}>
      <Form.Label className="small mb-1">{label}</Form.Label>
      <Form.Control size="sm" type={type} value={value} onChange={(event) => onChange(event.target.value)} />
    </Form.Group>
  );
  return (
    <div className="two-fields" data-private>
      {field("given", "Given name", student.givenName, (givenName) => set({ givenName }))}
      {field("family", "Family name", student.familyName, (familyName) => set({ familyName }))}
      {field("called", "Called", student.preferredName ?? "", (name) => set({ preferredName: name || undefined }))}
      {field("number", "Student number", student.studentNumber, (studentNumber) => set({ studentNumber }))}
      {field(
        "birthday",
        "Birthday",
        student.birthday ?? "",
        (birthday) => set({ birthday: birthday || undefined }),
        "date",
      )}
      {field("tags", "Group tags, with commas", student.tags.join(", "), (text) =>
        set({
          tags: text
            .split(",")
            .map((tag) => tag.trimStart())
            .filter((tag, at, all) => tag || at === all.length - 1),
        }),
      )}
      <div className="two-wide">
        <AddressField
          id="student-address"
          label="The student’s own address"
          value={student.address ?? ""}
          onChange={(address) => set({ address: address || undefined })}
        />
        {student.address && (
          <Form.Select
            size="sm"
            className="mt-1"
            aria-label="Whether the student may be written to"
            value={student.confirmation ?? "not asked"}
            onChange={(event) => set({ confirmation: confirmationSchema.parse(event.target.value) })}
          >
            {confirmationSchema.options.map((option) => (
              <option key={option} value={option}>
                {CONFIRMATION_WORDS[option]}
              </option>
            ))}
          </Form.Select>
        )}
        <WhyOfLetters
          id="student"
          person={student}
          before={before}
          label="the student"
          onChange={(said) => set({ said })}
        />
      </div>
    </div>
  );
}

/** What is kept of the student under names of the teacher's own. */
function OwnValues({
  draft,
  onChange,
}: {
  draft: FamilyDraft;
  onChange: (own: Readonly<Record<string, string>>) => void;
}) {
  const { world } = useVine();
  const columns = extraColumnsOfStudent(draft.student, world);
  if (columns.length === 0) return null;
  return (
    <fieldset>
      <legend className="small mb-1">Extra columns</legend>
      <div className="two-fields" data-private>
        {columns.map(({ id, name, type, classId }) => {
          const schoolClass = world.classes.get(classId);
          return (
            <Form.Group key={id} controlId={`own-${id}`}>
              <Form.Label className="small mb-1">
                {name}
                {schoolClass && <span className="quiet">, {classLabel(schoolClass)}</span>}
              </Form.Label>
              <OwnValueControl
                type={type}
                value={draft.own[id] ?? ""}
                onChange={(value) => onChange({ ...draft.own, [id]: value })}
              />
            </Form.Group>
          );
        })}
      </div>
    </fieldset>
  );
}

function ClassChecks({ draft, onChange }: { draft: FamilyDraft; onChange: (classIds: readonly string[]) => void }) {
  const { world } = useVine();
  const { classIds } = draft;
  const classes = [...world.classes.values()];
  return (
    <fieldset>
      <legend className="small mb-1">Classes</legend>
      {classes.map((one) => (
        <Form.Check
          key={one.id}
          id={`in-${one.id}`}
          className="small"
          label={classLabel(one)}
          checked={classIds.includes(one.id)}
          onChange={(event) =>
            onChange(event.target.checked ? [...classIds, one.id] : classIds.filter((id) => id !== one.id))
          }
        />
      ))}
    </fieldset>
  );
}

/** What is done rarely: taking a student out and back, and making one of two. */
function OtherActions({ student, onClose }: { student: Student; onClose: () => void }) {
  const { world } = useVine();
  const change = useChange();
  const [merging, setMerging] = useState(false);
  const name = fullName(student);
  return (
    <div className="border-top pt-2 d-grid gap-2">
      <div className="d-flex flex-wrap gap-2">
        {student.takenOutOf ? (
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => change((now) => bringBack(student, now), `${name} was brought back.`).then(onClose)}
          >
            Bring back
          </Button>
        ) : (
          <Button
            size="sm"
            variant="outline-secondary"
            onClick={() =>
              change((now) => takeOut(student, now), `${name} was taken out. Scores and letters are kept.`).then(
                onClose,
              )
            }
          >
            Take out
          </Button>
        )}
        <Link className="btn btn-outline-secondary btn-sm" href={`/students/${encodeURIComponent(student.id)}`}>
          Student sheet
        </Link>
        <Link className="btn btn-outline-secondary btn-sm" href={`/record/family/${encodeURIComponent(student.id)}`}>
          Letters and talks
        </Link>
        <Button size="sm" variant="outline-secondary" onClick={() => setMerging(!merging)} aria-expanded={merging}>
          Same person as …
        </Button>
      </div>
      {merging && (
        <Form.Select
          size="sm"
          aria-label="The same person as"
          value=""
          onChange={(event) => {
            const other = world.students.get(event.target.value);
            if (other)
              void change((now) => mergeStudents(student, other, now), `${name} was made one person of two.`).then(
                onClose,
              );
          }}
        >
          <option value="" disabled>
            Choose who is the same person
          </option>
          {[...world.students.values()]
            .filter(({ id }) => id !== student.id)
            .sort(byFamilyName)
            .map((other) => (
              <option key={other.id} value={other.id}>
                {numberedName(other)}
              </option>
            ))}
        </Form.Select>
      )}
    </div>
  );
}
