import type { FiguresIndex } from "../figures/figuresIndex";
import { dayOfInstant, daysBetween } from "../model/day";

/** Students by how long ago their family last heard, in days: up to `days`, or never where there are none. */
export interface HeardBand {
  readonly days: number | undefined;
  readonly words: string;
  readonly studentIds: readonly string[];
}

/** How families stand: who has not heard for long, and who heard only concern. */
export interface Balance {
  readonly bands: readonly HeardBand[];
  /** Who has heard something, and nothing but concern. */
  readonly onlyConcern: readonly string[];
}

const BANDS = [
  { most: 7, words: "in the last week" },
  { most: 21, words: "in the last three weeks" },
  { most: Number.POSITIVE_INFINITY, words: "longer ago" },
];

/** Whom the families of the enrolled students heard from lately, and whether they ever heard anything good. */
export function balance(index: FiguresIndex): Balance {
  const { students, classes } = index.world;
  const enrolled = new Set([...classes.values()].flatMap(({ studentIds }) => studentIds));
  const ids = [...students.keys()].filter((id) => enrolled.has(id));
  const daysSince = (id: string) => {
    const last = index.lastWritten(id);
    return last && Math.max(0, daysBetween(dayOfInstant(last.at), index.today));
  };
  const bands = BANDS.map(({ most, words }, place) => {
    const least = BANDS[place - 1]?.most ?? -1;
    const studentIds = ids.filter((id) => {
      const days = daysSince(id);
      return days !== undefined && days > least && days <= most;
    });
    return { days: most, words, studentIds };
  });
  const never = ids.filter((id) => daysSince(id) === undefined);
  return {
    bands: [...bands, { days: undefined, words: "never", studentIds: never }],
    onlyConcern: ids.filter((id) => {
      const written = index.writtenAbout(id);
      return written.length > 0 && written.every(({ kind }) => kind === "concern");
    }),
  };
}
