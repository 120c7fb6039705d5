"use client";
import Link from "next/link";
import { type KeyboardEvent, useMemo, useRef, useState } from "react";
import { Form, Modal } from "react-bootstrap";
import { findAnything } from "@/core/find/findAnything";
import { type Findable, type FoundKind, findable, findablesOf } from "@/core/find/findable";
import { STARTERS } from "@/core/starters/starterWords";
import { useCover } from "@/ui/frame/CoverProvider";
import { useCreateNote } from "@/ui/note/library/useCreateNote";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { ACTIONS, BEGIN_ACTION, COVER_ACTION } from "./actions";
import { FoundLetters } from "./FoundLetters";
import { placeOf } from "./placeOf";

const MOST_OF_A_KIND = 6;
const KIND_WORDS: Record<FoundKind, string> = {
  student: "Students",
  guardian: "Guardians",
  class: "Classes",
  assignment: "Assignments",
  note: "Notes",
  round: "Rounds sent",
  action: "To do and to go to",
};

/** One line to find anybody and anything by, from every screen, and the actions that are used most. */
export function QuickFind({ onClose }: { onClose: () => void }) {
  const { world } = useVine();
  const [words, setWords] = useState("");
  const notes = useKept((read) => read.notesNewestFirst(), []);
  const rounds = useKept((read) => read.roundsNewestFirst(), []);
  const ofWorld = useMemo(() => findablesOf(world), [world]);
  const findables = useMemo(
    () => [
      ...ofWorld,
      ...(notes ?? []).map(({ id, name, changedAt }) =>
        findable({
          ...{ kind: "note", id, title: name || "Note without a name" },
          about: `changed ${formatMoment(changedAt)}`,
        }),
      ),
      ...(rounds ?? []).map(({ id, noteName, leavesAt, summary }) =>
        findable({ kind: "round", id, title: noteName, about: `${formatMoment(leavesAt)}; ${summary}` }),
      ),
      ...ACTIONS,
    ],
    [ofWorld, notes, rounds],
  );
  const found = useMemo(
    () => (words.trim() === "" ? ACTIONS.slice(0, MOST_OF_A_KIND) : findAnything(findables, words, MOST_OF_A_KIND)),
    [findables, words],
  );
  const body = useRef<HTMLDivElement>(null);
  const field = useRef<HTMLInputElement>(null);
  const onKeyDown = (event: KeyboardEvent) => {
    const hits = [...(body.current?.querySelectorAll<HTMLElement>(".find-hit") ?? [])];
    const place = hits.indexOf(document.activeElement as HTMLElement);
    if (event.key === "ArrowDown") hits[Math.min(place + 1, hits.length - 1)]?.focus();
    else if (event.key === "ArrowUp") (place > 0 ? hits[place - 1] : field.current)?.focus();
    else if (event.key === "Enter" && place < 0) hits[0]?.click();
    else return;
    event.preventDefault();
  };
  const kinds = [...new Set(found.map(({ kind }) => kind))];
  return (
    <Modal show onHide={onClose} animation={false} aria-label="Find" className="find" scrollable>
      <Modal.Header closeButton>
        <Form.Control
          ref={field}
          autoFocus
          type="search"
          aria-label="Find a person, an assignment, a note, a letter or something to do"
          placeholder="A name, an address, an assignment, words of a letter, or what you want to do"
          value={words}
          onChange={(event) => setWords(event.target.value)}
          onKeyDown={onKeyDown}
        />
      </Modal.Header>
      <Modal.Body ref={body} onKeyDown={onKeyDown}>
        {kinds.map((kind) => (
          <section key={kind} aria-label={KIND_WORDS[kind]}>
            <h3 className="find-kind">{KIND_WORDS[kind]}</h3>
            <ul className="find-list" data-private={kind === "action" ? undefined : true}>
              {found
                .filter((one) => one.kind === kind)
                .map((one) => (
                  <li key={one.id}>
                    <Hit one={one} onGo={onClose} />
                  </li>
                ))}
            </ul>
          </section>
        ))}
        <FoundLetters words={words} onGo={onClose} />
        {words.trim() !== "" && found.length === 0 && (
          <p className="quiet mb-0" role="status">
            Nobody and nothing of this name. Letters are looked through from the third character on.
          </p>
        )}
        <p className="quiet small mb-0 mt-2">Enter opens the first; the arrow keys go through them; Escape closes.</p>
      </Modal.Body>
    </Modal>
  );
}

function Hit({ one, onGo }: { one: Findable; onGo: () => void }) {
  const { world } = useVine();
  const { toggle } = useCover();
  const createNote = useCreateNote();
  const href = placeOf(one, world);
  const inner = (
    <>
      <span>{one.title}</span>
      <span className="quiet small">{one.about}</span>
    </>
  );
  if (href !== undefined) {
    return (
      <Link className="find-hit" href={href} onClick={onGo}>
        {inner}
      </Link>
    );
  }
  const act = () => {
    onGo();
    if (one.id === COVER_ACTION) return toggle();
    const starter = STARTERS.find((known) => one.id === `${BEGIN_ACTION}${known}`);
    if (starter) void createNote(starter);
  };
  return (
    <button type="button" className="find-hit" onClick={act}>
      {inner}
    </button>
  );
}
