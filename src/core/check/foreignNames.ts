import type { Guardian } from "../model/guardian";
import { classLabel } from "../model/schoolClass";
import { SETTINGS_ID } from "../model/settings";
import type { Student } from "../model/student";
import type { World } from "../model/world";
import type { PlannedLetter } from "../selection/planNote";

/** First names that are words of the language as well: alone they say nothing about a student. */
const USUAL_WORDS = new Set(
  "Angel Art Asia August Autumn Bay Bell Berry Bill Brook Cliff Coral Crystal Daisy Dale Dawn Dean Drew Eden Ever Faith Fern Field Flora Forest Frank Gene Ginger Glen Grace Grant Harmony Hazel Heather Holly Hope Iris Ivy Jack Jade Jasmine Joy June King Lake Lane Lily Mark Marina May Melody Mercy Miles Olive Page Pat Pearl Poppy Ray Reed Rich River Rob Robin Rose Ruby Sage Sandy Sky Star Stone Sue Summer Sunny Violet Wave West Will Winter Wren".split(
    " ",
  ),
);

const WORD = /\p{L}[\p{L}\p{M}'’-]*/gu;

/** The name of a student as it stands in a text. */
export interface FoundName {
  readonly text: string;
  readonly words: readonly string[];
}

/**
 * Finds the names of other students in finished letters. A first name alone counts where it is no usual word; names
 * that the letter's own people, the teacher, the school or the classes share are nobody else's, nor are those of
 * brothers and sisters.
 */
export class ForeignNames {
  /** By each first name as it is written, whose it is. */
  private readonly byFirstName = new Map<string, Student[]>();
  private readonly byGuardian = new Map<string, Student[]>();
  /** By student, the words of the family's names. */
  private readonly ofFamily = new Map<string, ReadonlySet<string>>();
  private readonly everywhere: ReadonlySet<string>;

  constructor(private readonly world: Pick<World, "students" | "guardians" | "settings" | "classes">) {
    for (const student of world.students.values()) {
      for (const { guardianId } of student.guardians) {
        this.byGuardian.set(guardianId, [...(this.byGuardian.get(guardianId) ?? []), student]);
      }
      for (const name of new Set([student.givenName, student.preferredName ?? ""])) {
        const [first] = wordsOf(name);
        if (first) this.byFirstName.set(first, [...(this.byFirstName.get(first) ?? []), student]);
      }
    }
    const settings = world.settings.get(SETTINGS_ID);
    const classes = [...world.classes.values()];
    this.everywhere = new Set(
      [settings?.teacherName ?? "", settings?.schoolName ?? "", ...classes.map(classLabel)].flatMap(wordsOf),
    );
  }

  /** The names of students in a line, whosever letter it stands in. */
  namesIn(line: string): FoundName[] {
    const found: FoundName[] = [];
    let before: { word: string; end: number; students: readonly Student[] } | undefined;
    for (const { 0: word, index: at } of line.matchAll(WORD)) {
      // A first name and the family name after it are that student, even where the first name is a usual word.
      const follows = before && /^[ \u00a0]+$/.test(line.slice(before.end, at));
      if (before && follows && before.students.some(({ familyName }) => wordsOf(familyName)[0] === word)) {
        found.push({ text: `${before.word} ${word}`, words: [before.word, word] });
      }
      const students = this.byFirstName.get(word);
      before = students && { word, end: at + word.length, students };
      if (students && !USUAL_WORDS.has(word) && !this.everywhere.has(word)) found.push({ text: word, words: [word] });
    }
    return found;
  }

  /** The first of some names that is none of the letter's own people's; none where all are. */
  foreign(
    names: readonly FoundName[],
    { match, recipient }: Pick<PlannedLetter, "match" | "recipient">,
  ): string | undefined {
    if (names.length === 0) return undefined;
    const family = this.wordsOfFamily(match.studentId);
    const strange = names.filter(({ words }) => words.some((word) => !family.has(word)));
    if (strange.length === 0) return undefined;
    const own = new Set([...family, ...wordsOf(recipient.name)]);
    return strange.find(({ words }) => words.some((word) => !own.has(word)))?.text;
  }

  /** The words in the names of a student, of those with the same guardians, and of all these guardians. */
  private wordsOfFamily(studentId: string): ReadonlySet<string> {
    const known = this.ofFamily.get(studentId);
    if (known) return known;
    const words = new Set(this.familyOf(studentId).flatMap(namesOf).flatMap(wordsOf));
    this.ofFamily.set(studentId, words);
    return words;
  }

  private familyOf(studentId: string): (Student | Guardian)[] {
    const { students, guardians } = this.world;
    const student = students.get(studentId);
    if (!student) return [];
    const guardianIds = student.guardians.map(({ guardianId }) => guardianId);
    return [
      student,
      ...guardianIds.flatMap((id) => this.byGuardian.get(id) ?? []),
      ...guardianIds.flatMap((id) => guardians.get(id) ?? []),
    ];
  }
}

function namesOf(person: Student | Guardian): string[] {
  return [person.givenName, person.familyName, "preferredName" in person ? (person.preferredName ?? "") : ""];
}

function wordsOf(text: string): string[] {
  return text.match(WORD) ?? [];
}
