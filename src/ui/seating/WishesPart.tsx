"use client";
import { X } from "lucide-react";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { sameData } from "@/core/change/change";
import { MOST_WISHES, type SeatingPlan, type SeatingWish } from "@/core/model/seatingPlan";
import { byFamilyName, fullName, type Student } from "@/core/model/student";
import { unmetWishes } from "@/core/seating/room";

const KINDS: Readonly<Record<SeatingWish["kind"], string>> = {
  "in front": "in front",
  "not beside the door": "not beside the door",
  apart: "apart from",
  together: "together with",
};

interface WishesPartProps {
  readonly plan: SeatingPlan;
  readonly students: readonly Student[];
  readonly onChange: (next: SeatingPlan, words: string) => void;
}

/** What is wished of where students sit, and whether it is so now. */
export function WishesPart({ plan, students, onChange }: WishesPartProps) {
  const [kind, setKind] = useState<SeatingWish["kind"]>("in front");
  const [one, setOne] = useState("");
  const [other, setOther] = useState("");
  const sorted = [...students].sort(byFamilyName);
  const unmet = unmetWishes(plan);
  const isOfTwo = kind === "apart" || kind === "together";
  const isWhole = one !== "" && (!isOfTwo || (other !== "" && other !== one));
  const name = (id: string) => {
    const student = students.find((known) => known.id === id);
    return student ? fullName(student) : "somebody who is not in this class any more";
  };
  const add = () => {
    const wish: SeatingWish = isOfTwo ? { kind, studentId: one, otherId: other } : { kind, studentId: one };
    if (!plan.wishes.some((known) => sameData(known, wish)))
      onChange({ ...plan, wishes: [...plan.wishes, wish] }, "A wish was added to a plan.");
    setOther("");
    setOne("");
  };
  return (
    <section className="sheet d-grid gap-2" aria-labelledby="wishes">
      <h2 id="wishes">Wishes</h2>
      {plan.wishes.length === 0 && <p className="quiet small mb-0">None yet. “Propose seats” keeps all it can.</p>}
      <ul className="list-unstyled small mb-0" data-private>
        {plan.wishes.map((wish) => {
          const isUnmet = unmet.includes(wish);
          return (
            <li key={JSON.stringify(wish)} className="d-flex gap-2 align-items-center">
              <span className={`flex-grow-1 ${isUnmet ? "text-danger" : ""}`}>
                {name(wish.studentId)} {KINDS[wish.kind]} {"otherId" in wish && name(wish.otherId)}
                {isUnmet && <strong> (not so now)</strong>}
              </span>
              <button
                type="button"
                className="btn btn-sm"
                aria-label={`Take this wish of ${name(wish.studentId)} out`}
                onClick={() =>
                  onChange({ ...plan, wishes: plan.wishes.filter((known) => known !== wish) }, "A wish was taken out.")
                }
              >
                <X size={14} aria-hidden />
              </button>
            </li>
          );
        })}
      </ul>
      {plan.wishes.length < MOST_WISHES && (
        <Form
          className="d-grid gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (isWhole) add();
          }}
        >
          <StudentSelect label="Who" students={sorted} value={one} onChange={setOne} />
          <Form.Select
            size="sm"
            aria-label="What is wished"
            value={kind}
            onChange={(event) => setKind(event.target.value as SeatingWish["kind"])}
          >
            {Object.entries(KINDS).map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </Form.Select>
          {isOfTwo && <StudentSelect label="And whom" students={sorted} value={other} onChange={setOther} />}
          <Button size="sm" type="submit" variant="outline-primary" disabled={!isWhole}>
            Add this wish
          </Button>
        </Form>
      )}
    </section>
  );
}

interface StudentSelectProps {
  readonly label: "Who" | "And whom";
  readonly students: readonly Student[];
  readonly value: string;
  readonly onChange: (studentId: string) => void;
}

function StudentSelect({ label, students, value, onChange }: StudentSelectProps) {
  return (
    <Form.Select
      size="sm"
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      data-private
    >
      <option value="">{label === "Who" ? "who" : "whom"}</option>
      {students.map((student) => (
        <option key={student.id} value={student.id}>
          {fullName(student)}
        </option>
      ))}
    </Form.Select>
  );
}
