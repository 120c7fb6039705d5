"use client";
import { Paperclip, X } from "lucide-react";
import { useRef } from "react";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import { enclosedBytes, enclosureWords, MAX_ENCLOSED_BYTES, MAX_ENCLOSURES, sizeWords } from "@/core/model/enclosure";
import type { Note } from "@/core/model/note";
import { HiddenFileInput } from "@/ui/shared/HiddenFileInput";
import { useVine } from "@/ui/shared/VineContext";
import { ReportsPart } from "./ReportsPart";

const ANY_TYPE = "application/octet-stream";

interface EnclosuresPartProps {
  readonly note: Note;
  /** The letter that is shown. */
  readonly letterKey: string | undefined;
  readonly onChange: (part: Partial<Note>) => void;
}

/** The files that go along with every letter of a note. */
export function EnclosuresPart({ note, letterKey, onChange }: EnclosuresPartProps) {
  const { office } = useVine();
  const input = useRef<HTMLInputElement>(null);
  const enclosures = note.enclosures ?? [];
  const add = async (file: File) => {
    const together = enclosedBytes(enclosures) + file.size;
    const problem =
      file.size === 0
        ? "is empty"
        : together > MAX_ENCLOSED_BYTES
          ? `has ${sizeWords(file.size)}, and all files of a note together can have ${sizeWords(MAX_ENCLOSED_BYTES)}`
          : enclosures.length === MAX_ENCLOSURES
            ? `would be one more than the ${MAX_ENCLOSURES} that a note can have`
            : undefined;
    if (problem) {
      toast.error(`“${file.name}” ${problem}. It was not enclosed; nothing else was changed.`);
      return;
    }
    try {
      const enclosure = await office.save.file(file.name, file.type || ANY_TYPE, await file.arrayBuffer());
      onChange({ enclosures: [...enclosures.filter(({ sha256 }) => sha256 !== enclosure.sha256), enclosure] });
    } catch (cause) {
      toast.error(`“${file.name}” could not be read or kept. Nothing was changed. (${(cause as Error).message})`);
    }
  };
  return (
    <div className="d-grid gap-1 mt-3">
      <ReportsPart note={note} letterKey={letterKey} onChange={onChange} />
      <h2>Enclosed with every letter</h2>
      {enclosures.length === 0 && <p className="quiet small mb-0">Nothing.</p>}
      <ul className="list-unstyled small mb-0">
        {enclosures.map((enclosure) => (
          <li key={enclosure.sha256} className="d-flex gap-2 align-items-center">
            <span className="flex-grow-1 text-break">{enclosureWords(enclosure)}</span>
            <button
              type="button"
              className="btn btn-sm"
              aria-label={`Take ${enclosure.name} out`}
              onClick={() => onChange({ enclosures: enclosures.filter((one) => one !== enclosure) })}
            >
              <X size={15} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <Button size="sm" variant="outline-primary" onClick={() => input.current?.click()}>
        <Paperclip size={15} aria-hidden /> Enclose a file
      </Button>
      <HiddenFileInput ref={input} label="A file to be enclosed" onFiles={([file]) => file && void add(file)} />
    </div>
  );
}
