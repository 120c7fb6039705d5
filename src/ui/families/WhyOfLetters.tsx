"use client";
import { Form } from "react-bootstrap";
import { type Guardian, wantsNoLetters } from "@/core/model/guardian";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useVine } from "@/ui/shared/VineContext";

type Person = Partial<Pick<Guardian, "confirmation" | "said">>;

interface WhyOfLettersProps {
  readonly id: string;
  readonly person: Person;
  readonly before: Person | undefined;
  /** Whom it is about, for who can't see the place. */
  readonly label: string;
  readonly onChange: (said: Guardian["said"]) => void;
}

/** Whether somebody who wanted no letters would be written to again by what is edited, and nobody said why. */
export function liftsWithoutWhy(person: Person, before: Person | undefined): boolean {
  const isLifted = before !== undefined && wantsNoLetters(before) && !wantsNoLetters(person);
  return isLifted && (!person.said?.words.trim() || person.said.words === before.said?.words);
}

/** Why no more letters are wanted, and when that was said; taking it back needs a word of its own. */
export function WhyOfLetters({ id, person, before, label, onChange }: WhyOfLettersProps) {
  const { now } = useVine();
  const isNo = wantsNoLetters(person);
  const wasNo = before !== undefined && wantsNoLetters(before);
  if (!isNo && !wasNo) return null;
  const since = isNo && person.said && person.said === before?.said ? `, ${formatMoment(person.said.at)}` : "";
  return (
    <Form.Group controlId={`${id}-why`}>
      <Form.Label className="small mb-1">
        {isNo ? "Why no more letters" : "Why letters are wanted again"}
        {since}
        <span className="visually-hidden">, {label}</span>
      </Form.Label>
      <Form.Control
        size="sm"
        maxLength={500}
        placeholder={isNo ? "Said so by telephone …" : "Asked for them again …"}
        value={person.said?.words ?? ""}
        onChange={(event) => onChange({ words: event.target.value, at: now() })}
      />
    </Form.Group>
  );
}
