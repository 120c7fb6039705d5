"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import { adding, sameData, updating } from "@/core/change/change";
import { dayOfInstant, formatDay } from "@/core/model/day";
import type { KeptSelection } from "@/core/model/keptSelection";
import type { Note } from "@/core/model/note";
import type { Selection } from "@/core/model/selection";
import { titleKey } from "@/core/model/titleKey";
import type { NotePeople } from "@/core/selection/planNote";
import { selectionOf } from "@/core/starters/readyMade";
import { useChange } from "@/ui/shared/useChange";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import type { SelectionNewsView } from "@/workers/engine/selectionNewsView";
import { useReadyMade } from "../library/useReadyMade";

interface KeptSelectionBarProps {
  readonly note: NotePeople;
  readonly kept: KeptSelection | undefined;
  /** Who is in the selection now, against when it was last looked at. */
  readonly news: SelectionNewsView | undefined;
  readonly onChange: (part: Partial<Note>) => void;
}

/** Where the sentence comes from: written here, ready-made, or kept by name and shared with other notes. */
export function KeptSelectionBar({ note, kept, news, onChange }: KeptSelectionBarProps) {
  const { office, now } = useVine();
  const change = useChange();
  const all = useKept((read) => read.keptByName(), []) ?? [];
  const { period, readyMade } = useReadyMade();
  const { selection } = note;
  const isChanged = kept !== undefined && !sameData(kept.selection, selection);
  const use = (next: Selection, keptSelectionId: string | undefined, words: string) => {
    onChange({ selection: next, keptSelectionId });
    toast(words, {
      action: { label: "Take back", onClick: () => onChange({ selection, keptSelectionId: kept?.id }) },
    });
  };
  const choose = (value: string) => {
    const one = all.find(({ id }) => id === value);
    const ready = readyMade.find(({ name }) => name === value);
    if (one) use(one.selection, one.id, `“${one.name}” is used.`);
    else if (ready) use(selectionOf(ready, period), undefined, `“${ready.name}” is used; change any word of it.`);
    else onChange({ keptSelectionId: undefined });
  };
  const keep = async (name: string, id: string) => {
    const next = { id, name, selection, seen: { at: now(), keys: [...(news?.keys ?? [])] } };
    const before = all.find((one) => one.id === id);
    const wanted = before ? updating("keptSelections", before, next) : adding("keptSelections", [next]);
    if (await change(wanted, `The selection “${name}” was kept.`)) onChange({ keptSelectionId: id });
  };
  return (
    <div className="small d-grid gap-1">
      <div className="d-flex flex-wrap gap-2 align-items-center">
        <Form.Select
          size="sm"
          className="selection-pick"
          aria-label="Selection"
          value={kept?.id ?? ""}
          onChange={(event) => choose(event.target.value)}
        >
          <option value="">This note’s own</option>
          {all.length > 0 && (
            <optgroup label="Kept by name">
              {all.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </optgroup>
          )}
          <optgroup label="Ready-made">
            {readyMade.map(({ name }) => (
              <option key={name}>{name}</option>
            ))}
          </optgroup>
        </Form.Select>
        {!kept && (
          <KeepByName
            names={all.map(({ name }) => name)}
            onKeep={(name) => keep(name, all.find((one) => sameName(one.name, name))?.id ?? office.around.newId())}
          />
        )}
      </div>
      {kept && isChanged && (
        <div role="status">
          The words below are not those of “{kept.name}”.{" "}
          <Button variant="link" size="sm" onClick={() => keep(kept.name, kept.id)}>
            Keep them in it
          </Button>{" "}
          <Button
            variant="link"
            size="sm"
            onClick={() => use(kept.selection, kept.id, `“${kept.name}” is used as it is kept.`)}
          >
            Use it as it is kept
          </Button>
        </div>
      )}
      {kept && !isChanged && news && news.words !== "" && (
        <div role="status" className="finding" data-private>
          Since {formatDay(dayOfInstant(kept.seen.at), "short")}: {news.words}{" "}
          <Button variant="link" size="sm" onClick={() => keep(kept.name, kept.id)}>
            Seen
          </Button>
        </div>
      )}
    </div>
  );
}

interface KeepByNameProps {
  /** Those that are there: one of the same name is replaced, and two of one name are never made. */
  readonly names: readonly string[];
  readonly onKeep: (name: string) => Promise<void>;
}

function sameName(one: string, other: string): boolean {
  return titleKey(one) === titleKey(other);
}

/** Asks for the name under which a selection is kept. */
function KeepByName({ names, onKeep }: KeepByNameProps) {
  const [name, setName] = useState<string>();
  if (name === undefined) {
    return (
      <Button variant="link" size="sm" onClick={() => setName("")}>
        Keep by name …
      </Button>
    );
  }
  return (
    <Form
      className="d-flex gap-2 flex-grow-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim()) void onKeep(name.trim()).then(() => setName(undefined));
      }}
    >
      <Form.Control
        size="sm"
        autoFocus
        aria-label="Name of the selection"
        placeholder="Name of the selection"
        value={name}
        onChange={(event) => setName(event.target.value)}
        onKeyDown={(event) => event.key === "Escape" && setName(undefined)}
      />
      <Button type="submit" size="sm" disabled={!name.trim()}>
        {names.some((one) => sameName(one, name)) ? "Replace it" : "Keep"}
      </Button>
    </Form>
  );
}
