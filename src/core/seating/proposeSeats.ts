import type { SeatingPlan, SeatingWish } from "../model/seatingPlan";
import { Random } from "../random";
import { deskFinder, Room } from "./room";

/** Who could sit where. */
export interface SeatProposal {
  /** Student ids by desk id. */
  readonly seats: Readonly<Record<string, string>>;
  readonly unmet: readonly SeatingWish[];
  /** Whether no plan at all keeps more wishes; else more may be possible, and the search was given up. */
  readonly isBest: boolean;
  readonly leftOver: readonly string[];
}

/** So many steps may the search for a plan take. */
const MOST_STEPS = 300_000;
const MOST_BEGINNINGS = 40;
const SWAPS_EACH = 4_000;

/**
 * A plan that keeps as many wishes as it can, with those who sit at held desks where they are. Students without a wish
 * keep their desks where these are free; who is left over is named. The same plan and seed give the same proposal.
 */
export function proposeSeats(plan: SeatingPlan, studentIds: readonly string[], seed = 1): SeatProposal {
  const room = new Room(plan);
  const held = new Set(plan.held.filter((deskId) => studentIds.includes(plan.seats[deskId] ?? "")));
  const fixed = Object.fromEntries([...held].map((deskId) => [deskId, plan.seats[deskId] as string]));
  const seated = new Set(Object.values(fixed));
  const isHere = new Set(studentIds);
  const wishes = plan.wishes.filter(
    (wish) => isHere.has(wish.studentId) && (!("otherId" in wish) || isHere.has(wish.otherId)),
  );
  const wishing = studentIds.filter(
    (id) =>
      !seated.has(id) && wishes.some((wish) => wish.studentId === id || ("otherId" in wish && wish.otherId === id)),
  );
  const free = plan.desks.map(({ id }) => id).filter((id) => !held.has(id));
  const search = new Search(room, wishes, fixed, wishing.slice(0, free.length), free);
  search.climb(deskFinder(plan.seats), new Random(seed));
  // Where somebody is left over, leaving over another one might keep more: nobody is, to keep a wish.
  const isBest = search.prove() && studentIds.length <= plan.desks.length;
  const seats: Record<string, string> = { ...fixed, ...search.best };
  seatTheOthers(seats, plan, studentIds);
  const deskOf = deskFinder(seats);
  return {
    seats,
    unmet: wishes.filter((wish) => !room.isKept(wish, deskOf)),
    isBest: isBest || wishes.every((wish) => room.isKept(wish, deskOf)),
    leftOver: studentIds.filter((id) => deskOf(id) === undefined),
  };
}

/** Who has no wish stays where they are if the desk is free, and takes the next free one otherwise. */
function seatTheOthers(seats: Record<string, string>, plan: SeatingPlan, studentIds: readonly string[]): void {
  const before = deskFinder(plan.seats);
  const isSeated = new Set(Object.values(seats));
  const known = new Set(plan.desks.map(({ id }) => id));
  const waiting = studentIds.filter((id) => !isSeated.has(id));
  for (const id of waiting) {
    const desk = before(id);
    if (desk === undefined || !known.has(desk) || seats[desk] !== undefined) continue;
    seats[desk] = id;
    isSeated.add(id);
  }
  const free = plan.desks
    .filter(({ id }) => seats[id] === undefined)
    .sort((a, b) => a.row - b.row || a.column - b.column);
  for (const id of waiting) {
    if (isSeated.has(id)) continue;
    const next = free.shift();
    if (next) seats[next.id] = id;
  }
}

/** Looks for desks of those who have wishes: first by swapping, then by trying all there is to try. */
class Search {
  best: Readonly<Record<string, string>> = {};
  private bestKept = -1;
  private readonly heldBy: (studentId: string) => string | undefined;
  private readonly order: ReadonlyMap<string, number>;

  constructor(
    private readonly room: Room,
    private readonly wishes: readonly SeatingWish[],
    fixed: Readonly<Record<string, string>>,
    private readonly students: readonly string[],
    private readonly desks: readonly string[],
  ) {
    this.heldBy = deskFinder(fixed);
    this.order = new Map(students.map((id, place) => [id, place]));
  }

  /** From where they sit now, and from other beginnings, one takes the desk of another while that keeps more wishes. */
  climb(now: (studentId: string) => string | undefined, random: Random): void {
    for (let beginning = 0; beginning < MOST_BEGINNINGS && this.bestKept < this.wishes.length; beginning += 1) {
      const places = this.beginning(beginning === 0 ? now : () => undefined, random);
      let kept = this.kept(places);
      this.note(places, kept);
      for (let swap = 0; swap < SWAPS_EACH && kept < this.wishes.length; swap += 1) {
        const [a, b] = [random.whole(0, this.students.length - 1), random.whole(0, places.length - 1)];
        swapped(places, a, b);
        const after = this.kept(places);
        // Steps that change nothing lead out of dead ends.
        if (after >= kept) kept = after;
        else swapped(places, a, b);
        this.note(places, kept);
      }
    }
  }

  /** Whether no plan keeps more than the best; gives up after many steps. Finds a better one where there is. */
  prove(): boolean {
    const places: (string | undefined)[] = [];
    const used = new Set<string>();
    const deskOf = this.finder(places);
    // A wish is judged as soon as all that it speaks of have their desks.
    const judgedAt = this.wishes.map((wish) =>
      Math.max(...[wish.studentId, "otherId" in wish ? wish.otherId : ""].map((id) => this.students.indexOf(id))),
    );
    let steps = 0;
    const go = (place: number, lost: number): boolean => {
      steps += 1;
      if (steps > MOST_STEPS) return false;
      if (this.wishes.length - lost <= this.bestKept) return true;
      if (place === this.students.length) {
        this.note(places as string[], this.wishes.length - lost);
        return true;
      }
      for (const desk of this.desks) {
        if (used.has(desk)) continue;
        places[place] = desk;
        used.add(desk);
        const broken = this.wishes.filter(
          (wish, at) => judgedAt[at] === place && !this.room.isKept(wish, deskOf),
        ).length;
        const isDone = go(place + 1, lost + broken);
        used.delete(desk);
        places.length = place;
        if (!isDone) return false;
      }
      return true;
    };
    const lost = this.wishes.filter((wish, at) => judgedAt[at] === -1 && !this.room.isKept(wish, deskOf)).length;
    return go(0, lost);
  }

  /** The desks, those of the students first, in their order. */
  private beginning(now: (studentId: string) => string | undefined, random: Random): string[] {
    const rest = new Set(this.desks);
    const own = this.students.map((id) => {
      const desk = now(id);
      if (desk === undefined || !rest.has(desk)) return undefined;
      rest.delete(desk);
      return desk;
    });
    const mixed = shuffled([...rest], random);
    const places = own.map((desk) => desk ?? (mixed.shift() as string));
    return [...places, ...mixed];
  }

  private finder(places: readonly (string | undefined)[]): (studentId: string) => string | undefined {
    return (id) => {
      const place = this.order.get(id);
      return place === undefined ? this.heldBy(id) : places[place];
    };
  }

  private kept(places: readonly string[]): number {
    const deskOf = this.finder(places);
    return this.wishes.filter((wish) => this.room.isKept(wish, deskOf)).length;
  }

  private note(places: readonly string[], kept: number): void {
    if (kept <= this.bestKept) return;
    this.bestKept = kept;
    this.best = Object.fromEntries(this.students.map((id, place) => [places[place] as string, id]));
  }
}

function shuffled(all: string[], random: Random): string[] {
  for (let place = all.length - 1; place > 0; place -= 1) swapped(all, place, random.whole(0, place));
  return all;
}

function swapped(places: string[], a: number, b: number): void {
  const [one, other] = [places[a], places[b]];
  if (one === undefined || other === undefined) return;
  places[a] = other;
  places[b] = one;
}
