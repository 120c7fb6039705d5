import { foldHeading } from "./foldHeading";

/** How months begin, in the languages that are read. */
const MONTHS = [
  "jan ene sty gen",
  "feb fev lut",
  "mar mrz",
  "apr avr abr kwi",
  "may mai maj mag",
  "jun cze giu",
  "jul lip lug",
  "aug aou ago sie",
  "sep wrz set",
  "oct okt paz ott out",
  "nov lis",
  "dec dez dic gru",
].map((line) => line.split(" "));

/** The month that a word names in one of these languages, from 1; none where it is no month. */
export function monthNamed(word: string): number | undefined {
  const folded = foldHeading(word);
  // French has two months that begin alike.
  if (/^juil/.test(folded)) return 7;
  if (/^juin/.test(folded)) return 6;
  const place = MONTHS.findIndex((all) => all.includes(folded.slice(0, 3)));
  return place < 0 ? undefined : place + 1;
}
