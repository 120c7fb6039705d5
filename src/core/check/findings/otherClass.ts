import { nameKey } from "../../matching/nameKey";
import { classLabel, type SchoolClass } from "../../model/schoolClass";
import { escapePattern } from "../reading/nameWords";
import type { FindingKind } from "./findingKind";
import { lettersOf } from "./wording";
import { sentencesOf } from "./wordsLines";

/** A class that the letter speaks of as its reader's, and that the student is not in. */
export const otherClass: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `“${details.quotes[0]}” stands in ${lettersOf(details)} about students of other classes`,
    mend: `It goes to the family of ${details.quotes.slice(1).join(", ")}. Place the field “Class”, or write to each class apart.`,
  }),
  inLetter: ({ index, planned, rendered }) => {
    const own = new Set(
      planned.matches.flatMap(({ studentId }) =>
        [...index.world.classes.values()]
          .filter(({ studentIds }) => studentIds.includes(studentId))
          .map(({ id }) => id),
      ),
    );
    const names = [...own].flatMap((id) => namesOf(index.world.classes.get(id)));
    const ownNames = names.map(nameKey);
    const others = [...index.world.classes.values()].filter(({ id }) => !own.has(id)).flatMap(namesOf);
    const foreign = [...new Set(others)].filter((name) => !ownNames.some((one) => one.includes(nameKey(name))));
    if (foreign.length === 0) return [];
    for (const line of rendered.written) {
      // Most lines name no class at all.
      if (!foreign.some((name) => line.includes(name))) continue;
      for (const sentence of sentencesOf(line)) {
        const name = foreign.find((one) => standsIn(one, sentence));
        // Beside a class of their own it is one of several.
        if (name && !isOfOthers(sentence, name) && !names.some((one) => standsIn(one, sentence)))
          return [{ where: { word: name }, quote: name }];
      }
    }
    return [];
  },
};

function namesOf(schoolClass: SchoolClass | undefined): string[] {
  return schoolClass ? [classLabel(schoolClass), schoolClass.name].filter((name) => name.length > 3) : [];
}

function standsIn(name: string, sentence: string): boolean {
  return new RegExp(`(?<![\\p{L}\\p{N}])${escapePattern(name)}(?![\\p{L}\\p{N}])`, "u").test(sentence);
}

/** Whether a class is spoken of as somebody else's: by what stands before its name, or by the sentence. */
function isOfOthers(sentence: string, name: string): boolean {
  const at = sentence.indexOf(name);
  const before = sentence.slice(0, at);
  return (
    SPEAKS_OF_OTHERS.test(sentence) ||
    (/\b(?:unlike|with|by|against|than|(?:the one|test|work|poster|boat|room) (?:of|in)|teachers? of|(?:students|children|everybody|those|people) (?:in|of|from)|(?:show|thank|tell|ask|met|beat) )\s*$/iu.test(
      before,
    ) &&
      !/\byour?\b/i.test(sentence))
  );
}

/** A class named as somebody else's, or as one of several. */
const SPEAKS_OF_OTHERS =
  /\b(?:next year|last year|another|other|older|younger|both|together with|along with|joined? (?:us|by)|with (?:the|our)|visit(?:s|ed|ing)?|invite[sd]?|from (?:the )?|guests?|choose|chose|offer(?:s|ed)?|elective|not (?:in|for|take|part)|who take|if (?:your|you)|colleagues?|teach(?:es)?|taught|also (?:open|run)|against|showed? us|helped? us|presented?|for those|whoever|some of)\b|(?<!\p{L})(?:a diferencia de|otr[oa]s?|el año (?:que viene|pasado)|contrairement à|autres?|l’an (?:prochain|dernier)|w odróżnieniu od|inn\p{L}+|w (?:zeszłym|przyszłym) roku|на відміну від|інш\p{L}+|ao contrário d|outr[oa]s?|khác với|lớp khác|بخلاف|على عكس|الصف الآخر)|不同于|与.{0,12}不同|其他班|别的班/iu;
