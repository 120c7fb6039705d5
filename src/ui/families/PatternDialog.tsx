"use client";
import { useMemo, useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { type Change, setRows } from "@/core/change/change";
import {
  buildAddresses,
  isApplied,
  type PatternPart,
  type PatternPerson,
  type PatternResult,
} from "@/core/families/buildAddresses";
import type { Guardian } from "@/core/model/guardian";
import { fullName } from "@/core/model/student";
import type { World } from "@/core/model/world";
import { counted } from "@/core/words";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

const PARTS = [
  "student number",
  "given name",
  "family name",
  "first letter of given name",
  "first letter of family name",
] as const;

/** Builds addresses out of parts that are picked; everybody's is shown before any is applied. */
export function PatternDialog({ classId, onClose }: { classId: string; onClose: () => void }) {
  const { world } = useVine();
  const change = useChange();
  const [whose, setWhose] = useState<"students" | "guardians">("students");
  const [parts, setParts] = useState<readonly PatternPart[]>([]);
  const [domain, setDomain] = useState("");
  const [replaces, setReplaces] = useState(false);
  const people = useMemo(() => peopleOf(whose, classId, world), [whose, classId, world]);
  const results = useMemo(
    () => (parts.length > 0 && domain.trim() ? buildAddresses(people, parts, domain) : []),
    [people, parts, domain],
  );
  const applied = results.filter((result) => isApplied(result, replaces));
  const exceptions = results.filter((result) => !isApplied(result, true) && result.outcome !== "same");
  const names = new Map(people.map((person) => [person.id, fullName(person)]));
  const apply = async () => {
    const words = `${counted(applied.length, "address", "addresses")} built from the pattern.`;
    if (await change((now) => addressChange(whose, applied, now), words)) onClose();
  };
  return (
    <Modal show onHide={onClose} size="lg" scrollable animation={false} aria-labelledby="pattern-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="pattern-title">
          Build addresses
        </Modal.Title>
      </Modal.Header>
      <Modal.Body className="d-grid gap-3">
        <div className="d-flex flex-wrap gap-3 align-items-end">
          <Form.Group controlId="pattern-whose">
            <Form.Label className="small mb-1">For</Form.Label>
            <Form.Select
              size="sm"
              value={whose}
              onChange={(event) => setWhose(event.target.value as "students" | "guardians")}
            >
              <option value="students">students</option>
              <option value="guardians">guardians</option>
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="pattern-domain">
            <Form.Label className="small mb-1">Domain, after the @</Form.Label>
            <Form.Control
              size="sm"
              placeholder="students.school.example"
              value={domain}
              onChange={(event) => setDomain(event.target.value)}
            />
          </Form.Group>
        </div>
        <PartsChoice parts={parts} onChange={setParts} />
        {results.length > 0 && (
          <>
            <Form.Check
              id="pattern-replaces"
              label={`Also replace ${counted(results.filter(({ outcome }) => outcome === "replaces another address").length, "address", "addresses")} that ${whose} have already`}
              checked={replaces}
              onChange={(event) => setReplaces(event.target.checked)}
            />
            {exceptions.length > 0 && (
              <p className="finding">{counted(exceptions.length, "exception")}, not applied. They stand first below.</p>
            )}
            <ResultTable
              results={[...exceptions, ...results.filter((one) => !exceptions.includes(one))]}
              names={names}
            />
          </>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="link" onClick={onClose}>
          Not now
        </Button>
        <Button onClick={apply} disabled={applied.length === 0}>
          Apply {counted(applied.length, "address", "addresses")}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}

function PartsChoice({
  parts,
  onChange,
}: {
  parts: readonly PatternPart[];
  onChange: (parts: readonly PatternPart[]) => void;
}) {
  const [text, setText] = useState("");
  return (
    <div className="d-grid gap-2">
      <div className="small">Before the @, put together:</div>
      <fieldset className="d-flex flex-wrap gap-1" aria-label="Parts on offer">
        {PARTS.map((kind) => (
          <Button key={kind} size="sm" variant="outline-secondary" onClick={() => onChange([...parts, { kind }])}>
            {kind}
          </Button>
        ))}
        <Form.Control
          size="sm"
          style={{ width: "7rem" }}
          aria-label="Letters of your own, such as a dot"
          placeholder="a dot, …"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <Button
          size="sm"
          variant="outline-secondary"
          disabled={!text.trim()}
          onClick={() => {
            onChange([...parts, { kind: "text", text: text.trim() }]);
            setText("");
          }}
        >
          Add these letters
        </Button>
      </fieldset>
      {parts.length > 0 && (
        <p className="mb-0">
          {parts.map((part, place) => (
            <button
              // biome-ignore lint/suspicious/noArrayIndexKey: the same part may stand twice; its place tells it apart
              key={place}
              type="button"
              className="tag me-1 bg-transparent"
              title="Take this part out"
              onClick={() => onChange(parts.filter((_one, at) => at !== place))}
            >
              {part.kind === "text" ? part.text : part.kind} ×
            </button>
          ))}
        </p>
      )}
    </div>
  );
}

const MOST_SHOWN = 300;

function ResultTable({ results, names }: { results: readonly PatternResult[]; names: ReadonlyMap<string, string> }) {
  return (
    <>
      <table className="table table-sm small">
        <thead>
          <tr>
            <th scope="col">Who</th>
            <th scope="col">now</th>
            <th scope="col">from the pattern</th>
            <th scope="col">what it is</th>
          </tr>
        </thead>
        <tbody>
          {results.slice(0, MOST_SHOWN).map(({ id, before, address, outcome }) => (
            <tr key={id} data-private>
              <td>{names.get(id)}</td>
              <td className="quiet">{before || "none"}</td>
              <td>{address}</td>
              <td>{outcome}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {results.length > MOST_SHOWN && <p className="quiet small">and {results.length - MOST_SHOWN} more</p>}
    </>
  );
}

function peopleOf(whose: "students" | "guardians", classId: string, world: World): PatternPerson[] {
  const ids = classId === "all" ? [...world.students.keys()] : (world.classes.get(classId)?.studentIds ?? []);
  const students = ids.flatMap((id) => world.students.get(id) ?? []).filter(({ takenOutOf }) => !takenOutOf);
  if (whose === "students") {
    return students.map(({ id, studentNumber, givenName, familyName, address = "" }) => ({
      id,
      studentNumber,
      givenName,
      familyName,
      address,
    }));
  }
  const found = new Map<string, PatternPerson>();
  for (const student of students) {
    for (const { guardianId } of student.guardians) {
      const guardian = world.guardians.get(guardianId);
      if (!guardian || found.has(guardianId)) continue;
      const { id, givenName, familyName, addresses } = guardian;
      found.set(id, { id, studentNumber: student.studentNumber, givenName, familyName, address: addresses[0] ?? "" });
    }
  }
  return [...found.values()];
}

function addressChange(whose: "students" | "guardians", applied: readonly PatternResult[], world: World): Change {
  if (whose === "students") {
    const rows = applied.flatMap(({ id, address }) => {
      const student = world.students.get(id);
      return student ? [[id, { ...student, address }] as const] : [];
    });
    return { students: setRows<"students">(world.students, rows) };
  }
  const rows = applied.flatMap(({ id, address }): [string, Guardian][] => {
    const guardian = world.guardians.get(id);
    return guardian ? [[id, { ...guardian, addresses: [address, ...guardian.addresses.slice(1)] }]] : [];
  });
  return { guardians: setRows<"guardians">(world.guardians, rows) };
}
