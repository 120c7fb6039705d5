"use client";
import { ChevronLeft, ChevronRight, PanelLeft, PanelRight } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { Button, Dropdown } from "react-bootstrap";
import { nameKey, nameSearch } from "@/core/matching/nameKey";
import type { Note } from "@/core/model/note";
import { useVine } from "@/ui/shared/VineContext";
import type { LetterEntry, PeopleView } from "@/workers/engine/peopleView";
import type { LetterView } from "@/workers/engine/shownLetter";
import { useLetterActions } from "./useLetterActions";

/** How the letter is looked at: as it is written, or finished. */
export const LOOKS = ["writing", "phone", "plain text"] as const;
export type Look = (typeof LOOKS)[number];

/** Which of the parts beside the letter are folded away. */
export interface Folded {
  readonly who: boolean;
  readonly side: boolean;
}

interface LetterBarProps {
  readonly note: Note;
  readonly people: PeopleView;
  readonly letter: LetterView;
  readonly look: Look;
  readonly onLook: (look: Look) => void;
  readonly onShow: (letterKey: string) => void;
  readonly step: (by: number) => void;
  readonly folded: Folded;
  readonly onFold: (folded: Folded) => void;
}

/** Which letter is shown and how: stepping, finding a student, the ones worth a look, and what can be done with it. */
export function LetterBar({ note, people, letter, look, onLook, onShow, step, folded, onFold }: LetterBarProps) {
  const shown = people.letters[letter.place];
  return (
    <div className="d-grid gap-1">
      <div className="d-flex align-items-center gap-2">
        <Button
          size="sm"
          variant="outline-secondary"
          aria-label="Who gets it, beside the letter"
          title={folded.who ? "Show who gets it" : "Fold away who gets it"}
          aria-pressed={!folded.who}
          onClick={() => onFold({ ...folded, who: !folded.who })}
        >
          <PanelLeft size={16} aria-hidden />
        </Button>
        <Button
          size="sm"
          variant="outline-secondary"
          aria-label="Previous letter"
          title="Previous letter (Alt+Page Up)"
          disabled={letter.place === 0}
          onClick={() => step(-1)}
        >
          <ChevronLeft size={16} aria-hidden />
        </Button>
        <Button
          size="sm"
          variant="outline-secondary"
          aria-label="Next letter"
          title="Next letter (Alt+Page Down)"
          disabled={letter.place >= letter.count - 1}
          onClick={() => step(1)}
        >
          <ChevronRight size={16} aria-hidden />
        </Button>
        <p className="small mb-0 flex-grow-1" role="status">
          {shown ? (
            <>
              Letter {letter.place + 1} of {letter.count}: <StudentNames {...shown} />, to{" "}
              <span data-private>{shown.recipient.name}</span>
            </>
          ) : (
            "No letter to show: nobody is written to yet."
          )}
        </p>
        <Button
          size="sm"
          variant="outline-secondary"
          aria-label="Fields and findings, beside the letter"
          title={folded.side ? "Show fields and findings" : "Fold away fields and findings"}
          aria-pressed={!folded.side}
          onClick={() => onFold({ ...folded, side: !folded.side })}
        >
          <PanelRight size={16} aria-hidden />
        </Button>
      </div>
      <div className="d-flex flex-wrap align-items-center gap-2 small">
        <FindLetter people={people} onShow={onShow} />
        <WorthALook note={note} people={people} onShow={onShow} />
        <label>
          Seen as{" "}
          <select
            className="grid-pick"
            value={look}
            onChange={(event) => onLook(LOOKS.find((one) => one === event.target.value) ?? "writing")}
          >
            {LOOKS.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
        <LetterActions note={note} letterKey={letter.key} />
      </div>
    </div>
  );
}

/** Whom a letter is about; one student leads to the student sheet. */
function StudentNames({ studentIds, studentName }: Pick<LetterEntry, "studentIds" | "studentName">) {
  const [one, ...others] = studentIds;
  if (!one || others.length > 0) return <strong data-private>{studentName}</strong>;
  return (
    <Link href={`/students/${encodeURIComponent(one)}`} title="Student sheet" data-private>
      {studentName}
    </Link>
  );
}

function FindLetter({ people, onShow }: Pick<LetterBarProps, "people" | "onShow">) {
  const [name, setName] = useState("");
  const find = () => {
    const isIt = nameSearch(name);
    const found = people.letters.find(
      ({ studentName, recipient }) => isIt(nameKey(studentName)) || isIt(nameKey(recipient.name)),
    );
    if (found) onShow(found.key);
  };
  return (
    <input
      type="search"
      className="grid-pick"
      placeholder="Find a letter"
      aria-label="Find a letter by a name"
      title="Type a name and press Enter"
      value={name}
      onChange={(event) => setName(event.target.value)}
      onKeyDown={(event) => event.key === "Enter" && name.trim() && find()}
    />
  );
}

/** The letters in which something goes wrong first, if it goes wrong at all. */
function WorthALook({ note, people, onShow }: Pick<LetterBarProps, "note" | "people" | "onShow">) {
  const { engine } = useVine();
  const show = async (what: string) => {
    if (what === "any") {
      const any = people.letters[Math.floor(Math.random() * people.letters.length)];
      if (any) onShow(any.key);
      return;
    }
    const extremes = await engine.extremes(note);
    if (extremes) onShow(extremes[what as keyof typeof extremes]);
  };
  return (
    <select
      className="grid-pick is-narrow"
      aria-label="Show a letter worth a look"
      value=""
      onChange={(event) => show(event.target.value)}
    >
      <option value="" disabled>
        Show …
      </option>
      <option value="longest">the longest</option>
      <option value="shortest">the shortest</option>
      <option value="emptiest">the one with most empty fields</option>
      <option value="any">any one</option>
    </select>
  );
}

function LetterActions({ note, letterKey }: { note: Note; letterKey: string | undefined }) {
  const { sendToMe, print, keepMarkdown, keepHtml, keepAll } = useLetterActions(note, letterKey);
  const actions = [
    { words: "Send this one to me", run: sendToMe },
    { words: "Print it", run: print },
    { words: "Keep it as HTML", run: keepHtml },
    { words: "Keep it as Markdown", run: keepMarkdown },
    { words: "Keep all letters as .eml files", run: () => keepAll("eml") },
    { words: "Keep all letters as one .mbox file", run: () => keepAll("mbox") },
  ];
  return (
    <Dropdown>
      <Dropdown.Toggle size="sm" variant="link" disabled={letterKey === undefined}>
        This letter …
      </Dropdown.Toggle>
      <Dropdown.Menu>
        {actions.map(({ words, run }) => (
          <Dropdown.Item key={words} as="button" onClick={run}>
            {words}
          </Dropdown.Item>
        ))}
      </Dropdown.Menu>
    </Dropdown>
  );
}
