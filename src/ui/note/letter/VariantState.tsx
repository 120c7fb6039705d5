"use client";
import { Button } from "react-bootstrap";
import { changeSettings } from "@/core/change/changeSettings";
import { writtenLanguage } from "@/core/language/languageTag";
import { isDraft } from "@/core/letter/draftVariant";
import type { Note } from "@/core/model/note";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { languageName } from "@/core/selection/conditions/languageName";
import { isOwnTranslation } from "@/core/starters/translatedStarter";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

interface VariantStateProps {
  readonly note: Note;
  readonly variant: Note["variants"][number];
  readonly onChange: (part: Partial<Note>) => void;
}

/** What is to be known of the words in another language: that they are a draft, or that nobody who speaks it has read them. */
export function VariantState({ note, variant, onChange }: VariantStateProps) {
  const { world } = useVine();
  const change = useChange();
  const { language } = variant;
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const written = writtenLanguage(language);
  if (isDraft(note, variant)) {
    const confirm = () =>
      onChange({ variants: note.variants.map((one) => (one === variant ? { ...one, isConfirmed: true } : one)) });
    return (
      <span role="status">
        A draft: these are still the {languageName(note.language)} words, so nobody gets them.{" "}
        <Button size="sm" variant="link" className="p-0" onClick={confirm}>
          They are right as they are
        </Button>
      </span>
    );
  }
  if (settings.readLanguages?.includes(written) || !isOwnTranslation(variant, language)) return null;
  const confirmRead = () =>
    change(
      (now) => {
        const { readLanguages = [] } = now.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
        return changeSettings(now, { readLanguages: [...new Set([...readLanguages, written])] });
      },
      `The ready-made words in ${languageName(language)} count as read.`,
    );
  return (
    <span role="status">
      Translated with care, not yet read by a native speaker.{" "}
      <Button size="sm" variant="link" className="p-0" onClick={confirmRead}>
        Somebody who speaks {languageName(language)} has read them
      </Button>
    </span>
  );
}
