"use client";
import Link from "next/link";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import type { FindingCode } from "@/core/check/findingKinds";
import type { Guardian } from "@/core/model/guardian";
import type { Note } from "@/core/model/note";
import { counted } from "@/core/words";
import { printLetters } from "@/office/paper/printLetters";
import { AddressDialog } from "@/ui/families/AddressDialog";
import { takePrinted } from "@/ui/shared/takePrinted";
import { useVine } from "@/ui/shared/VineContext";
import type { CheckView, FindingView } from "@/workers/engine/peopleView";
import { findingsByKind } from "./findingsByKind";

interface FindingsProps {
  readonly note: Note;
  readonly onChange: (part: Partial<Note>) => void;
  readonly onShow: (letterKey: string) => void;
}

const SEVERITY_WORDS = { stop: "Stop", caution: "Caution", line: "Worth knowing" } as const;

/** What the check found, each with the way to mend it, many of a kind as one; nothing where nothing was found. */
export function Findings({ check, ...shared }: FindingsProps & { readonly check: CheckView }) {
  if (check.findings.length === 0) return null;
  // What would stop a letter to a mailbox stops it on paper too.
  const mayPrint = check.findings.every(
    ({ finding: { severity, code } }) => severity !== "stop" || code === "no-good-address",
  );
  const { note, onChange } = shared;
  const unreached = check.findings.flatMap(({ finding: { severity, path } }) =>
    severity === "stop" && path.recipientId ? [path.recipientId] : [],
  );
  return (
    <div className="d-grid gap-2" role="status" aria-label="Findings">
      <h2>Before it can go</h2>
      {unreached.length > 0 && (
        <div>
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => onChange({ leftOutRecipientIds: [...new Set([...note.leftOutRecipientIds, ...unreached])] })}
          >
            Leave out all who can’t be reached
          </Button>
        </div>
      )}
      {findingsByKind(check.findings).map((kind) => (
        <KindCard key={kind[0].id} kind={kind} mayPrint={mayPrint} {...shared} />
      ))}
    </div>
  );
}

/** All findings of one kind. */
function KindCard({
  kind,
  mayPrint,
  ...shared
}: FindingsProps & { readonly kind: readonly [FindingView, ...FindingView[]]; readonly mayPrint: boolean }) {
  const [isOpen, setIsOpen] = useState(false);
  const [first, ...others] = kind;
  const { severity, code } = first.finding;
  const { note, onChange } = shared;
  const people = kind.flatMap(({ finding: { path } }) => path.recipientId ?? []);
  return (
    <div className={`finding ${severity === "stop" ? "is-stop" : severity === "line" ? "is-line" : ""}`}>
      <div className="small fw-bold">
        {SEVERITY_WORDS[severity]}
        {others.length > 0 && `, ${kind.length} of this kind`}
      </div>
      <OneFinding view={first} isAlone={others.length === 0} {...shared} />
      {isOpen && others.map((view) => <OneFinding key={view.id} view={view} isAlone={false} {...shared} />)}
      {others.length > 0 && (
        <div className="d-flex flex-wrap gap-2 mt-1">
          <Button size="sm" variant="link" aria-expanded={isOpen} onClick={() => setIsOpen(!isOpen)}>
            {isOpen ? "Show the first alone" : `Show all ${kind.length}`}
          </Button>
          {people.length === kind.length && (
            <Button
              size="sm"
              variant="link"
              onClick={() => onChange({ leftOutRecipientIds: [...note.leftOutRecipientIds, ...people] })}
            >
              Leave out all {kind.length}
            </Button>
          )}
        </div>
      )}
      {code === "no-good-address" && mayPrint && <PrintInstead note={note} recipientIds={people} onChange={onChange} />}
      <WhereToMend code={code} field={first.finding.path.field} />
    </div>
  );
}

function OneFinding({
  view: { finding, title, mend, meaningKey },
  isAlone,
  note,
  onChange,
  onShow,
}: FindingsProps & { readonly view: FindingView; readonly isAlone: boolean }) {
  const { world } = useVine();
  const [mending, setMending] = useState<Guardian>();
  const { recipientId, recipientIds = recipientId ? [recipientId] : [], letterKey } = finding.path;
  const guardian = recipientId ? world.guardians.get(recipientId) : undefined;
  return (
    <>
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
            {isAlone ? "Leave out" : "Leave this one out"}
          </Button>
        )}
        {letterKey && (
          <Button size="sm" variant="link" onClick={() => onShow(letterKey)}>
            Show the letter
          </Button>
        )}
        {meaningKey !== undefined && <Meant key={meaningKey} meaningKey={meaningKey} note={note} onChange={onChange} />}
      </div>
      {mending && <AddressDialog guardian={mending} onClose={() => setMending(undefined)} />}
    </>
  );
}

/** Who can’t be reached by mail gets the letter on paper, and is left out of the round. */
function PrintInstead({
  note,
  recipientIds,
  onChange,
}: Omit<FindingsProps, "onShow"> & { readonly recipientIds: readonly string[] }) {
  const { office } = useVine();
  const [busy, setBusy] = useState(false);
  const print = async () => {
    setBusy(true);
    const made = await printLetters(office, note, recipientIds, "Notes");
    setBusy(false);
    if (!takePrinted(made) || !made.ok) return;
    onChange({ leftOutRecipientIds: [...note.leftOutRecipientIds, ...recipientIds] });
    toast(`${counted(made.count, "letter")} in ${made.fileName}. The record keeps them as printed.`);
  };
  return (
    <Button size="sm" variant="link" className="p-0" disabled={busy} onClick={print}>
      {busy
        ? "Making the letters …"
        : recipientIds.length > 1
          ? `Print for these ${recipientIds.length} instead`
          : "Print it instead"}
    </Button>
  );
}

/** A stop can be meant: then a word why goes with the round. */
function Meant({ meaningKey, note, onChange }: Omit<FindingsProps, "onShow"> & { readonly meaningKey: string }) {
  const [why, setWhy] = useState<string>();
  const meant = note.meant ?? [];
  const said = meant.find(({ key }) => key === meaningKey);
  if (said)
    return (
      <span className="small">
        Meant: {said.why}{" "}
        <Button
          size="sm"
          variant="link"
          className="p-0"
          onClick={() => onChange({ meant: meant.filter(({ key }) => key !== meaningKey) })}
        >
          Not meant after all
        </Button>
      </span>
    );
  if (why === undefined)
    return (
      <Button size="sm" variant="link" onClick={() => setWhy("")}>
        This is meant
      </Button>
    );
  return (
    <Form
      className="d-flex gap-2 w-100"
      onSubmit={(event) => {
        event.preventDefault();
        if (why.trim()) onChange({ meant: [...meant, { key: meaningKey, why: why.trim() }] });
      }}
    >
      <Form.Control
        size="sm"
        aria-label="Why it is meant"
        placeholder="Why, in a word"
        maxLength={300}
        value={why}
        onChange={(event) => setWhy(event.target.value)}
      />
      <Button size="sm" type="submit" disabled={!why.trim()} className="flex-shrink-0">
        Meant
      </Button>
    </Form>
  );
}

const IN_FAMILIES: readonly FindingCode[] = [
  "odd-name",
  "shared-mailbox",
  "twice-in-class",
  "in-two-blocks",
  "header-breaking",
  "student-not-reached",
];
const IN_GRADEBOOK: readonly FindingCode[] = ["score-too-high", "same-title", "gradebook-old", "gone-source"];

/** The way to where it is mended, where that is another screen. */
function WhereToMend({ code, field = "" }: { code: FindingCode; field: string | undefined }) {
  const place = IN_FAMILIES.includes(code)
    ? (["Families", "/families"] as const)
    : IN_GRADEBOOK.includes(code)
      ? (["Gradebook", "/gradebook"] as const)
      : code === "unfilled-field" && /^(?:teacher|school)\./.test(field)
        ? (["Settings", "/settings"] as const)
        : undefined;
  return place ? (
    <Link className="btn btn-link btn-sm p-0" href={place[1]}>
      Open {place[0]}
    </Link>
  ) : null;
}
