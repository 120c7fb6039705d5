"use client";
import { useRef } from "react";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import { adding, removing } from "@/core/change/change";
import { readKept, writeKept } from "@/core/letter/readKept";
import { dayOfInstant, formatDay } from "@/core/model/day";
import type { KeptSelection } from "@/core/model/keptSelection";
import type { Selection } from "@/core/model/selection";
import { selectionOf } from "@/core/starters/readyMade";
import type { Starter } from "@/core/starters/starterWords";
import { counted, listed } from "@/core/words";
import { download } from "@/ui/shared/download";
import { HiddenFileInput } from "@/ui/shared/HiddenFileInput";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useChange } from "@/ui/shared/useChange";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { useCreateNote } from "./useCreateNote";
import { useReadyMade } from "./useReadyMade";

/** Whom one can write to at once: the selections kept by name, then the ready-made ones, each with its count of today. */
export function SelectionsSheet() {
  const { world } = useVine();
  const kept = useKept((read) => read.keptByName(), []) ?? [];
  const templates = useKept((read) => read.templatesByName(), []) ?? [];
  const { period, readyMade } = useReadyMade();
  return (
    <section className="sheet" aria-labelledby="selections">
      <div className="d-flex gap-2 align-items-baseline">
        <h2 id="selections" className="flex-grow-1">
          Write to
        </h2>
        {kept.length + templates.length > 0 && (
          <Button
            size="sm"
            variant="link"
            onClick={() =>
              download("templates-and-selections.json", writeKept(templates, kept, world), "application/json")
            }
          >
            Export templates and selections
          </Button>
        )}
        <TakeIn />
      </div>
      <ul className="lines">
        {kept.map((one) => (
          <KeptLine key={one.id} kept={one} />
        ))}
        {readyMade.map((one) => (
          <SelectionLine
            key={one.name}
            name={one.name}
            starter={one.starter}
            selection={selectionOf(one, period)}
            seen={[]}
          />
        ))}
      </ul>
    </section>
  );
}

function KeptLine({ kept }: { kept: KeptSelection }) {
  const change = useChange();
  const remove = () =>
    change(
      removing("keptSelections", [kept]),
      `The selection “${kept.name}” was deleted. Notes that came from it have their own words.`,
    );
  return (
    <SelectionLine
      name={kept.name}
      starter="progress"
      selection={kept.selection}
      seen={kept.seen.keys}
      seenAt={kept.seen.at}
      keptSelectionId={kept.id}
    >
      <Button size="sm" variant="link" onClick={remove}>
        Delete<span className="visually-hidden"> {kept.name}</span>
      </Button>
    </SelectionLine>
  );
}

function SelectionLine({
  name,
  starter,
  selection,
  seen,
  seenAt,
  keptSelectionId,
  children,
}: {
  name: string;
  starter: Starter;
  selection: Selection;
  seen: readonly string[];
  seenAt?: number;
  keptSelectionId?: string;
  children?: React.ReactNode;
}) {
  const createNote = useCreateNote();
  const question = JSON.stringify(selection);
  const news = useAnswer((engine) => engine.news(selection, seen), [question, seen.join()]);
  return (
    <li>
      <div className="line-main">
        {name}
        <div className="quiet small">
          {news ? counted(news.students, "student") : "…"} now{keptSelectionId && news && `: ${news.sentence}`}
        </div>
        {seenAt !== undefined && news?.words && (
          <div className="small" data-private>
            Since {formatDay(dayOfInstant(seenAt), "short")}: {news.words}
          </div>
        )}
      </div>
      {children}
      <Button
        size="sm"
        variant="outline-primary"
        className="flex-shrink-0"
        onClick={() => createNote(starter, selection, keptSelectionId)}
      >
        Write to these<span className="visually-hidden"> {name}</span>
      </Button>
    </li>
  );
}

/** Selections from a file, such as another browser wrote. What they name and is not here is said. */
function TakeIn() {
  const { office, now, world } = useVine();
  const change = useChange();
  const input = useRef<HTMLInputElement>(null);
  const take = async (file: File) => {
    const read = readKept(await file.text(), world, office.around.newId);
    if (!read.ok) {
      toast.error(read.problem);
      return;
    }
    const { newId } = office.around;
    const selections = read.selections.map((one) => ({ ...one, id: newId(), seen: { at: now(), keys: [] } }));
    const templates = read.templates.map((one) => ({ ...one, id: newId(), changedAt: now() }));
    const parts = [
      counted(templates.length, "template"),
      counted(selections.length, "selection"),
      ...(read.designs.length > 0 ? [counted(read.designs.length, "design")] : []),
      ...(read.rubrics.length > 0 ? [counted(read.rubrics.length, "rubric")] : []),
      ...(read.bankComments.length > 0
        ? [counted(read.bankComments.length, "sentence of the comment bank", "sentences of the comment bank")]
        : []),
    ];
    const added = `${listed(parts)} added.`;
    const notThere = `Not in this gradebook: ${listed(read.notThere)}. The sentences say so; choose something else there.`;
    await change(
      {
        ...adding("keptSelections", selections),
        ...adding("templates", templates),
        ...adding("pageDesigns", read.designs),
        ...adding("rubrics", read.rubrics),
        ...adding("bankComments", read.bankComments),
      },
      read.notThere.length > 0 ? `${added} ${notThere}` : added,
    );
  };
  return (
    <>
      <Button size="sm" variant="link" onClick={() => input.current?.click()}>
        Take in a file
      </Button>
      <HiddenFileInput
        ref={input}
        accept=".json"
        label="A file of templates and selections"
        onFiles={([file]) => file && void take(file)}
      />
    </>
  );
}
