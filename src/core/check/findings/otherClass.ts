import { nameKey } from "../../matching/nameKey";
import { classLabel, type SchoolClass } from "../../model/schoolClass";
import type { World } from "../../model/world";
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
    const { names, foreign } = ClassNames.of(index.world).ofStudents(planned.matches.map(({ studentId }) => studentId));
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

interface OwnAndForeign {
  /** Of the classes that some students are in. */
  readonly names: readonly string[];
  /** Of the other classes, as far as they are none of theirs. */
  readonly foreign: readonly string[];
}

/** The names of classes for each student, worked out once for a state of the gradebook: letters of one class share them. */
class ClassNames {
  private static readonly known = new WeakMap<World["classes"], ClassNames>();
  private readonly classesOf = new Map<string, string[]>();
  private readonly made = new Map<string, OwnAndForeign>();

  private constructor(private readonly classes: World["classes"]) {
    for (const { id, studentIds } of classes.values())
      for (const studentId of studentIds) this.classesOf.set(studentId, [...(this.classesOf.get(studentId) ?? []), id]);
  }

  static of({ classes }: World): ClassNames {
    const made = ClassNames.known.get(classes) ?? new ClassNames(classes);
    ClassNames.known.set(classes, made);
    return made;
  }

  ofStudents(studentIds: readonly string[]): OwnAndForeign {
    const own = new Set(studentIds.flatMap((id) => this.classesOf.get(id) ?? []));
    const key = JSON.stringify([...own]);
    const known = this.made.get(key) ?? this.namesOf(own);
    this.made.set(key, known);
    return known;
  }

  private namesOf(own: ReadonlySet<string>): OwnAndForeign {
    const all = [...this.classes.values()];
    const names = all.filter(({ id }) => own.has(id)).flatMap(namesOf);
    const ownNames = names.map(nameKey);
    const others = new Set(all.filter(({ id }) => !own.has(id)).flatMap(namesOf));
    return { names, foreign: [...others].filter((name) => !ownNames.some((one) => one.includes(nameKey(name)))) };
  }
}

function namesOf(schoolClass: SchoolClass): string[] {
  return [classLabel(schoolClass), schoolClass.name].filter((name) => name.length > 3);
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
