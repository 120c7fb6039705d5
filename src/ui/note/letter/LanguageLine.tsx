"use client";
import { useMemo } from "react";
import { Button } from "react-bootstrap";
import { baseLanguage, LETTER_LANGUAGES } from "@/core/letter/letterWords";
import type { Note } from "@/core/model/note";
import { languageName } from "@/core/selection/reason";
import { useVine } from "@/ui/shared/VineContext";
import type { LetterView } from "@/workers/engine/shownLetter";

interface LanguageLineProps {
  readonly note: Note;
  readonly letter: LetterView;
  readonly language: string;
  readonly onLanguage: (language: string) => void;
  readonly onChange: (part: Partial<Note>) => void;
}

/** In which language the words are written now, the others that the note speaks, and what this family reads. */
export function LanguageLine({ note, letter, language, onLanguage, onChange }: LanguageLineProps) {
  const { world } = useVine();
  const spoken = [note.language, ...note.variants.map((one) => one.language)];
  // What families read comes first; the product's own words are written in these five.
  const offered = useMemo(() => {
    const read = [...world.guardians.values()].map((guardian) => baseLanguage(guardian.language));
    return [...new Set([...read, ...LETTER_LANGUAGES])];
  }, [world.guardians]);
  const isSpoken = (one: string) => spoken.some((known) => baseLanguage(known) === baseLanguage(one));
  const choose = (chosen: string) => {
    if (!isSpoken(chosen)) {
      const { subject, body } = note;
      onChange({ variants: [...note.variants, { language: chosen, subject, body }] });
    }
    onLanguage(chosen);
  };
  const giveToOthers = () => {
    const chosen = note.variants.find((one) => one.language === language);
    if (!chosen) return;
    const own = { language: note.language, subject: note.subject, body: note.body };
    onChange({ ...chosen, variants: note.variants.map((one) => (one === chosen ? own : one)) });
  };
  const gets =
    spoken.find((one) => letter.reads !== "" && baseLanguage(one) === baseLanguage(letter.reads)) ?? note.language;
  return (
    <div className="d-flex flex-wrap align-items-center gap-3 small">
      <label>
        Words in{" "}
        <select className="grid-pick" value={language} onChange={(event) => choose(event.target.value)}>
          {spoken.map((one) => (
            <option key={one} value={one}>
              {languageName(one)}
            </option>
          ))}
          <optgroup label="One more language">
            {offered
              .filter((one) => !isSpoken(one))
              .map((one) => (
                <option key={one} value={one}>
                  {languageName(one)}
                </option>
              ))}
          </optgroup>
        </select>
      </label>
      {letter.reads !== "" && gets !== language && (
        <span>
          This family gets the {languageName(gets)} words.{" "}
          <Button size="sm" variant="link" onClick={() => onLanguage(gets)}>
            Show them
          </Button>
        </span>
      )}
      {language !== note.language && (
        <>
          <Button size="sm" variant="link" onClick={giveToOthers}>
            Give these to families of other languages too
          </Button>
          <Button
            size="sm"
            variant="link"
            onClick={() => {
              onLanguage(note.language);
              onChange({ variants: note.variants.filter((one) => one.language !== language) });
            }}
          >
            Take the {languageName(language)} words out
          </Button>
        </>
      )}
    </div>
  );
}
