"use client";
import { FileText, X } from "lucide-react";
import { useState } from "react";
import { Button, Modal } from "react-bootstrap";
import type { Note } from "@/core/model/note";
import { MAX_REPORTS, type ReportChoice } from "@/core/model/reportChoice";
import { designOf } from "@/core/report/designs";
import { DesignPicker } from "@/ui/reports/DesignPicker";
import { PaperView } from "@/ui/reports/PaperView";
import { useAnswer } from "@/ui/shared/useAnswer";
import { usePaper } from "@/ui/shared/usePaper";
import { useVine } from "@/ui/shared/VineContext";

interface ReportsPartProps {
  readonly note: Note;
  readonly letterKey: string | undefined;
  readonly onChange: (part: Partial<Note>) => void;
}

/** Reports that are made for each letter and go along with it. */
export function ReportsPart({ note, letterKey, onChange }: ReportsPartProps) {
  const { world } = useVine();
  const paper = usePaper();
  const reports = note.reports ?? [];
  const nameOf = ({ design }: ReportChoice) =>
    designOf(world, design, "en")?.name ?? "A design that is not here any more";
  const [adding, setAdding] = useState<ReportChoice>();
  const [looking, setLooking] = useState<ReportChoice>();
  return (
    <>
      <h2>A report for each student</h2>
      {reports.length === 0 && !adding && <p className="quiet small mb-0">None.</p>}
      <ul className="list-unstyled small mb-0">
        {reports.map((choice) => (
          <li key={`${choice.design}/${choice.paper}`} className="d-flex gap-2 align-items-center">
            <span className="flex-grow-1">{nameOf(choice)}</span>
            <Button size="sm" variant="link" disabled={!letterKey} onClick={() => setLooking(choice)}>
              Look at it
            </Button>
            <button
              type="button"
              className="btn btn-sm"
              aria-label={`Take ${nameOf(choice)} out`}
              onClick={() => onChange({ reports: reports.filter((one) => one !== choice) })}
            >
              <X size={15} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      {adding ? (
        <div className="d-grid gap-2 mb-2">
          <DesignPicker choice={adding} onChange={setAdding} />
          <div className="d-flex gap-2">
            <Button
              size="sm"
              onClick={() => {
                onChange({ reports: [...reports.filter(({ design }) => design !== adding.design), adding] });
                setAdding(undefined);
              }}
            >
              Enclose it
            </Button>
            <Button size="sm" variant="link" onClick={() => setAdding(undefined)}>
              Leave it
            </Button>
          </div>
        </div>
      ) : (
        reports.length < MAX_REPORTS && (
          <Button
            size="sm"
            variant="outline-primary"
            aria-label="Enclose a report"
            onClick={() => setAdding({ design: "progress", paper })}
          >
            <FileText size={15} aria-hidden /> Enclose a report
          </Button>
        )
      )}
      {looking !== undefined && letterKey && (
        <ReportDialog note={note} letterKey={letterKey} choice={looking} onClose={() => setLooking(undefined)} />
      )}
    </>
  );
}

/** The report that goes along with the letter shown. */
function ReportDialog({
  note,
  letterKey,
  choice,
  onClose,
}: {
  note: Note;
  letterKey: string;
  choice: ReportChoice;
  onClose: () => void;
}) {
  const [draft] =
    useAnswer(
      (engine) => engine.reportsOfLetter({ ...note, reports: [choice] }, letterKey),
      [note, choice, letterKey],
    ) ?? [];
  return (
    <Modal show onHide={onClose} size="lg" scrollable aria-label="The report with this letter">
      <Modal.Header closeButton>
        <Modal.Title as="h2">The report with this letter</Modal.Title>
      </Modal.Header>
      <Modal.Body>{draft && <PaperView draft={draft} />}</Modal.Body>
    </Modal>
  );
}
