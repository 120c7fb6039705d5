"use client";
import Link from "next/link";
import { useRef, useState } from "react";
import { Form } from "react-bootstrap";
import type { Letter } from "@/core/delivery/round";
import { nameKey, nameSearch } from "@/core/matching/nameKey";
import { byFamilyName, fullName } from "@/core/model/student";
import { counted } from "@/core/words";
import { formatMoment } from "@/ui/shared/formatMoment";
import { ProgressLine } from "@/ui/shared/ProgressLine";
import { useVine } from "@/ui/shared/VineContext";
import { StateTag } from "./StateTag";

const FEWEST_CHARACTERS = 2;
const MOST_FAMILIES = 6;

/** Finds families by a name, and letters by any of their words. */
export function FindLetters() {
  const { read, world } = useVine();
  const [words, setWords] = useState("");
  const [found, setFound] = useState<readonly Letter[]>();
  const [share, setShare] = useState(1);
  const search = useRef<AbortController>(undefined);
  const isIt = nameSearch(words);
  const families =
    words.trim().length < FEWEST_CHARACTERS
      ? []
      : [...world.students.values()].filter((student) => isIt(nameKey(fullName(student)))).sort(byFamilyName);
  const find = async (wanted: string) => {
    setWords(wanted);
    search.current?.abort();
    if (wanted.trim().length < FEWEST_CHARACTERS) return setFound(undefined);
    const mine = new AbortController();
    search.current = mine;
    setShare(0);
    setFound(undefined);
    const letters = await read.searchLetters(wanted, mine.signal, (now, sofar) => {
      if (mine.signal.aborted) return;
      setShare(now);
      if (sofar.length > 0) setFound([...sofar]);
    });
    if (mine.signal.aborted) return;
    setShare(1);
    setFound(letters);
  };
  return (
    <section className="sheet" aria-label="Find">
      <Form.Control
        type="search"
        placeholder="Find a family, or words of a letter"
        aria-label="Find a family, or words of a letter"
        value={words}
        onChange={(event) => void find(event.target.value)}
      />
      {share < 1 && (
        <div className="mt-2">
          <ProgressLine label="Letters read" now={100 * share} max={100} />
        </div>
      )}
      {families.length > 0 && (
        <ul className="lines" data-private>
          {families.slice(0, MOST_FAMILIES).map((student) => (
            <li key={student.id}>
              <div className="line-main">
                <Link href={`/record/family/${encodeURIComponent(student.id)}`}>The family of {fullName(student)}</Link>
              </div>
            </li>
          ))}
        </ul>
      )}
      {found && (
        <>
          <p className="quiet small mt-2 mb-0" role="status">
            {counted(found.length, "letter")} with these words
          </p>
          <ul className="lines found" data-private>
            {found.map((letter) => (
              <li key={letter.id}>
                <div className="line-main">
                  <Link href={`/record/${letter.roundId}?letter=${letter.id}`}>{letter.subject}</Link>
                  <div className="quiet small">
                    <bdi>{letter.recipient.name}</bdi>, {formatMoment(letter.stateAt)}
                  </div>
                </div>
                <StateTag state={letter.state} />
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
