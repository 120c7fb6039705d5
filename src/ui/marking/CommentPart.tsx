"use client";
import { type RefObject, useEffect, useMemo, useRef, useState } from "react";
import { Button } from "react-bootstrap";
import { bankWordsFor, type CountedComment, countedComments, foundComments } from "@/core/marking/commentBank";
import type { SchoolClass } from "@/core/model/schoolClass";
import { fullName, type Student } from "@/core/model/student";
import { useVine } from "@/ui/shared/VineContext";
import { BankDialog } from "./BankDialog";

interface CommentPartProps {
  readonly assignmentId: string;
  readonly student: Student;
  readonly schoolClass: SchoolClass;
  readonly comment: string;
  readonly find: RefObject<HTMLInputElement | null>;
  /** The comment as it is typed or put together, with a sentence of the bank that was added. */
  readonly onComment: (comment: string, bankId?: string) => void;
}

const MOST_SHOWN = 6;
const SHOWN_BEFORE = 3;
/** Typing is kept once it rests so long, in ms. */
const REST_MS = 150;

/** The comment, and the sentences of the bank that a few letters find; Enter takes the first. */
export function CommentPart({ assignmentId, student, schoolClass, comment, find, onComment }: CommentPartProps) {
  const { world } = useVine();
  const [typed, setTyped] = useState("");
  const [taken, setTaken] = useState(0);
  const [bank, setBank] = useState(false);
  const { bankComments, scoreColumns } = world;
  const counted = useMemo(
    () => countedComments(bankComments.values(), scoreColumns.values(), assignmentId),
    [bankComments, scoreColumns, assignmentId],
  );
  const found = foundComments(counted, typed).slice(0, typed ? MOST_SHOWN : SHOWN_BEFORE);
  const add = (one: CountedComment | undefined) => {
    const words = one ? bankWordsFor(one.comment, student, schoolClass) : typed.trim();
    if (words) onComment([comment, words].filter(Boolean).join(" "), one?.comment.id);
    setTyped("");
    setTaken(0);
    find.current?.blur();
  };
  return (
    <section aria-labelledby="comment-title">
      <h3 id="comment-title">Comment</h3>
      <CommentField key={student.id} name={fullName(student)} comment={comment} onComment={onComment} />
      <div className="d-flex gap-2 align-items-center mt-2">
        <input
          ref={find}
          type="search"
          className="form-control form-control-sm"
          placeholder="Type a few letters: a sentence of your bank, or your own"
          aria-label="Find a sentence of the comment bank"
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value);
            setTaken(0);
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") add(found[taken]);
            else if (event.key === "Escape") {
              setTyped("");
              event.currentTarget.blur();
            } else if (event.key === "ArrowDown") setTaken(Math.min(found.length - 1, taken + 1));
            else if (event.key === "ArrowUp") setTaken(Math.max(0, taken - 1));
            else return;
            event.preventDefault();
            event.stopPropagation();
          }}
        />
        <Button size="sm" variant="link" className="flex-shrink-0" onClick={() => setBank(true)}>
          Comment bank …
        </Button>
      </div>
      <ul className="bank-list" aria-label="Sentences of the comment bank">
        {found.map((one, place) => (
          <li key={one.comment.id}>
            <button type="button" className={place === taken && typed ? "is-first" : ""} onClick={() => add(one)}>
              <span data-private>{bankWordsFor(one.comment, student, schoolClass)}</span>
              {one.used > 0 && <span className="quiet small"> {one.usedHere || one.used}×</span>}
            </button>
          </li>
        ))}
      </ul>
      {typed && found.length === 0 && <p className="quiet small">Not in the bank: Enter takes it as you typed it.</p>}
      {bank && <BankDialog begin={comment} onClose={() => setBank(false)} />}
    </section>
  );
}

interface CommentFieldProps {
  readonly name: string;
  readonly comment: string;
  readonly onComment: (comment: string) => void;
}

function CommentField({ name, comment, onComment }: CommentFieldProps) {
  const field = useRef<HTMLTextAreaElement>(null);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  const typed = useRef(comment);
  const latest = useRef(onComment);
  latest.current = onComment;
  const keep = () => {
    if (rest.current === undefined) return;
    clearTimeout(rest.current);
    rest.current = undefined;
    latest.current(typed.current);
  };
  useEffect(() => {
    // What is typed just now is newer than what is kept.
    if (field.current && rest.current === undefined && field.current.value.trim() !== comment)
      field.current.value = comment;
  }, [comment]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: kept once, when the student changes
  useEffect(() => keep, []);
  return (
    <textarea
      ref={field}
      className="form-control form-control-sm"
      rows={2}
      aria-label={`Comment for ${name}`}
      defaultValue={comment}
      data-private
      onChange={({ target }) => {
        typed.current = target.value;
        clearTimeout(rest.current);
        rest.current = setTimeout(keep, REST_MS);
      }}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        event.currentTarget.blur();
      }}
    />
  );
}
