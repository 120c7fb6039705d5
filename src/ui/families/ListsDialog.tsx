"use client";
import { useMemo, useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { toast } from "sonner";
import { addressList, familyRows, type ListAudience } from "@/core/families/addressList";
import { birthdayCalendar } from "@/core/formats/birthdayCalendar";
import { csvFile } from "@/core/formats/csvFile";
import { sheetCells } from "@/core/formats/sheetCells";
import { vcards } from "@/core/formats/vcards";
import { writeOneRoster } from "@/core/formats/writeOneRoster";
import { classLabel } from "@/core/model/schoolClass";
import type { Student } from "@/core/model/student";
import { counted } from "@/core/words";
import { download } from "@/ui/shared/download";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

/** Who a list is about: everybody, a class, a group tag, or the students whom a note selects. */
type Who = string;

/** Addresses to copy, and files to keep: by class, group tag or the selection of a note. */
export function ListsDialog({ classId, onClose }: { classId: string; onClose: () => void }) {
  const { world, today } = useVine();
  const [who, setWho] = useState<Who>(classId === "all" ? "all" : `class ${classId}`);
  const [audience, setAudience] = useState<ListAudience>("guardians");
  const notes = useKept((read) => read.notesNewestFirst(), []) ?? [];
  const tags = [...new Set([...world.students.values()].flatMap((student) => student.tags))].sort();
  const note = who.startsWith("note ") ? notes.find(({ id }) => id === who.slice("note ".length)) : undefined;
  const selected = useAnswer(
    async (engine) => (note ? (await engine.people(note)).selected.map(({ studentId }) => studentId) : []),
    [note],
  );
  const students = useMemo(() => {
    const ids = who.startsWith("class ") ? world.classes.get(who.slice("class ".length))?.studentIds : undefined;
    const chosen: Student[] = note
      ? [...new Set(selected ?? [])].flatMap((id) => world.students.get(id) ?? [])
      : ids
        ? ids.flatMap((id) => world.students.get(id) ?? [])
        : [...world.students.values()].filter((student) => !student.takenOutOf);
    return who.startsWith("tag ") ? chosen.filter((one) => one.tags.includes(who.slice("tag ".length))) : chosen;
  }, [who, note, selected, world]);
  const addresses = useMemo(() => addressList(students, audience, world), [students, audience, world]);
  const birthdays = students.filter(({ birthday }) => birthday).length;

  const copy = async () => {
    await navigator.clipboard.writeText(addresses.join("; "));
    toast(
      `${counted(addresses.length, "address", "addresses")} copied. Paste them into the BCC line, so that nobody sees the others.`,
    );
  };
  const saveWorkbook = async () => {
    // Loaded when it is wanted: few lists are kept as workbooks.
    const { default: writeWorkbook } = await import("write-excel-file/browser");
    await writeWorkbook(sheetCells(familyRows(students, world))).toFile("families.xlsx");
  };
  return (
    <Modal show onHide={onClose} size="lg" animation={false} aria-labelledby="lists-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="lists-title">
          Copy or export a list
        </Modal.Title>
      </Modal.Header>
      <Modal.Body className="d-grid gap-3">
        <div className="d-flex flex-wrap gap-3">
          <Form.Group controlId="list-who">
            <Form.Label className="small mb-1">Families of</Form.Label>
            <Form.Select size="sm" value={who} onChange={(event) => setWho(event.target.value)}>
              <option value="all">all students</option>
              <optgroup label="Classes">
                {[...world.classes.values()].map((one) => (
                  <option key={one.id} value={`class ${one.id}`}>
                    {classLabel(one)}
                  </option>
                ))}
              </optgroup>
              {tags.length > 0 && (
                <optgroup label="Group tags">
                  {tags.map((tag) => (
                    <option key={tag} value={`tag ${tag}`}>
                      {tag}
                    </option>
                  ))}
                </optgroup>
              )}
              {notes.length > 0 && (
                <optgroup label="Whom a note selects">
                  {notes.map(({ id, name }) => (
                    <option key={id} value={`note ${id}`}>
                      {name || "Note without a name"}
                    </option>
                  ))}
                </optgroup>
              )}
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="list-audience">
            <Form.Label className="small mb-1">Whose</Form.Label>
            <Form.Select
              size="sm"
              value={audience}
              onChange={(event) => setAudience(event.target.value as ListAudience)}
            >
              <option value="guardians">guardians</option>
              <option value="students">students</option>
              <option value="both">students and guardians</option>
            </Form.Select>
          </Form.Group>
        </div>
        <div>
          <Form.Label htmlFor="list-addresses" className="small mb-1">
            {counted(addresses.length, "address", "addresses")} of {counted(students.length, "student")}; those who
            asked not to be written to are left out
          </Form.Label>
          <Form.Control
            id="list-addresses"
            as="textarea"
            rows={5}
            readOnly
            className="small"
            value={addresses.join("; ")}
            data-private
          />
        </div>
        <div className="d-flex flex-wrap gap-2">
          <Button size="sm" onClick={copy} disabled={addresses.length === 0}>
            Copy the addresses
          </Button>
          <Button
            size="sm"
            variant="outline-primary"
            disabled={students.length === 0}
            onClick={() => download("families.csv", csvFile(familyRows(students, world)), "text/csv")}
          >
            Table (CSV)
          </Button>
          <Button size="sm" variant="outline-primary" disabled={students.length === 0} onClick={saveWorkbook}>
            Table (XLSX)
          </Button>
          <Button
            size="sm"
            variant="outline-primary"
            disabled={students.length === 0}
            onClick={() => download("families.vcf", vcards(students, audience, world), "text/vcard")}
          >
            Contacts (vCard)
          </Button>
          <Button
            size="sm"
            variant="outline-primary"
            disabled={birthdays === 0}
            onClick={() => download("birthdays.ics", birthdayCalendar(students, today), "text/calendar")}
          >
            {birthdays === 0 ? "No birthdays known" : `${counted(birthdays, "birthday")} (iCalendar)`}
          </Button>
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => download("gradebook-oneroster.zip", writeOneRoster(world, today), "application/zip")}
          >
            Whole gradebook (OneRoster)
          </Button>
        </div>
      </Modal.Body>
    </Modal>
  );
}
