"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";
import type { Guardian } from "@/core/model/guardian";
import type { Note } from "@/core/model/note";
import { AddressDialog } from "@/ui/families/AddressDialog";
import { useVine } from "@/ui/shared/VineContext";
import type { CheckView, FindingView } from "@/workers/engine/peopleView";

interface FindingsProps {
  readonly note: Note;
  readonly onChange: (part: Partial<Note>) => void;
  readonly onShow: (letterKey: string) => void;
}

/** What the check found, each with the way to mend it; nothing where nothing was found. */
export function Findings({ check, ...shared }: FindingsProps & { readonly check: CheckView }) {
  if (check.findings.length === 0) return null;
  return (
    <div className="d-grid gap-2" role="status" aria-label="Findings">
      <h2>Before it can go</h2>
      {check.findings.map((finding) => (
        <FindingCard key={finding.id} finding={finding} {...shared} />
      ))}
    </div>
  );
}

function FindingCard({
  finding: { finding, title, mend },
  note,
  onChange,
  onShow,
}: { finding: FindingView } & FindingsProps) {
  const { world } = useVine();
  const [mending, setMending] = useState<Guardian>();
  const { recipientId, recipientIds = recipientId ? [recipientId] : [], letterKey } = finding.path;
  const guardian = recipientId ? world.guardians.get(recipientId) : undefined;
  return (
    <div className={`finding ${finding.severity === "stop" ? "is-stop" : ""}`}>
      <div className="small fw-bold">{finding.severity === "stop" ? "Stop" : "Caution"}</div>
      <div data-private>{title}</div>
      <div className="quiet small">{mend}</div>
      <div className="d-flex flex-wrap gap-2 mt-1">
        {guardian && (
          <Button size="sm" variant="link" onClick={() => setMending(guardian)}>
            Mend the address
          </Button>
        )}
        {recipientIds.length > 0 && (
          <Button
            size="sm"
            variant="link"
            onClick={() => onChange({ leftOutRecipientIds: [...note.leftOutRecipientIds, ...recipientIds] })}
          >
            Leave out
          </Button>
        )}
        {letterKey && (
          <Button size="sm" variant="link" onClick={() => onShow(letterKey)}>
            Show the letter
          </Button>
        )}
      </div>
      {mending && <AddressDialog guardian={mending} onClose={() => setMending(undefined)} />}
    </div>
  );
}
