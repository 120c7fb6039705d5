import type { GradeScale } from "./gradeScale";

/** Grade scales to begin with; each can be changed. */
export const EXAMPLE_SCALES: readonly GradeScale[] = [
  scale("five-letters", "A to E", [
    [90, "A"],
    [80, "B"],
    [70, "C"],
    [60, "D"],
    [0, "E"],
  ]),
  scale("plus-minus", "A to F with plus and minus", [
    [97, "A+"],
    [93, "A"],
    [90, "A−"],
    [87, "B+"],
    [83, "B"],
    [80, "B−"],
    [77, "C+"],
    [73, "C"],
    [70, "C−"],
    [67, "D+"],
    [63, "D"],
    [60, "D−"],
    [0, "F"],
  ]),
  scale("four-levels", "Four levels", [
    [85, "4, beyond the goal"],
    [70, "3, at the goal"],
    [55, "2, on the way"],
    [0, "1, beginning"],
  ]),
  scale("pass", "Pass or not yet", [
    [60, "Pass"],
    [0, "Not yet"],
  ]),
];

function scale(id: string, name: string, bands: readonly [number, string][]): GradeScale {
  return { id, name, bands: bands.map(([from, label]) => ({ from, label })) };
}
