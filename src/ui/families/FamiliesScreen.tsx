"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useDeferredValue, useMemo, useRef, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { nameKey, nameSearch } from "@/core/matching/nameKey";
import { reachabilityOf } from "@/core/matching/reachability";
import type { Guardian } from "@/core/model/guardian";
import { classLabel } from "@/core/model/schoolClass";
import { byFamilyName, fullName, type Student } from "@/core/model/student";
import type { World } from "@/core/model/world";
import { counted } from "@/core/words";
import { Head } from "@/ui/frame/Head";
import { BeginChoices } from "@/ui/shared/BeginChoices";
import { ClassOptions } from "@/ui/shared/ClassOptions";
import { EmptyState } from "@/ui/shared/EmptyState";
import { useVine } from "@/ui/shared/VineContext";
import { AddressDialog } from "./AddressDialog";
import { FamilyPanel } from "./FamilyPanel";
import { OverviewPanel } from "./OverviewPanel";
import { PhotosDialog } from "./PhotosDialog";

const ROW_HEIGHT_PX = 64;
const NEW_STUDENT = "new student";
const TAKEN_OUT = "taken out";

/** Students with those who look after them, and whether each can be reached; one of them may be open at once. */
export function FamiliesScreen({ studentId }: { studentId?: string | undefined }) {
  const { world } = useVine();
  const [classId, setClassId] = useState("all");
  const [onlyTrouble, setOnlyTrouble] = useState(false);
  const [name, setName] = useState("");
  const [mending, setMending] = useState<Guardian>();
  const [photographing, setPhotographing] = useState(false);
  const [openId, setOpenId] = useState(studentId);
  const opened = openId === undefined ? undefined : world.students.get(openId);
  const wanted = useDeferredValue(name);
  const families = useMemo(() => familiesOf(world, classId), [world, classId]);
  const shown = useMemo(() => {
    const isWanted = nameSearch(wanted);
    return families.filter((family) => (!onlyTrouble || family.hasTrouble) && isWanted(family.searchKey));
  }, [families, onlyTrouble, wanted]);

  if (world.students.size === 0) {
    return (
      <>
        <Head title="Families" />
        <div className="screen-body">
          <EmptyState
            title="No families yet"
            words="Here are your students with their guardians, and whether each can be reached. Bring in a roster and the contacts, in any shape; or look around in the demo school first."
          >
            <BeginChoices />
          </EmptyState>
        </div>
      </>
    );
  }
  const takenOut = [...world.students.values()].filter((student) => student.takenOutOf !== undefined).length;
  const trouble = families.filter(({ hasTrouble }) => hasTrouble).length;
  return (
    <>
      <Head title="Families" about={counted(world.guardians.size, "guardian")}>
        <Button variant="outline-primary" onClick={() => setPhotographing(true)}>
          Photos …
        </Button>
        <Button onClick={() => setOpenId(NEW_STUDENT)}>Add a student</Button>
      </Head>
      <div className="screen-body is-fixed families">
        <div className="d-flex flex-column p-4" style={{ minHeight: 0 }}>
          <div className="toolbar">
            <Form.Control
              size="sm"
              type="search"
              placeholder="Find a name"
              aria-label="Find a name"
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
            <Form.Select
              size="sm"
              aria-label="Class"
              value={classId}
              onChange={(event) => setClassId(event.target.value)}
            >
              <option value="all">All classes</option>
              <ClassOptions />
              {takenOut > 0 && <option value={TAKEN_OUT}>Taken out ({takenOut})</option>}
            </Form.Select>
            <Form.Check
              type="checkbox"
              id="only-trouble"
              label={`Only those who can’t be reached (${trouble})`}
              checked={onlyTrouble}
              onChange={(event) => setOnlyTrouble(event.target.checked)}
            />
            <span className="quiet small ms-auto" role="status">
              {shown.length === families.length
                ? counted(shown.length, "student")
                : `${shown.length} of ${counted(families.length, "student")}`}
            </span>
          </div>
          {shown.length === 0 ? (
            <p className="quiet">Nobody fits. Clear the name, or choose all classes.</p>
          ) : (
            <FamilyList families={shown} openId={openId} onOpen={setOpenId} onMend={setMending} />
          )}
        </div>
        <div className="families-side">
          {opened || openId === NEW_STUDENT ? (
            <FamilyPanel key={openId} student={opened} onClose={() => setOpenId(undefined)} />
          ) : (
            <OverviewPanel classId={world.classes.has(classId) ? classId : "all"} />
          )}
        </div>
      </div>
      {photographing && <PhotosDialog onClose={() => setPhotographing(false)} />}
      {mending && <AddressDialog guardian={mending} onClose={() => setMending(undefined)} />}
    </>
  );
}

interface Family {
  readonly student: Student;
  readonly classes: string;
  readonly guardians: readonly { guardian: Guardian; relation: string }[];
  readonly hasTrouble: boolean;
  readonly searchKey: string;
}

function familiesOf(world: World, classId: string): Family[] {
  const classesOf = new Map<string, string[]>();
  for (const schoolClass of world.classes.values()) {
    for (const id of schoolClass.studentIds) {
      const labels = classesOf.get(id);
      if (labels) labels.push(classLabel(schoolClass));
      else classesOf.set(id, [classLabel(schoolClass)]);
    }
  }
  const inClass = new Set(world.classes.get(classId)?.studentIds);
  const belongs = ({ id, takenOutOf }: Student) => {
    if (classId === TAKEN_OUT) return takenOutOf !== undefined;
    return classId === "all" ? takenOutOf === undefined : inClass.has(id);
  };
  return [...world.students.values()]
    .filter(belongs)
    .sort(byFamilyName)
    .map((student) => {
      const guardians = student.guardians.flatMap(({ guardianId, relation }) => {
        const guardian = world.guardians.get(guardianId);
        return guardian ? [{ guardian, relation }] : [];
      });
      return {
        student,
        classes: (classesOf.get(student.id) ?? []).join("; "),
        guardians,
        hasTrouble:
          guardians.length === 0 || guardians.some(({ guardian }) => reachabilityOf(guardian) !== "can be reached"),
        searchKey: nameKey([student, ...guardians.map(({ guardian }) => guardian)].map(fullName).join(" ")),
      };
    });
}

interface FamilyListProps {
  readonly families: readonly Family[];
  readonly openId: string | undefined;
  readonly onOpen: (studentId: string) => void;
  readonly onMend: (guardian: Guardian) => void;
}

function FamilyList({ families, openId, onOpen, onMend }: FamilyListProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: families.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT_PX,
    overscan: 10,
    getItemKey: (index) => families[index]?.student.id ?? index,
  });
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must be reachable by keyboard
    <section className="long-list flex-grow-1" ref={scroller} tabIndex={0} aria-label="Families">
      <ul className="list-unstyled mb-0" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, start, key }) => {
          const family = families[index];
          return (
            family && (
              <li
                key={key}
                ref={virtual.measureElement}
                data-index={index}
                className={`d-flex gap-3 px-3 py-2 border-bottom position-absolute w-100 ${family.student.id === openId ? "is-shown" : ""}`}
                style={{ transform: `translateY(${start}px)` }}
              >
                <div style={{ width: "38%" }}>
                  <button
                    type="button"
                    className="btn btn-link fw-bold text-start"
                    aria-pressed={family.student.id === openId}
                    onClick={() => onOpen(family.student.id)}
                    data-private
                  >
                    <bdi>{fullName(family.student)}</bdi>
                  </button>
                  <div className="quiet small">
                    <span data-private>{family.student.studentNumber}</span> · {family.classes || "in no class"}
                    {family.student.tags.length > 0 && ` · ${family.student.tags.join(", ")}`}
                  </div>
                </div>
                <div className="flex-grow-1" style={{ minWidth: 0 }}>
                  {family.guardians.length === 0 && <span className="tag is-look">no guardian known</span>}
                  {family.guardians.map(({ guardian, relation }) => (
                    <GuardianLine key={guardian.id} guardian={guardian} relation={relation} onMend={onMend} />
                  ))}
                </div>
              </li>
            )
          );
        })}
      </ul>
    </section>
  );
}

function GuardianLine({
  guardian,
  relation,
  onMend,
}: {
  guardian: Guardian;
  relation: string;
  onMend: (guardian: Guardian) => void;
}) {
  const reachability = reachabilityOf(guardian);
  return (
    <div className="guardian-line d-flex gap-2 align-items-start">
      <div className="flex-grow-1" style={{ minWidth: 0 }}>
        <span data-private>
          <bdi>{fullName(guardian)}</bdi>
        </span>{" "}
        <span className="quiet small">{relation}</span>{" "}
        {reachability !== "can be reached" && <span className="tag is-look">{reachability}</span>}
        {guardian.addresses.length > 0 && (
          <div className="quiet small text-truncate" data-private>
            {guardian.addresses.join(", ")}
          </div>
        )}
      </div>
      {reachability !== "asked not to be written to" && (
        <button
          type="button"
          className="btn btn-link btn-sm text-nowrap flex-shrink-0"
          onClick={() => onMend(guardian)}
        >
          Change address<span className="visually-hidden"> of {fullName(guardian)}</span>
        </button>
      )}
    </div>
  );
}
