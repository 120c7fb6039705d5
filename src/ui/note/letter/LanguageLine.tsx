"use client";
import { useMemo } from "react";
import { Button } from "react-bootstrap";
import { writtenLanguage } from "@/core/language/languageTag";
import { PRODUCT_TAGS } from "@/core/language/productTags";
import { wordsFor } from "@/core/letter/noteLetters";
import type { Note } from "@/core/model/note";
import { languageName } from "@/core/selection/conditions/languageName";
import { translatedStarter } from "@/core/starters/translatedStarter";
import { useVine } from "@/ui/shared/VineContext";
import type { LetterView } from "@/workers/engine/shownLetter";
import { VariantState } from "./VariantState";

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
  // What families read comes first; then what the product's own words are written in.
  const offered = useMemo(() => {
    const read = [...world.guardians.values()].map((guardian) => writtenLanguage(guardian.language));
    return [...new Set([...read, ...PRODUCT_TAGS])];
  }, [world.guardians]);
  const isSpoken = (one: string) => spoken.some((known) => writtenLanguage(known) === writtenLanguage(one));
  const add = (chosen: string) => {
    const { subject, body } = note;
    const words = translatedStarter({ subject, body }, chosen) ?? { subject, body };
    onChange({ variants: [...note.variants, { language: chosen, ...words }] });
    onLanguage(chosen);
  };
  const variant = note.variants.find((one) => one.language === language);
  const giveToOthers = () => {
    if (!variant) return;
    const { language: its, subject, body } = variant;
    const own = { language: note.language, subject: note.subject, body: note.body };
    onChange({
      ...{ language: its, subject, body },
      variants: note.variants.map((one) => (one === variant ? own : one)),
    });
  };
  const gets = letter.reads === "" ? note.language : wordsFor(note, letter.reads).language;
  return (
    <div className="d-flex flex-wrap align-items-center gap-3 small">
      <label>
        Words in{" "}
        <select className="grid-pick" value={language} onChange={(event) => onLanguage(event.target.value)}>
          {spoken.map((one) => (
            <option key={one} value={one}>
              {languageName(one)}
            </option>
          ))}
        </select>
      </label>
      <select
        className="grid-pick"
        aria-label="One more language"
        value=""
        onChange={(event) => add(event.target.value)}
      >
        <option value="" disabled>
          One more language …
        </option>
        {offered
          .filter((one) => !isSpoken(one))
          .map((one) => (
            <option key={one} value={one}>
              {languageName(one)}
            </option>
          ))}
      </select>
      {variant && <VariantState note={note} variant={variant} onChange={onChange} />}
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
