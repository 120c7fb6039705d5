import { type Change, updating } from "../change/change";
import { readOwnValue, withOwnValue } from "../model/extraColumn";
import type { World } from "../model/world";

/** The change that keeps a typed value of one student; empty words clear it. None where the column is gone or the words are no value of its kind. */
export function setOwnValue(
  world: Pick<World, "ownColumns">,
  columnId: string,
  studentId: string,
  text: string,
): Change {
  const column = world.ownColumns.get(columnId);
  const value = column && readOwnValue(text, column.type);
  if (!column || (text.trim() && value === undefined)) return {};
  return updating("ownColumns", column, withOwnValue(column, studentId, value));
}
