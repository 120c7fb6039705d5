"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { adding, removing } from "@/core/change/change";
import { type ExtraColumn, extraColumnsOfClass, type OwnType, ownTypeSchema } from "@/core/model/extraColumn";
import type { Period } from "@/core/model/term";
import { titleKey } from "@/core/model/titleKey";
import { counted } from "@/core/words";
import { useCreateNote } from "@/ui/note/library/useCreateNote";
import { OWN_TYPE_WORDS } from "@/ui/shared/OwnValueControl";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { AddByName } from "./AddByName";

/** Values of each student that are no scores: a bus, a tutor group, a mile time. They come from tables, or are typed in the grid. */
export function ExtraColumns({ classId, period }: { classId: string; period: Period }) {
  const { world, office } = useVine();
  const change = useChange();
  const createNote = useCreateNote();
  const [type, setType] = useState<OwnType>("text");
  const columns = extraColumnsOfClass(world.ownColumns.values(), classId);
  const students = world.classes.get(classId)?.studentIds ?? [];
  const add = (name: string, type: OwnType, forAll: boolean) => {
    const column: ExtraColumn = {
      id: office.around.newId(),
      name,
      type,
      classId: forAll ? "all" : classId,
      from: "",
      values: {},
    };
    return change(adding("ownColumns", [column]), `“${name}” was added; its values are typed in the grid.`);
  };
  const remove = (column: ExtraColumn) =>
    change(
      (now) => removing("ownColumns", [now.ownColumns.get(column.id) ?? column]),
      `“${column.name}” was deleted, with its values.`,
    );
  return (
    <section aria-labelledby="own-columns">
      <h2 id="own-columns">Extra columns</h2>
      {columns.length === 0 && (
        <p className="quiet small">
          A bus, a tutor group, a mile time: any column of any table can be kept for each student, or one is added here.
          It can stand in letters, and select who gets them.
        </p>
      )}
      <ul className="lines small">
        {columns.map((column) => {
          const filled = students.filter((id) => column.values[id] !== undefined).length;
          return (
            <li key={column.id} className="d-block">
              <div>
                <strong>{column.name}</strong>
                <div className="quiet">
                  {column.type}, {column.classId === "all" ? "for all classes" : "for this class"},{" "}
                  {filled === students.length ? "all filled" : `${counted(students.length - filled, "student")} empty`}
                  {column.from && `, from ${column.from}`}
                </div>
              </div>
              <Button
                size="sm"
                variant="link"
                onClick={() =>
                  createNote("empty", {
                    classIds: [classId],
                    period,
                    conditions: [{ kind: "own column", column: column.name, comparison: "empty", value: "" }],
                  })
                }
                disabled={filled === students.length}
              >
                Write to those without
                <span className="visually-hidden"> {column.name}</span>
              </Button>
              <Button size="sm" variant="link" onClick={() => remove(column)}>
                Delete<span className="visually-hidden"> {column.name}</span>
              </Button>
            </li>
          );
        })}
      </ul>
      <AddByName
        what="extra column"
        placeholder="Harbour bus"
        startsForAll
        isThere={(name) => columns.some((one) => titleKey(one.name) === titleKey(name))}
        onAdd={(name, forAll) => add(name, type, forAll)}
      >
        <Form.Select
          size="sm"
          aria-label="What it holds"
          value={type}
          onChange={(event) => setType(ownTypeSchema.parse(event.target.value))}
        >
          {ownTypeSchema.options.map((one) => (
            <option key={one} value={one}>
              {OWN_TYPE_WORDS[one]}
            </option>
          ))}
        </Form.Select>
      </AddByName>
    </section>
  );
}
