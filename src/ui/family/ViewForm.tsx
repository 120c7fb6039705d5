"use client";
import { useEffect, useState } from "react";
import { Button, Form } from "react-bootstrap";
import type { KeptView, SentView, ShownViewPage } from "@/core/marking/viewPage";
import type { Reached } from "@/core/model/criterion";
import { sendView } from "./sendAnswer";

interface ViewFormProps {
  readonly page: ShownViewPage;
  readonly by: KeptView["by"];
  /** Empty on the class link. */
  readonly token: string;
}

/** The rubric as a student, a peer or a visitor fills it in on a phone. Sending it again corrects it. */
export function ViewForm({ page, by, token }: ViewFormProps) {
  const [answerId, setAnswerId] = useState("");
  const [reached, setReached] = useState<Reached>({});
  const [comment, setComment] = useState("");
  const [studentNumber, setStudentNumber] = useState("");
  const [classCode, setClassCode] = useState("");
  const [state, setState] = useState<"writing" | "sending" | "sent">("writing");
  const [trouble, setTrouble] = useState("");
  useEffect(() => setAnswerId(answerIdOf(page.id, token)), [page.id, token]);
  const set = (id: string, mark: string | number | undefined) => {
    const { [id]: _before, ...others } = reached;
    setReached(mark === undefined ? others : { ...others, [id]: mark });
  };
  const isOwn = by === "own";
  const missing = page.criteria.filter(({ id }) => reached[id] === undefined).length;
  const send = async () => {
    if (missing > 0 && comment.trim() === "") return setTrouble("Choose something first.");
    if (!token && (!studentNumber.trim() || !classCode.trim()))
      return setTrouble("Your student number and the class code are needed.");
    setState("sending");
    setTrouble("");
    const view: SentView = { answerId, pageId: page.id, token, studentNumber, classCode, reached, comment };
    try {
      await sendView(view);
      setState("sent");
    } catch (cause) {
      setTrouble((cause as Error).message);
      setState("writing");
    }
  };
  if (state === "sent")
    return (
      <>
        <h1>Thank you</h1>
        <p className="my-3" role="status">
          Your view has arrived. {page.teacherName || "The teacher"} will look at it.
        </p>
        <Button variant="outline-primary" onClick={() => setState("writing")}>
          Correct it
        </Button>
      </>
    );
  return (
    <Form
      noValidate
      className="d-grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <header>
        <h1>{page.title}</h1>
        <p className="quiet small">{[page.teacherName, page.schoolName].filter(Boolean).join(", ")}</p>
        <p>{isOwn ? "How do you see your own work?" : "How do you see what you have just seen?"}</p>
      </header>
      {!token && (
        <>
          <Form.Group controlId="view-number">
            <Form.Label>Your student number</Form.Label>
            <Form.Control
              autoComplete="off"
              maxLength={40}
              value={studentNumber}
              onChange={(event) => setStudentNumber(event.target.value)}
            />
          </Form.Group>
          <Form.Group controlId="view-code">
            <Form.Label>The class code on the board</Form.Label>
            <Form.Control
              autoComplete="off"
              autoCapitalize="characters"
              maxLength={20}
              value={classCode}
              onChange={(event) => setClassCode(event.target.value)}
            />
          </Form.Group>
        </>
      )}
      {page.criteria.map(({ id, name, levels, most }) => (
        <fieldset key={id} className="card-person">
          <legend>{name}</legend>
          {most === undefined ? (
            <div className="d-grid gap-1">
              {levels.map((level) => (
                <Form.Check
                  key={level.id}
                  id={`view-${id}-${level.id}`}
                  type="radio"
                  name={`view-${id}`}
                  label={level.label}
                  checked={reached[id] === level.id}
                  onChange={() => set(id, level.id)}
                />
              ))}
            </div>
          ) : (
            <Form.Control
              type="number"
              inputMode="decimal"
              min={0}
              max={most}
              step="any"
              aria-label={`${name}, of ${most} points`}
              value={reached[id] ?? ""}
              onChange={({ target }) => set(id, target.value === "" ? undefined : Number(target.value))}
            />
          )}
        </fieldset>
      ))}
      <Form.Group controlId="view-comment">
        <Form.Label>
          {isOwn ? "What would you do again, and what otherwise?" : "A sentence for the one who presented"}
        </Form.Label>
        <Form.Control
          as="textarea"
          rows={3}
          maxLength={2_000}
          value={comment}
          onChange={(event) => setComment(event.target.value)}
        />
      </Form.Group>
      {trouble && (
        <p className="finding is-stop" role="alert">
          {trouble} What you chose is still here.
        </p>
      )}
      <Button type="submit" disabled={state === "sending"}>
        {state === "sending" ? "Sending …" : "Send to the teacher"}
      </Button>
    </Form>
  );
}

/** The same phone corrects what it sent; another link is another view. */
function answerIdOf(pageId: string, token: string): string {
  const key = `vine-note-view-${pageId}-${token.slice(-12)}`;
  try {
    const known = localStorage.getItem(key) ?? crypto.randomUUID();
    localStorage.setItem(key, known);
    return known;
  } catch {
    return crypto.randomUUID();
  }
}
