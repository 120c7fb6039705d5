"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { adding, removing } from "@/core/change/change";
import { markChecklist } from "@/core/gradebook/markChecklist";
import { type Checklist, type ChecklistMark, checklistMarkSchema, checklistsOf, markOf } from "@/core/model/checklist";
import { byFamilyName, fullName } from "@/core/model/student";
import type { Period } from "@/core/model/term";
import type { World } from "@/core/model/world";
import { counted } from "@/core/words";
import { useCreateNote } from "@/ui/note/library/useCreateNote";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { AddByName } from "./AddByName";

/** Returned forms, equipment: what each student of the class has done, has not, or need not. */
export function Checklists({ classId, period }: { classId: string; period: Period }) {
  const { world, office } = useVine();
  const change = useChange();
  const lists = checklistsOf(world.checklists.values(), classId);
  const [chosen, setChosen] = useState<string>();
  const open = lists.find(({ id }) => id === chosen) ?? lists[0];
  const add = async (name: string, forAll: boolean) => {
    const list: Checklist = { id: office.around.newId(), name, classId: forAll ? "all" : classId, marks: {} };
    if (await change(adding("checklists", [list]), `“${name}” was added; nobody has done it yet.`)) setChosen(list.id);
  };
  return (
    <section aria-labelledby="checklists">
      <h2 id="checklists">Checklists</h2>
      {lists.length === 0 && (
        <p className="quiet small">
          Forms to be returned, equipment to be handed back: add one, then mark who has done it. A selection can ask for
          those who have not.
        </p>
      )}
      {lists.length > 1 && (
        <Form.Select
          size="sm"
          className="mb-2"
          aria-label="Checklist"
          value={open?.id}
          onChange={(event) => setChosen(event.target.value)}
        >
          {lists.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
      )}
      {open && <OpenList key={open.id} list={open} classId={classId} period={period} />}
      <AddByName
        what="checklist"
        placeholder="Boat trip form"
        startsForAll={false}
        isThere={(name) => lists.some((one) => one.name === name.trim())}
        onAdd={add}
      />
    </section>
  );
}

function OpenList({ list, classId, period }: { list: Checklist; classId: string; period: Period }) {
  const { world } = useVine();
  const change = useChange();
  const createNote = useCreateNote();
  const students = (world.classes.get(classId)?.studentIds ?? [])
    .flatMap((id) => world.students.get(id) ?? [])
    .sort(byFamilyName);
  const marked = (ids: readonly string[], mark: ChecklistMark) => (now: World) =>
    markChecklist(now, list.id, ids, mark);
  const open = students.filter(({ id }) => markOf(list, id) === "not done");
  const remove = () =>
    change(
      (now) => removing("checklists", [now.checklists.get(list.id) ?? list]),
      `“${list.name}” was deleted, with its marks.`,
    );
  return (
    <>
      <h3>
        {list.name} <span className="quiet small">{list.classId === "all" ? "for all classes" : "for this class"}</span>
      </h3>
      <p className="small mb-2" role="status">
        {open.length === 0 ? "Nobody is left." : `${counted(open.length, "student")} of this class left.`}
      </p>
      <div className="d-flex flex-wrap gap-2 mb-2">
        {open.length > 0 && (
          <>
            <Button
              size="sm"
              variant="outline-primary"
              onClick={() =>
                createNote("empty", {
                  classIds: [classId],
                  period,
                  conditions: [{ kind: "checklist", checklist: list.name, mark: "not done" }],
                })
              }
            >
              Write to those left
            </Button>
            <Button
              size="sm"
              variant="outline-primary"
              onClick={() =>
                change(
                  marked(
                    open.map(({ id }) => id),
                    "done",
                  ),
                  `${counted(open.length, "student")} marked done.`,
                )
              }
            >
              Mark those left done
            </Button>
          </>
        )}
        <Button size="sm" variant="link" onClick={remove}>
          Delete<span className="visually-hidden"> {list.name}</span>
        </Button>
      </div>
      <ul className="checklist small" data-private>
        {students.map((student) => (
          <li key={student.id}>
            <label htmlFor={`mark-${student.id}`}>
              <bdi>{fullName(student)}</bdi>
            </label>
            <Form.Select
              id={`mark-${student.id}`}
              size="sm"
              className="w-auto"
              value={markOf(list, student.id)}
              onChange={(event) => {
                const mark = checklistMarkSchema.parse(event.target.value);
                const words = `${fullName(student)}: “${list.name}” is ${mark}.`;
                void change(marked([student.id], mark), words, { quietly: true });
              }}
            >
              {checklistMarkSchema.options.map((mark) => (
                <option key={mark}>{mark}</option>
              ))}
            </Form.Select>
          </li>
        ))}
      </ul>
    </>
  );
}
