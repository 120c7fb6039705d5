"use client";
import { useEffect, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { answerProblems, type CardAnswer, MAX_GUARDIANS_PER_ANSWER } from "@/core/families/cardAnswer";
import { ownNameOf, PRODUCT_TAGS } from "@/core/language/productTags";
import { nameKey } from "@/core/matching/nameKey";
import type { CardQuestion, PublishedCard } from "@/core/model/contactCard";
import { shortHash } from "@/core/model/shortHash";
import { sendAnswer } from "./sendAnswer";

type SaidGuardian = CardAnswer["guardians"][number];
const NOBODY_YET: SaidGuardian = { name: "", address: "", relation: "", language: "", frequency: "" };

/** The card as a family fills it in, on a phone. Sending it again corrects it. */
export function CardForm({ card }: { card: PublishedCard }) {
  const [answer, setAnswer] = useState<CardAnswer>();
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [state, setState] = useState<"writing" | "sending" | "sent">("writing");
  const [trouble, setTrouble] = useState("");

  useEffect(() => {
    // Made here alone: each phone has numbers of its own.
    setAnswer(newAnswer(card.id));
  }, [card.id]);
  if (!answer) return null;

  const send = async () => {
    const found = answerProblems(answer);
    setProblems(found);
    const [first] = Object.keys(found);
    if (first) {
      document.getElementById(fieldId(first))?.focus();
      return;
    }
    setState("sending");
    setTrouble("");
    try {
      const key = storageKey(answer);
      const numbered = { ...answer, answerId: localStorage.getItem(key) ?? answer.answerId };
      await sendAnswer(numbered);
      localStorage.setItem(key, numbered.answerId);
      setAnswer(numbered);
      setState("sent");
    } catch (cause) {
      setTrouble((cause as Error).message);
      setState("writing");
    }
  };

  if (state === "sent") {
    return (
      <>
        <h1>Thank you</h1>
        <p className="my-3" role="status">
          Your answer about {answer.studentName} has arrived. {card.teacherName || "The teacher"} will take it in.
        </p>
        <div className="d-grid gap-2">
          <Button variant="outline-primary" onClick={() => setState("writing")}>
            Correct it
          </Button>
          <Button
            variant="link"
            onClick={() => {
              setAnswer(newAnswer(card.id));
              setState("writing");
            }}
          >
            Fill it in for another child
          </Button>
        </div>
      </>
    );
  }
  const setGuardian = (place: number, part: Partial<SaidGuardian>) =>
    setAnswer({
      ...answer,
      guardians: answer.guardians.map((one, at) => (at === place ? { ...one, ...part } : one)),
    });
  return (
    <Form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
      className="d-grid gap-3"
    >
      <header>
        <h1>{card.title}</h1>
        <p className="quiet small">{[card.teacherName, card.schoolName].filter(Boolean).join(", ")}</p>
      </header>
      {card.greeting && <p className="card-greeting">{card.greeting}</p>}
      <Field label="Your child’s first and last name" id="studentName" problem={problems.studentName}>
        <Form.Control
          id={fieldId("studentName")}
          autoComplete="off"
          value={answer.studentName}
          isInvalid={problems.studentName !== undefined}
          onChange={(event) => setAnswer({ ...answer, studentName: event.target.value })}
        />
      </Field>
      {card.questions.includes("student number") && (
        <Field label="Student number, if you know it" id="studentNumber" problem={problems.studentNumber}>
          <Form.Control
            id={fieldId("studentNumber")}
            autoComplete="off"
            value={answer.studentNumber}
            onChange={(event) => setAnswer({ ...answer, studentNumber: event.target.value })}
          />
        </Field>
      )}
      {answer.guardians.map((guardian, place) => (
        <GuardianFields
          // biome-ignore lint/suspicious/noArrayIndexKey: the people on a card are only told apart by their place
          key={place}
          place={place}
          guardian={guardian}
          questions={card.questions}
          problems={problems}
          onChange={(part) => setGuardian(place, part)}
          onRemove={
            answer.guardians.length > 1
              ? () => setAnswer({ ...answer, guardians: answer.guardians.filter((_one, at) => at !== place) })
              : undefined
          }
        />
      ))}
      {answer.guardians.length < MAX_GUARDIANS_PER_ANSWER && (
        <Button
          variant="outline-primary"
          onClick={() => setAnswer({ ...answer, guardians: [...answer.guardians, NOBODY_YET] })}
        >
          Add another person
        </Button>
      )}
      {trouble && (
        <p className="finding is-stop" role="alert">
          {trouble} What you wrote is still here.
        </p>
      )}
      {Object.keys(problems).length > 0 && (
        <p className="small text-danger" role="alert">
          Please look at the marked places once more.
        </p>
      )}
      <Button type="submit" disabled={state === "sending"}>
        {state === "sending" ? "Sending …" : "Send to the teacher"}
      </Button>
    </Form>
  );
}

function GuardianFields({
  place,
  guardian,
  questions,
  problems,
  onChange,
  onRemove,
}: {
  place: number;
  guardian: SaidGuardian;
  questions: readonly CardQuestion[];
  problems: Readonly<Record<string, string>>;
  onChange: (part: Partial<SaidGuardian>) => void;
  onRemove: (() => void) | undefined;
}) {
  const id = (part: string) => `guardians.${place}.${part}`;
  const heading = place === 0 ? "Somebody who looks after the child" : `Person ${place + 1}`;
  return (
    <fieldset className="card-person">
      <legend>{heading}</legend>
      <div className="d-grid gap-2">
        <Field label="Name" id={id("name")} problem={problems[id("name")]}>
          <Form.Control
            id={fieldId(id("name"))}
            autoComplete="off"
            value={guardian.name}
            isInvalid={problems[id("name")] !== undefined}
            onChange={(event) => onChange({ name: event.target.value })}
          />
        </Field>
        {questions.includes("addresses") && (
          <Field label="E-mail address" id={id("address")} problem={problems[id("address")]}>
            <Form.Control
              id={fieldId(id("address"))}
              type="email"
              inputMode="email"
              autoCapitalize="none"
              autoComplete="off"
              value={guardian.address}
              isInvalid={problems[id("address")] !== undefined}
              onChange={(event) => onChange({ address: event.target.value })}
            />
          </Field>
        )}
        {questions.includes("relation") && (
          <Field label="How you belong to the child, such as mother or uncle" id={id("relation")}>
            <Form.Control
              id={fieldId(id("relation"))}
              autoComplete="off"
              value={guardian.relation}
              onChange={(event) => onChange({ relation: event.target.value })}
            />
          </Field>
        )}
        {questions.includes("language") && (
          <Field label="The language you read best" id={id("language")}>
            <Form.Select
              id={fieldId(id("language"))}
              value={guardian.language}
              onChange={(event) => onChange({ language: event.target.value })}
            >
              <option value="">No wish</option>
              {PRODUCT_TAGS.map((tag) => (
                <option key={tag} value={tag}>
                  {ownNameOf(tag)}
                </option>
              ))}
            </Form.Select>
          </Field>
        )}
        {questions.includes("frequency") && (
          <Field label="How often you wish to hear" id={id("frequency")}>
            <Form.Select
              id={fieldId(id("frequency"))}
              value={guardian.frequency}
              onChange={(event) => onChange({ frequency: event.target.value as SaidGuardian["frequency"] })}
            >
              <option value="">No wish</option>
              <option value="each letter">Each letter as it comes</option>
              <option value="daily">At most once a day</option>
              <option value="weekly">Once a week</option>
              <option value="none">No letters, please</option>
            </Form.Select>
          </Field>
        )}
        {onRemove && (
          <Button variant="link" size="sm" className="text-start" onClick={onRemove}>
            Take this person out
          </Button>
        )}
      </div>
    </fieldset>
  );
}

function Field({
  label,
  id,
  problem,
  children,
}: {
  label: string;
  id: string;
  problem?: string | undefined;
  children: React.ReactNode;
}) {
  return (
    <div>
      <Form.Label htmlFor={fieldId(id)}>{label}</Form.Label>
      {children}
      {problem && <div className="small text-danger mt-1">{problem}</div>}
    </div>
  );
}

function fieldId(path: string): string {
  return `card-${path.replaceAll(".", "-")}`;
}

/**
 * The number of the answer that this phone gave for a student, so that a second one corrects the first. Of what a family
 * wrote nothing is kept: the next one may fill the card in on the same phone.
 */
function storageKey({ cardId, studentName }: CardAnswer): string {
  return `vine-note-card-${cardId}-${shortHash(nameKey(studentName))}`;
}

function newAnswer(cardId: string): CardAnswer {
  return { answerId: crypto.randomUUID(), cardId, studentName: "", studentNumber: "", guardians: [NOBODY_YET] };
}
