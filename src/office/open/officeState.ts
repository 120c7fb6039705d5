import type { Change } from "@/core/change/change";
import type { Day } from "@/core/model/day";
import type { Note } from "@/core/model/note";
import type { PastScores } from "@/core/model/pastScores";
import type { Plan } from "@/core/model/plan";
import type { World, WorldRecords } from "@/core/model/world";
import type { TouchedKeys } from "@/store/rowsNow";

/** What screens look at. It is another one after every change. */
export interface OfficeState {
  /** The families and the gradebook as they are now; figures come from the engine alone. */
  readonly world: World;
  readonly today: Day;
  /** Rises with every change of the world, so that answers of the engine are asked again. */
  readonly revision: number;
  /** A newer version of the application has the data: this page is closed and writes nothing any more. */
  readonly isOlder: boolean;
  /** Whether the data of this browser was deleted while the page was open. */
  readonly isDeleted: boolean;
  /** The data is being put in another place: this page has let go of it. */
  readonly isAway: boolean;
  /** Why figures can't be worked out or nothing can be kept at present, what is safe and what to do. */
  readonly trouble?: string | undefined;
}

/** What can stand in the place of all that is there: the world, what became of its scores, and automatic notes. */
export type Everything = readonly [
  records: WorldRecords,
  past?: readonly PastScores[],
  automatic?: { readonly notes: readonly Note[]; readonly plans: readonly Plan[] },
];

/** What one tab tells the others. */
export type TabMessage =
  | { readonly kind: "changed"; readonly keys: TouchedKeys; readonly at: number; readonly number: number }
  | { readonly kind: "replaced" }
  /** Another database takes the place of this one: every tab lets go of it, and is loaded again then. */
  | { readonly kind: "leave" }
  | { readonly kind: "moved" };

/** A change, or how it is made from the world as it is when its turn has come. */
export type Wanted = Change | ((world: World) => Change);
