import { type Desk, MOST_ROWS, type SeatingPlan } from "../model/seatingPlan";

/** How the desks of a new room stand. */
export const ROOM_SHAPES = ["rows", "pairs", "groups of four", "a horseshoe"] as const;
export type RoomShape = (typeof ROOM_SHAPES)[number];

const PAIR = 2;
const MOST_SEATS = 60;
/** One less than the most rows and columns of a room. */
const DEEPEST = MOST_ROWS - 1;

/** A room with at least so many desks, in a usual shape; `newId` names the desks. */
export function newRoom(
  shape: RoomShape,
  seats: number,
  newId: () => string,
): Pick<SeatingPlan, "rows" | "columns" | "desks"> {
  const wanted = Math.max(1, Math.min(seats, MOST_SEATS));
  const places = placesOf(shape, wanted).slice(0, shape === "a horseshoe" ? undefined : wanted);
  return {
    rows: Math.max(...places.map(({ row }) => row)) + 1,
    columns: Math.max(...places.map(({ column }) => column)) + 1,
    desks: places.map((place): Desk => ({ id: newId(), ...place })),
  };
}

function placesOf(shape: RoomShape, seats: number): Omit<Desk, "id">[] {
  switch (shape) {
    case "rows": {
      const columns = Math.max(1, Math.min(6, Math.ceil(Math.sqrt(seats * 1.2))), Math.ceil(seats / DEEPEST));
      return grid(Math.ceil(seats / columns), columns, (column) => column);
    }
    case "pairs": {
      const pairs = Math.max(seats > 18 ? 4 : 3, Math.ceil(seats / (DEEPEST * PAIR)));
      return grid(Math.ceil(seats / (pairs * PAIR)), pairs * PAIR, (column) => column + Math.floor(column / PAIR));
    }
    case "groups of four": {
      const groups = Math.ceil(seats / 4);
      const across = Math.max(3, Math.ceil(groups / 5));
      return Array.from({ length: groups }, (_, group) => {
        const [down, right] = [Math.floor(group / across) * 3, (group % across) * 3];
        return [
          [0, 0],
          [0, 1],
          [1, 0],
          [1, 1],
        ].map(([row = 0, column = 0]) => ({ row: down + row, column: right + column, group: group + 1 }));
      }).flat();
    }
    case "a horseshoe": {
      const side = Math.min(DEEPEST - 2, Math.max(1, Math.ceil(seats / 3)));
      const back = Math.min(DEEPEST - 1, Math.max(1, seats - 2 * side));
      const behind = Math.max(0, seats - 2 * side - back);
      return [
        ...Array.from({ length: side }, (_, row) => ({ row, column: 0, turned: true })),
        ...Array.from({ length: back }, (_, column) => ({ row: side, column: column + 1 })),
        ...Array.from({ length: side }, (_, row) => ({ row, column: back + 1, turned: true })),
        // Whoever has no place in it sits behind it.
        ...grid(Math.ceil(behind / DEEPEST), DEEPEST, (column) => column)
          .slice(0, behind)
          .map(({ row, column }) => ({ row: row + side + 1, column })),
      ];
    }
  }
}

function grid(rows: number, columns: number, at: (column: number) => number): Omit<Desk, "id">[] {
  return Array.from({ length: rows * columns }, (_, place) => ({
    row: Math.floor(place / columns),
    column: at(place % columns),
  }));
}
