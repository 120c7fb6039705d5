import type { FiguresIndex } from "../../figures/figuresIndex";
import { nameKey } from "../../matching/nameKey";
import type { NotePlan } from "../../selection/planNote";
import { isCapital, NAME_WORD } from "../reading/nameWords";
import type { FindingKind, WordsScene } from "./findingKind";
import { NAME_FIELD, typedLines } from "./typedLines";
import { lettersDo } from "./wording";

/** How a letter begins, in the languages that it is written in; the name comes after it. */
const GREETING =
  /^\s*(?:dear|hello|hi|good (?:morning|afternoon|evening)|querid[oa]s?|estimad[oa]s?|hola|szanown[aiy]\p{L}*|drog[ai]\p{L}*|dzień dobry|witam|cher|chère|chers|bonjour|liebe[r]?|sehr geehrte[r]?|hallo|guten tag|kính (?:gửi|thưa)|thân gửi|xin chào|عزيز\p{L}*|السيد\p{L}*|car[ao]|gentile|prezad[oa]|beste)(?![\p{L}])[ ,]*(.{0,80})/iu;
const MOST_LINES_OF_GREETING = 3;
const _MOST_QUOTED = 2;

/** A first line that is a greeting without such a word: a few words, and a comma, a colon or the like. */
const SHORT_FIRST_LINE = /^[^.!?]{2,60}[,:.!،：，]?$/u;
const TITLE =
  /^(?:to|my dear|mr|mrs|ms|miss|mx|dr|prof|family|familie|familia|famille|rodzina|señora?|sra?|monsieur|madame|herr|frau|pan|pani|gia đình)\b\.?/iu;

/** A family’s or a student’s name in the greeting of a note to many. */
export const greetingTyped: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `“${details.quotes[0]}” names one family, and ${lettersDo(details, "goes", "go")} to others`,
    mend: "Place the field “Recipient’s name” or “First name” in the greeting.",
  }),
  inWords: (scene) => {
    const { index, plan } = scene;
    const readers = new Set(plan.letters.map(({ recipient }) => recipient.id));
    if (readers.size < 2) return [];
    const lines = typedLines(scene.words.body).filter((line) => line.trim() !== "");
    for (const [place, line] of lines.slice(0, MOST_LINES_OF_GREETING).entries()) {
      const named = nameAfterGreeting(line, place === 0);
      if (named === undefined) continue;
      const names = new Set((named.match(NAME_WORD) ?? []).filter(isCapital).flatMap(forms));
      const called = lettersCalling(index, plan, names, scene);
      if (called === undefined || called === plan.letters.length) continue;
      const greeting = line.trim().replace(/[,.:;!]$/, "");
      return [
        {
          path: { place: "body", word: greeting },
          numbers: { letters: plan.letters.length - called },
          quotes: [greeting],
        },
      ];
    }
    return [];
  },
};

/** What stands where a name does; none where the line is no greeting, or a field stands there. */
function nameAfterGreeting(line: string, isFirst: boolean): string | undefined {
  const [whole, after = ""] = GREETING.exec(line) ?? [];
  if (whole !== undefined)
    return after.includes(NAME_FIELD) ? undefined : withoutTitles(after).split(/[,:.!،：，](?:\s|$)/u)[0];
  const isGreeting = isFirst && SHORT_FIRST_LINE.test(withoutTitles(line).trim()) && !line.includes(NAME_FIELD);
  if (!isGreeting) return undefined;
  const bare = withoutTitles(line).trim();
  const isOnlyName = /^[\p{Lu}\p{Lo}][\p{L}'’-]*(?: [\p{Lu}][\p{L}'’-]*)?\s?[,:،：，]$/u.test(bare);
  return isOnlyName || TITLE.test(line.trim()) ? line : undefined;
}

/** Titles have full stops of their own. */
function withoutTitles(words: string): string {
  return words.replace(/\b(Mr|Mrs|Ms|Mx|Dr|Prof|Sr|Sra|M|Mme|St|Ste)\./g, "$1");
}

/** A name as it stands, and without what makes a plural or a possessive of it. */
function forms(word: string): string[] {
  const bare = word.replace(/['’]s?$/u, "");
  return [word, bare, bare.replace(/s$/u, ""), bare.replace(/es$/u, "")].map(nameKey);
}

/** How many letters go to somebody who is called so; none where nobody at the school is. */
function lettersCalling(
  { world }: FiguresIndex,
  { letters }: NotePlan,
  names: ReadonlySet<string>,
  { note }: WordsScene,
): number | undefined {
  const isCalled = (person: { givenName: string; familyName: string } | undefined) =>
    person !== undefined &&
    [person.givenName, person.familyName].some((name) => name.length > 1 && isAmong(name, names));
  const isKnown = [...world.students.values(), ...world.guardians.values()].some(isCalled);
  const teacher = [...world.settings.values()].some(({ teacherName, schoolName }) =>
    [teacherName, schoolName, note.sender?.name ?? ""].some((name) => isAmong(name, names)),
  );
  if (!isKnown || teacher) return undefined;
  return letters.filter(
    ({ recipient, matches }) =>
      isCalled(recipient.kind === "guardian" ? world.guardians.get(recipient.id) : undefined) ||
      matches.some(({ studentId }) => isCalled(world.students.get(studentId))),
  ).length;
}

/** Whether all parts of a name are among some words, as they compare. */
function isAmong(name: string, words: ReadonlySet<string>): boolean {
  // "de la Cruz" is known by what is written with a capital.
  const all = name.match(NAME_WORD) ?? [];
  const parts = all.some(isCapital) ? all.filter(isCapital) : all;
  return parts.length > 0 && parts.every((part) => words.has(nameKey(part)));
}
