import { addDays, type Day, daysBetween } from "../../model/day";
import { calendarNames } from "./calendarNames";

/** A date as somebody wrote it. */
export interface WrittenDate {
  /** As it stands there, with the weekday where one stands beside it. */
  readonly text: string;
  readonly at: number;
  /** The day that is meant: without a year the one nearest to when it is read. */
  readonly day: Day;
  /** Sunday 0; none where no weekday stands beside it. */
  readonly weekday: number | undefined;
}

const NUMBER_OF_DAY = "(\\d{1,2})(?:st|nd|rd|th|[.ºªer]{1,2})?";
const YEAR = "(\\d{4})";

/** The dates in a text of a language (BCP 47), read on a day, in reading order. Numbers that may be either way round are none. */
export function datesIn(text: string, language: string, readOn: Day): WrittenDate[] {
  const { weekdays, months } = calendarNames(language);
  const month = alternatives(months.keys());
  const between = "[\\s\\u00a0]*(?:of |de |d['’])?";
  const found = [
    // "18 January 2027", "the 18th of January", "18 de enero de 2027"
    ...matches(
      text,
      `(?<![\\d.,/:])${NUMBER_OF_DAY}${between}(${month})\\.?(?:,?[\\s\\u00a0]+(?:de |del )?${YEAR})?`,
    ).map((one) => ({ ...one, parts: [one.groups[0], months.get(fold(one.groups[1] ?? "")), one.groups[2]] as const })),
    // "January 18, 2027", "Mar 5"
    ...matches(
      text,
      `(${month})\\.?[\\s\\u00a0]+(?:the )?${NUMBER_OF_DAY}(?!\\d|:\\d|[\\s\\u00a0]*%)(?:,?[\\s\\u00a0]+${YEAR})?`,
    ).map((one) => ({ ...one, parts: [one.groups[1], months.get(fold(one.groups[0] ?? "")), one.groups[2]] as const })),
    ...matches(text, "(?<![\\d/.-])(\\d{4})-(\\d{2})-(\\d{2})(?![\\d-])").map((one) => ({
      ...one,
      parts: [one.groups[2], Number(one.groups[1]), one.groups[0]] as const,
    })),
    ...matches(text, "(?<![\\d/.-])(\\d{1,2})[/.](\\d{1,2})(?:[/.](\\d{4}))?(?![\\d/%]|\\.\\d)").flatMap((one) => {
      const [first = "", second = "", year] = one.groups;
      const [a, b] = [Number(first), Number(second)];
      if (a > MONTHS === b > MONTHS) return [];
      return [{ ...one, parts: a > MONTHS ? ([first, b, year] as const) : ([second, a, year] as const) }];
    }),
    // "1月18日"
    ...chineseDates(text).map((one) => ({
      ...one,
      parts: [one.groups[2], Number(one.groups[1]), one.groups[0]] as const,
    })),
  ];
  const names = alternatives(weekdays.keys());
  const taken = new Set<number>();
  return found
    .sort((a, b) => a.at - b.at || b.text.length - a.text.length)
    .flatMap(({ text: written, at, parts: [dayOfMonth, monthOfYear, year] }) => {
      const day = dayOf(Number(dayOfMonth), monthOfYear ?? 0, year, readOn);
      if (day === undefined || taken.has(at)) return [];
      for (let place = at; place < at + written.length; place += 1) taken.add(place);
      const beside = weekdayBeside(text, at, at + written.length, names);
      return [
        {
          text: text.slice(beside?.from ?? at, beside?.to ?? at + written.length).trim(),
          at: beside?.from ?? at,
          day,
          weekday: beside && weekdays.get(fold(beside.name)),
        },
      ];
    });
}

const MONTHS = 12;

/** The weekday of a day, Sunday 0. */
export function weekdayOf(day: Day): number {
  return new Date(`${day}T00:00:00Z`).getUTCDay();
}

/** Names as a pattern, the longest first; a capital at its head may be either. */
export function alternatives(names: Iterable<string>): string {
  const all = [...names].filter((name) => name.length > 1).sort((a, b) => b.length - a.length);
  return all.map((name) => name.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")).join("|");
}

function chineseDates(text: string): Match[] {
  // These words stand without spaces.
  return [...text.matchAll(/(?<!\d)(?:(\d{4})年)?(\d{1,2})月(\d{1,2})[日号]/g)].map((match) => ({
    text: match[0],
    at: match.index,
    groups: match.slice(1),
  }));
}

interface Match {
  readonly text: string;
  readonly at: number;
  readonly groups: readonly (string | undefined)[];
}

function matches(text: string, pattern: string): Match[] {
  return [...text.matchAll(compiled(`(?<!\\p{L})(?:${pattern})(?![\\p{L}])`, "giu"))].map((match) => ({
    text: match[0],
    at: match.index,
    groups: match.slice(1),
  }));
}

const patterns = new Map<string, RegExp>();

/** A pattern made of the names of a language, compiled once: the same few are asked of every sentence. */
export function compiled(pattern: string, flags: string): RegExp {
  const key = `${flags} ${pattern}`;
  const made = patterns.get(key) ?? new RegExp(pattern, flags);
  patterns.set(key, made);
  return made;
}

const fold = (name: string) => name.toLocaleLowerCase().replace(/\.$/, "");

function dayOf(day: number, month: number, year: string | undefined, readOn: Day): Day | undefined {
  const inYear = (one: number): Day | undefined => {
    const made = `${one}-${String(month).padStart(2, "0")}-${String(day).padStart(2, "0")}`;
    const isReal = day > 0 && new Date(`${made}T00:00:00Z`).toJSON()?.slice(0, 10) === made;
    return isReal ? made : undefined;
  };
  if (year !== undefined) return inYear(Number(year));
  const near = [-1, 0, 1].flatMap((more) => inYear(Number(readOn.slice(0, 4)) + more) ?? []);
  return near.sort((a, b) => Math.abs(daysBetween(readOn, a)) - Math.abs(daysBetween(readOn, b)))[0];
}

/** A weekday that stands right before or after a date. */
function weekdayBeside(
  text: string,
  from: number,
  to: number,
  names: string,
): { name: string; from: number; to: number } | undefined {
  const before = compiled(
    `(?<!\\p{L})(${names})\\.?(?:[\\s\\u00a0]*[,(]?[\\s\\u00a0]*)(?:the |le |el |den |dnia |ngày |ngày mùng )?$`,
    "iu",
  ).exec(text.slice(0, from));
  if (before?.[1]) return { name: before[1], from: before.index, to };
  const after = compiled(
    `^(?:[\\s\\u00a0]*[,(][\\s\\u00a0]*|[\\s\\u00a0]+(?=is |was )|[\\s\\u00a0]*)(?:which |that )?(?:is |was |will be )?(?:a |on a |an? |on )?(${names})(?!\\p{L})`,
    "iu",
  ).exec(text.slice(to));
  return after?.[1] ? { name: after[1], from, to: to + after[0].length } : undefined;
}

/** The first day of a weekday after a day; the day itself where it is one and may be meant. */
export function nextWeekday(weekday: number, from: Day): Day {
  return addDays(from, (weekday - weekdayOf(from) + 7) % 7);
}
