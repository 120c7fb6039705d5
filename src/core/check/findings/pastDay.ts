import { baseLanguage } from "../../language/languageTag";
import { liveBlocks } from "../../letter/blockKinds";
import type { LiveType } from "../../letter/blocks/blockKind";
import { addDays, type Day, daysBetween } from "../../model/day";
import { calendarNames } from "../reading/calendarNames";
import { alternatives, compiled, datesIn, nextWeekday, weekdayOf } from "../reading/datesIn";
import { isSaidToCome } from "../reading/tense";
import type { FindingKind, WordsScene } from "./findingKind";
import { sentencesOf, wordsLines } from "./wordsLines";

/** A day that is said to come and is past when the letter leaves, or one told from today in a letter that leaves on another day. */
export const pastDay: FindingKind = {
  severity: "caution",
  words: ({ quotes: [words], numbers }) =>
    numbers.days === undefined
      ? {
          title: `“${words}” means another day when the letter leaves`,
          mend: "It was written on one day and leaves on another. Write the date instead.",
        }
      : {
          title: `“${words}” is past when the letter leaves`,
          mend: "Write the day that is meant now, or take it out.",
        },
  inWords: (scene) => {
    const speaksOfNow = liveBlocks(scene.words.body).some(({ type }) => OF_THE_MOMENT.has(type));
    return wordsLines(scene).flatMap(({ line, place }) =>
      sentencesOf(line).flatMap((sentence) => {
        const past = datesIn(sentence, scene.language, scene.leavesOn).filter(
          ({ day, at }) => day < scene.leavesOn && !isHistory(day, scene.leavesOn, sentence.slice(0, at)),
        );
        const said = isSaidToCome(sentence, scene.language)
          ? past.map(({ text, day }) => ({ text, numbers: { days: daysBetween(day, scene.leavesOn) } }))
          : [];
        const moved = movedDays(sentence, scene, speaksOfNow);
        return [...said, ...moved.map((text) => ({ text, numbers: {} }))].map(({ text, numbers }) => ({
          path: { place, word: text },
          numbers,
          quotes: [text],
        }));
      }),
    );
  },
};

/** A letter that lists what is new or coming says "this week" of the week in which it is read. */
const OF_THE_MOMENT: ReadonlySet<LiveType> = new Set(["newScores", "upcomingWork", "classLog"]);

/** Words that tell a day from the day they are read on, by language: of one day, and of a week. */
const DAY_WORDS: Readonly<Record<string, string>> = {
  en: "today|tonight|tomorrow|the day after tomorrow|yesterday|this (?:morning|afternoon|evening)|last night",
  es: "hoy|mañana|pasado mañana|ayer|esta (?:mañana|tarde|noche)",
  fr: "aujourd['’]hui|demain|après-demain|hier|ce (?:matin|soir)",
  pt: "hoje|amanhã|depois de amanhã|ontem|esta (?:manhã|tarde|noite)",
  pl: "dzisiaj|dziś|jutro|pojutrze|wczoraj",
  uk: "сьогодні|завтра|післязавтра|вчора|учора",
  vi: "hôm nay|ngày mai|ngày kia|hôm qua",
  ar: "اليوم|غدًا|غدا|أمس",
  zh: "今天|明天|后天|昨天|今晚",
};
const WEEK_WORDS: Readonly<Record<string, string>> = {
  en: "this week|next week|last week|the coming week|this weekend|next weekend",
  es: "esta semana|la próxima semana|la semana que viene|la semana pasada",
  fr: "cette semaine|la semaine prochaine|la semaine dernière",
  pt: "esta semana|na próxima semana|a próxima semana|a semana passada",
  pl: "w tym tygodniu|w przyszłym tygodniu|w zeszłym tygodniu",
  uk: "цього тижня|наступного тижня|минулого тижня",
  vi: "tuần này|tuần sau|tuần tới|tuần trước",
  ar: "هذا الأسبوع|الأسبوع القادم|الأسبوع المقبل|الأسبوع الماضي",
  zh: "本周|这周|下周|上周",
};
/** Before and after the name of a weekday, where the one that comes next is meant. */
const NEXT_ONE: Readonly<Record<string, readonly [before: string, after: string]>> = {
  en: ["(?:this|next|this coming|the coming|on|by|until|before|from) ", ""],
  es: ["(?:este|el próximo|el) ", ""],
  fr: ["(?:ce |le )?", " prochain"],
  pt: ["(?:esta|este|na próxima|no próximo) ", ""],
  pl: ["(?:w ten|w tę|w najbliższ(?:y|ą)|w przyszł(?:y|ą)) ", ""],
  uk: ["(?:цього|цієї|наступного|наступної) ", ""],
  vi: ["", " (?:này|tới)"],
  ar: ["", " (?:القادم|المقبل)"],
  zh: ["(?:这|本|下)", ""],
};

/** A day of another year that is only what something is called after: "the storm of 12 January 1953". */
function isHistory(day: Day, leavesOn: Day, before: string): boolean {
  return (
    daysBetween(day, leavesOn) > DAYS_OF_A_YEAR &&
    /(?:\b(?:of|from|since|in|dated|de|du|do|z|від)|\()\s*$/iu.test(before)
  );
}
const DAYS_OF_A_YEAR = 366;

/** What is not told from one day: "today's tides", "as of today" in general, "the day-to-day". */
const IN_GENERAL =
  /(?:of|in|until|even|still|oceans?|world|life) today(?=[.,;]|$)|today['’]s (?:world|society|climate|life|youth|(?!lessons|classes|tests|marks|scores|results|tasks|questions|grades|notes)\p{L}+s\b)|today\b.*\btomorrow\b|nowadays|(?:for|of|every|a better|the world of) tomorrow\b|yesterday['’]s men|not (?:built|made) today/iu;

function movedDays(
  sentence: string,
  { language: tag, writtenOn, leavesOn }: Pick<WordsScene, "language" | "writtenOn" | "leavesOn">,
  speaksOfNow: boolean,
): string[] {
  if (writtenOn === leavesOn) return [];
  const language = baseLanguage(tag);
  const found: string[] = [];
  const find = (pattern: string | undefined, isMoved: (word: string) => boolean) => {
    if (!pattern) return;
    const bounded = /[\u4e00-\u9fff]/.test(pattern) ? pattern : `(?<![\\p{L}\\p{M}-])(?:${pattern})(?![\\p{L}\\p{M}-])`;
    for (const [text] of sentence.matchAll(compiled(bounded, "giu"))) if (isMoved(text)) found.push(text.trim());
  };
  if (!IN_GENERAL.test(sentence)) find(DAY_WORDS[language], () => true);
  if (!speaksOfNow) find(WEEK_WORDS[language], () => mondayOf(writtenOn) !== mondayOf(leavesOn));
  const [before, after] = NEXT_ONE[language] ?? [];
  const { weekdays } = calendarNames(language);
  const isDated = datesIn(sentence, tag, leavesOn).some(({ weekday }) => weekday !== undefined);
  if (before !== undefined && !isDated)
    find(`${before}(?:${alternatives(weekdays.keys())})${after}`, (text) => {
      const name = [...weekdays].find(([one]) => text.toLocaleLowerCase(language).includes(one));
      return (
        name !== undefined && nextWeekday(name[1], addDays(writtenOn, 1)) !== nextWeekday(name[1], addDays(leavesOn, 1))
      );
    });
  return found;
}

function mondayOf(day: Day): Day {
  return addDays(day, -((weekdayOf(day) + 6) % 7));
}
