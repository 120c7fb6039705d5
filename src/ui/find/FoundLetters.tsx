"use client";
import Link from "next/link";
import { useEffect, useState } from "react";
import type { Letter } from "@/core/delivery/round";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useVine } from "@/ui/shared/VineContext";

const FEWEST_CHARACTERS = 3;
const MOST_SHOWN = 5;
/** Letters are read once the typing rests for so long, in ms. */
const REST_MS = 150;

/** Letters with the words that are typed, as they are found: whoever types waits for none of them. */
export function FoundLetters({ words, onGo }: { words: string; onGo: () => void }) {
  const { read } = useVine();
  const [found, setFound] = useState<{ words: string; letters: readonly Letter[] }>();
  useEffect(() => {
    if (words.trim().length < FEWEST_CHARACTERS) return;
    const search = new AbortController();
    const show = (letters: readonly Letter[]) => {
      if (search.signal.aborted) return;
      setFound({ words, letters: letters.slice(0, MOST_SHOWN) });
      // Enough to show: the rest is for the record.
      if (letters.length >= MOST_SHOWN) search.abort();
    };
    const begin = setTimeout(() => {
      void read.searchLetters(words, search.signal, (_share, sofar) => show(sofar)).then(show);
    }, REST_MS);
    return () => {
      clearTimeout(begin);
      search.abort();
    };
  }, [read, words]);
  if (!found || found.words !== words || found.letters.length === 0) return null;
  return (
    <section aria-label="Letters">
      <h3 className="find-kind">Letters with these words</h3>
      <ul className="find-list">
        {found.letters.map(({ id, roundId, subject, recipient, stateAt }) => (
          <li key={id}>
            <Link className="find-hit" href={`/record/${roundId}?letter=${id}`} onClick={onGo}>
              <span>{subject}</span>
              <span className="quiet small">
                <bdi>{recipient.name}</bdi>, {formatMoment(stateAt)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
