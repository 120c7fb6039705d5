import { extraColumnsOf } from "../../model/extraColumn";
import type { World } from "../../model/world";
import type { Field } from "./field";
import type { FieldKind } from "./fieldValue";

const KINDS = { text: "text", number: "number", date: "day", "yes or no": "yes or no" } as const satisfies Record<
  string,
  FieldKind
>;

/** The field of an extra column, by the name that classes share; none where the student has nothing in it. */
export function ownField(id: string, name: string, kind: FieldKind = "text"): Field {
  return {
    id,
    group: "Extra columns",
    label: name,
    about: "Your own column of this name",
    kind,
    value: ({ index, student, schoolClass }) => {
      const own = extraColumnsOf(index.world.ownColumns).valueOf(name, student.id, schoolClass.id);
      if (!own) return undefined;
      const { value, type } = own;
      if (typeof value === "number") return { kind: "number", value };
      if (typeof value === "boolean") return { kind: "yes or no", value };
      return type === "date" ? { kind: "day", day: value } : { kind: "text", text: value };
    },
  };
}

/** The fields of all extra columns, each with the kind that its values have. */
export function ownFields(world: Pick<World, "ownColumns">): Field[] {
  return extraColumnsOf(world.ownColumns).names.map(({ name, type }) => ownField(`own.${name}`, name, KINDS[type]));
}
