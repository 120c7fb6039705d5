import { baseLanguage } from "../../language/languageTag";

/** What days and months are called in a language, folded to small letters. */
export interface CalendarNames {
  /** By name the weekday, Sunday 0. */
  readonly weekdays: ReadonlyMap<string, number>;
  /** By name the month, January 1. */
  readonly months: ReadonlyMap<string, number>;
}

const known = new Map<string, CalendarNames>();

/** The names in a language (BCP 47), long and short, as they stand alone and in a date. */
export function calendarNames(tag: string): CalendarNames {
  const language = baseLanguage(tag);
  const names = known.get(language) ?? namesIn(language);
  known.set(language, names);
  return names;
}

const MONTHS = 12;
const DAYS_OF_WEEK = 7;
/** A Sunday. */
const FIRST_SUNDAY = Date.UTC(2026, 10, 1);
const MS_PER_DAY = 86_400_000;
/** Abbreviations that the locale does not list. */
const MORE: Readonly<Record<string, Readonly<Record<string, readonly [kind: "weekday" | "month", at: number]>>>> = {
  en: {
    tues: ["weekday", 2],
    weds: ["weekday", 3],
    thur: ["weekday", 4],
    thurs: ["weekday", 4],
    sept: ["month", 9],
  },
};

function namesIn(language: string): CalendarNames {
  const weekdays = new Map<string, number>();
  const months = new Map<string, number>();
  const folded = (name: string) => name.toLocaleLowerCase(language).replace(/\.$/, "");
  for (const weekday of ["long", "short"] as const) {
    const format = new Intl.DateTimeFormat(language, { weekday, timeZone: "UTC" });
    for (let at = 0; at < DAYS_OF_WEEK; at += 1)
      weekdays.set(folded(format.format(FIRST_SUNDAY + at * MS_PER_DAY)), at);
  }
  for (const month of ["long", "short"] as const) {
    // Beside a day many languages write a month in another form.
    for (const day of [undefined, "numeric"] as const) {
      const format = new Intl.DateTimeFormat(language, { month, ...(day && { day }), timeZone: "UTC" });
      for (let at = 0; at < MONTHS; at += 1) {
        const part = format.formatToParts(Date.UTC(2026, at, 15)).find(({ type }) => type === "month");
        if (part && !/^\d+$/.test(part.value)) months.set(folded(part.value), at + 1);
      }
    }
  }
  for (const [name, [kind, at]] of Object.entries(MORE[language] ?? {}))
    (kind === "weekday" ? weekdays : months).set(name, at);
  return { weekdays, months };
}
