import type { Findable } from "@/core/find/findable";
import type { World } from "@/core/model/world";

/** Where something that was found is looked at; none for what is done in place. */
export function placeOf({ kind, id }: Pick<Findable, "kind" | "id">, world: World): string | undefined {
  const word = encodeURIComponent(id);
  switch (kind) {
    case "student":
      return `/students/${word}`;
    case "guardian": {
      const child = [...world.students.values()].find(({ guardians }) =>
        guardians.some((one) => one.guardianId === id),
      );
      return child ? `/families?student=${encodeURIComponent(child.id)}` : "/families";
    }
    case "class":
      return `/gradebook?class=${word}`;
    case "assignment":
      return `/gradebook?assignment=${word}`;
    case "note":
      return `/notes/${word}`;
    case "round":
      return `/record/${word}`;
    case "action":
      return id.startsWith("/") ? id : undefined;
  }
}
