import { classLabel, type SchoolClass } from "../model/schoolClass";
import type { SeatingPlan } from "../model/seatingPlan";
import type { World } from "../model/world";
import { KEPT_APART } from "./paperContent";
import { paperLook } from "./paperLook";
import type { DrawnFrom } from "./paperRun";

interface SeatingLook {
  /** Where a place of the room stands on the page. */
  readonly place: (place: { readonly row: number; readonly column: number }) => { row: number; column: number };
  readonly front: "top" | "bottom";
  readonly withPhotos: boolean;
  readonly names: ReadonlyMap<string, string>;
}

/** A seating plan as one page across. */
export function seatingPaper(
  { students, settings }: Pick<World, "students" | "settings">,
  schoolClass: SchoolClass,
  plan: SeatingPlan,
  { place, front, withPhotos, names }: SeatingLook,
): DrawnFrom {
  const { paper, accent } = paperLook({ settings });
  const pictures: Record<string, string> = {};
  const desks = plan.desks.map((desk) => {
    const studentId = plan.seats[desk.id] ?? "";
    const photo = withPhotos ? students.get(studentId)?.photo : undefined;
    if (photo) pictures[`/pictures/${photo}.jpg`] = `${KEPT_APART}${photo}`;
    return {
      ...place(desk),
      name: names.get(studentId) ?? "",
      ...(photo && { file: `/pictures/${photo}.jpg` }),
    };
  });
  return {
    paper: {
      name: plan.name,
      language: "en",
      direction: "ltr",
      head: [],
      foot: [],
      content: [
        { type: "heading", level: 1, content: [`${classLabel(schoolClass)}: ${plan.name}`] },
        {
          type: "seats",
          rows: plan.rows,
          columns: plan.columns,
          front: { words: "Front", at: front },
          desks,
        },
      ],
    },
    page: { paper, across: true, margin: [14, 14, 14, 14], frame: false, toAPage: 1 },
    accent,
    pictures,
  };
}
