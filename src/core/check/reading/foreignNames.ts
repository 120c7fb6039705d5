import { baseLanguage } from "../../language/languageTag";
import { nameKey } from "../../matching/nameKey";
import type { Guardian } from "../../model/guardian";
import { classLabel } from "../../model/schoolClass";
import { SETTINGS_ID } from "../../model/settings";
import type { Student } from "../../model/student";
import type { World } from "../../model/world";
import { type PlannedLetter, readersOf } from "../../selection/planNote";
import { escapePattern, isCapital, NAME_WORD } from "./nameWords";
import { speaksOfPerson } from "./speaksOfPerson";
import { CALENDAR_WORDS, USUAL_FAMILY_WORDS, USUAL_WORDS, USUAL_WORDS_ELSEWHERE } from "./usualWords";

/** Who is called so is no student: grown-ups, the great, and places. */
const TITLES =
  /^(?:mr|mrs|ms|miss|mx|dr|prof|professor|sir|lady|lord|king|queen|prince|princess|saint|st|san|santa|sankt|pope|president|captain|aunt|uncle|lake|mount|cape|port|point|fort|river|isle|se[nñ]or(?:a|ita)?|sr|sra|don|do[nñ]a|pan|pani|monsieur|madame|herr|frau)$/i;
/** Small words that stand with capitals in headings. */
const SMALL =
  /^(?:And|Or|The|A|An|Is|Are|Has|Have|Had|Was|Will|Did|Does|Do|For|In|On|At|To|With|From|Of|By|Who|Y|I|Et|Und)$/;
const PARTICLES = /^(?:de|del|della|da|dos|das|di|du|la|le|van|von|der|den|ter|ten|bin|ibn|al|el|mac|mc|of|st)$/;
/** Languages that decline names; elsewhere an ending makes another word of it. */
const DECLINING = new Set(["pl", "uk", "ru", "cs", "sk", "hr", "sr", "sl", "bg", "lt", "lv", "hu", "fi", "et", "tr"]);
const ENDINGS =
  /(?:owi|owie|ami|iem|ego|emu|ach|ów|om|em|ie|ią|ę|ą|a|y|i|u|e|o|ем|ом|ою|ові|еві|ами|ах|ів|ой|у|ю|а|я|и|і|е|ь)$/u;
const SHORTEST_DECLINED = 4;
/** After a name they are no family name of it: subjects and languages. */
const SUBJECT_WORDS =
  /^(?:English|French|Spanish|German|Latin|Greek|Polish|Italian|Chinese|Arabic|Maths?|Mathematics|Science|History|Geography|Art|Music|Biology|Chemistry|Physics|PE|Religion|Drama|I)$/;
/** What is said of a family by its name: "the Voss girl", "the Voss family". */
const OF_FAMILY =
  /^(?:['’]s?)?[ \u00a0](?:girls?|boys?|family|twins?|brothers?|sisters?|children|child|household|parents|kids?|siblings?)\b/iu;

/** The name of a student as it stands in a text. */
export interface FoundName {
  readonly text: string;
  /** In a form that compares. */
  readonly words: readonly string[];
  readonly students: readonly Student[];
  /** Whether it can hardly be anything but a name: a full name, or a first name that is no usual word. */
  readonly certainty: "full name" | "first name" | "maybe";
}

/** A name of somebody else in a letter: for sure, or one that only may be one. */
export interface ForeignName {
  readonly text: string;
  readonly isSure: boolean;
}

interface Token {
  readonly text: string;
  /** Without a possessive. */
  readonly bare: string;
  readonly key: string;
  readonly at: number;
  readonly end: number;
}

/**
 * Finds the names of other students in what somebody wrote. Names that the letter's own people, the teacher, the school or
 * the classes share are nobody else's; a name that is a word as well counts only where the sentence speaks of a person;
 * titles of the gradebook are passed over.
 */
export class ForeignNames {
  private readonly byFirstName = new Map<string, Student[]>();
  private readonly byFamilyName = new Map<string, Student[]>();
  private readonly byGuardian = new Map<string, Student[]>();
  private readonly classesOf = new Map<string, string[]>();
  /** By recipient and student, the words of the names that are their own. */
  private readonly own = new Map<string, ReadonlySet<string>>();
  private readonly everywhere: ReadonlySet<string>;
  private readonly titles: RegExp | undefined;

  constructor(
    private readonly world: Pick<World, "students" | "guardians" | "settings" | "classes" | "assignments" | "terms">,
  ) {
    const add = (map: Map<string, Student[]>, key: string, student: Student) => {
      if (!key) return;
      const known = map.get(key);
      if (!known) map.set(key, [student]);
      else if (!known.includes(student)) known.push(student);
    };
    for (const student of world.students.values()) {
      for (const { guardianId } of student.guardians) add(this.byGuardian, guardianId, student);
      for (const name of [student.givenName, student.preferredName ?? ""])
        add(this.byFirstName, nameKey(wordsOf(name)[0] ?? ""), student);
      for (const word of wordsOf(student.familyName)) {
        if (PARTICLES.test(word.toLowerCase())) continue;
        add(this.byFamilyName, nameKey(word), student);
      }
    }
    const classes = [...world.classes.values()];
    for (const { id, studentIds } of classes)
      for (const one of studentIds) this.classesOf.set(one, [...(this.classesOf.get(one) ?? []), id]);
    const settings = world.settings.get(SETTINGS_ID);
    const names = [settings?.teacherName ?? "", settings?.schoolName ?? "", ...classes.map(classLabel)];
    this.everywhere = new Set(names.flatMap(wordsOf).map(nameKey));
    this.titles = this.titlesWithNames();
  }

  /** The names of students in a text of a language, whosever letter it stands in. */
  namesIn(written: string, language = "en"): FoundName[] {
    const text = this.titles ? written.replace(this.titles, (title) => " ".repeat(title.length)) : written;
    const tokens = [...text.matchAll(NAME_WORD)].map(({ 0: word, index }): Token => {
      const bare = word.replace(/['’]s$/i, "").replace(/['’]+$/, "");
      return { text: word, bare, key: nameKey(bare), at: index, end: index + word.length };
    });
    const found: FoundName[] = [];
    for (let place = 0; place < tokens.length; place += 1) {
      const name = this.nameAt(text, tokens, place, baseLanguage(language));
      if (!name) continue;
      found.push(name.found);
      place += name.takes - 1;
    }
    return found;
  }

  /** The first of some names that is none of the letter's own people's, those that are sure before those that may be; none where all are. */
  foreign(
    names: readonly FoundName[],
    letter: Pick<PlannedLetter, "matches" | "recipient" | "others">,
  ): ForeignName | undefined {
    if (names.length === 0) return undefined;
    const own = this.wordsOfOwn(letter);
    const classIds = new Set(letter.matches.map(({ classId }) => classId));
    let maybe: ForeignName | undefined;
    for (const { text, words, students, certainty } of names) {
      if (words.every((word) => own.has(word))) continue;
      const isClassmate = students.some(({ id }) => this.classesOf.get(id)?.some((one) => classIds.has(one)));
      if (certainty === "full name" || (certainty === "first name" && isClassmate)) return { text, isSure: true };
      maybe ??= { text, isSure: false };
    }
    return maybe;
  }

  private nameAt(
    text: string,
    tokens: readonly Token[],
    place: number,
    language: string,
  ): { found: FoundName; takes: number } | undefined {
    const token = tokens[place] as Token;
    if (!isCapital(token.text)) return undefined;
    const [before, next] = [tokens[place - 1], tokens[place + 1]];
    const isShouted = inCapitals(text, token.at);
    const follows =
      next !== undefined && !isShouted && /^[ \u00a0]$/.test(text.slice(token.end, next.at)) && isCapital(next.text);
    const preceded = before !== undefined && /^\.?[ \u00a0]$/.test(text.slice(before.end, token.at));
    if (preceded && TITLES.test(before.text)) return this.addressed(text, tokens, place);
    const first = this.byFirstName.get(token.key) ?? [];
    const family = this.byFamilyName.get(token.key) ?? [];
    const full = this.fullName(text, tokens, place, first, family);
    if (full) return full;
    if (isItsOwnWord(text, token, next, language)) return undefined;
    const double = this.doubleName(tokens, place, first);
    if (double) return double;
    // A name between others is theirs: "Rosa Parks", "Victor Hugo", "Rosalía de Castro".
    const isOthers =
      (!isShouted &&
        /^[ \u00a0](?:de|del|della|von|van|da|dos|du) (?:la |las |los |der )?\p{Lu}/u.test(text.slice(token.end))) ||
      (follows &&
        !SMALL.test(next.text) &&
        !CALENDAR_WORDS.has(next.text) &&
        !SUBJECT_WORDS.test(next.text) &&
        !this.byFirstName.has(next.key));
    if (first.length > 0 && !isOthers) {
      const word = isShouted ? token.bare.charAt(0) + token.bare.slice(1).toLocaleLowerCase() : token.bare;
      // A name of the teacher's, or of the school's, is a student's only where that is said.
      const isUsual = USUAL_WORDS.has(word) || this.everywhere.has(token.key);
      const isMeant =
        !isUsual || speaksOfPerson(text.slice(0, token.at), word, text.slice(token.at + token.bare.length));
      const certainty = isUsual ? "maybe" : "first name";
      return isMeant
        ? { found: { text: token.bare, words: [token.key], students: first, certainty }, takes: 1 }
        : undefined;
    }
    if (first.length > 0) return undefined;
    if (family.length > 0) return this.familyAlone(text, tokens, place, family, isOthers);
    const plural = before !== undefined && /^(?:the|dear)$/i.test(before.text) ? this.familyPlural(token) : undefined;
    return plural ?? (isOthers ? undefined : this.declined(token, language));
  }

  /** "Ana Wójcik", "Wójcik, Ana": both together are that student, whatever else the words mean. */
  private fullName(
    text: string,
    tokens: readonly Token[],
    place: number,
    first: readonly Student[],
    family: readonly Student[],
  ): { found: FoundName; takes: number } | undefined {
    const token = tokens[place] as Token;
    const next = tokens[place + 1];
    if (!next) return undefined;
    const between = text.slice(token.end, next.at);
    const made = (students: readonly Student[], takes: number, last: Token) => ({
      found: {
        text: text.slice(token.at, last.at + last.bare.length),
        words: tokens.slice(place, place + takes).map(({ key }) => key),
        students,
        certainty: "full name" as const,
      },
      takes,
    });
    if (first.length > 0 && /^[ \u00a0]$/.test(between)) {
      // Particles stand between the two: "Ana de la Cruz".
      for (let at = place + 1; at < Math.min(tokens.length, place + 4); at += 1) {
        const one = tokens[at] as Token;
        const students = first.filter(({ familyName }) =>
          wordsOf(familyName).some((word) => nameKey(word) === one.key),
        );
        if (students.length > 0 && isCapital(one.text)) return made(students, at - place + 1, one);
        const isOfGivenName = first.some(({ givenName }) =>
          wordsOf(givenName).some((word) => nameKey(word) === one.key),
        );
        if (!isOfGivenName && !PARTICLES.test(one.text.toLowerCase())) break;
      }
    }
    if (family.length > 0 && /^,? $/.test(between)) {
      const students = family.filter((one) =>
        [one.givenName, one.preferredName ?? ""].some((name) => nameKey(wordsOf(name)[0] ?? "") === next.key),
      );
      if (students.length > 0 && isCapital(next.text)) return made(students, 2, next);
    }
    return undefined;
  }

  /** "Mary Kate": a given name of several words. */
  private doubleName(
    tokens: readonly Token[],
    place: number,
    first: readonly Student[],
  ): { found: FoundName; takes: number } | undefined {
    const students = first.filter(({ givenName }) => {
      const words = wordsOf(givenName).map(nameKey);
      return words.length > 1 && words.every((word, at) => tokens[place + at]?.key === word);
    });
    const [one] = students;
    if (!one) return undefined;
    const words = wordsOf(one.givenName);
    const text = tokens.slice(place, place + words.length).map(({ bare }) => bare);
    const certainty = "first name" as const;
    return { found: { text: text.join(" "), words: words.map(nameKey), students, certainty }, takes: words.length };
  }

  /** "Mr. and Mrs. Voss, we thank you": a family that is spoken to. Grown-ups who are only named may be anybody. */
  private addressed(
    text: string,
    tokens: readonly Token[],
    place: number,
  ): { found: FoundName; takes: number } | undefined {
    const token = tokens[place] as Token;
    const students = this.byFamilyName.get(token.key) ?? [];
    const isSpokenTo = /^,[ \u00a0](?:we|I|you|your|please|thank|could|would)\b/iu.test(text.slice(token.end));
    return isSpokenTo && students.length > 0 && !this.everywhere.has(token.key)
      ? { found: { text: token.bare, words: [token.key], students, certainty: "maybe" }, takes: 1 }
      : undefined;
  }

  /** A family name alone may be anybody's of that name. */
  private familyAlone(
    text: string,
    tokens: readonly Token[],
    place: number,
    family: readonly Student[],
    isOthers: boolean,
  ): { found: FoundName; takes: number } | undefined {
    const token = tokens[place] as Token;
    const before = tokens[place - 1];
    const isAfterName =
      before !== undefined &&
      isCapital(before.text) &&
      /^[ \u00a0]$/.test(text.slice(before.end, token.at)) &&
      !SMALL.test(before.text) &&
      !isSentenceStart(text, before.at);
    // "The Voss bottle" is a thing.
    const isArticle = before !== undefined && /^(?:the|a|an|this|that)$/i.test(before.text);
    if (isArticle && OF_FAMILY.test(text.slice(token.at + token.bare.length)))
      return { found: { text: token.bare, words: [token.key], students: family, certainty: "maybe" }, takes: 1 };
    const isThing = isArticle && /^[ \u00a0]\p{Ll}/u.test(text.slice(token.end));
    if (isOthers || isAfterName || isThing || this.everywhere.has(token.key)) return undefined;
    if (USUAL_FAMILY_WORDS.has(token.bare) || USUAL_WORDS.has(token.bare) || token.bare.length < 3) {
      const isMeant = speaksOfPerson(text.slice(0, token.at), token.bare, text.slice(token.at + token.bare.length));
      if (!isMeant || isSentenceStart(text, token.at)) return undefined;
    }
    return { found: { text: token.bare, words: [token.key], students: family, certainty: "maybe" }, takes: 1 };
  }

  /** "the Mendelsohns". */
  private familyPlural({ bare }: Token): { found: FoundName; takes: number } | undefined {
    const family = [bare.replace(/e?s$/, ""), bare.replace(/s$/, "")].find(
      (stem) =>
        stem !== bare &&
        stem.length >= 3 &&
        this.byFamilyName.has(nameKey(stem)) &&
        !USUAL_FAMILY_WORDS.has(stem) &&
        !USUAL_WORDS.has(stem),
    );
    if (family === undefined) return undefined;
    const key = nameKey(family);
    const students = this.byFamilyName.get(key) ?? [];
    return { found: { text: bare, words: [key], students, certainty: "maybe" }, takes: 1 };
  }

  /** "Dmitrija", "Anny", "the Dmitris": a name in another case, or in the plural. */
  private declined({ bare }: Token, language: string): { found: FoundName; takes: number } | undefined {
    const stems = [bare.replace(/e?s$/, ""), bare.replace(/s$/, "")];
    const plural = stems.find((stem) => stem !== bare && stem.length >= 3 && this.isName(stem));
    if (plural !== undefined) return this.asDeclined(bare, plural, "maybe");
    if (!DECLINING.has(language) || bare.length < SHORTEST_DECLINED || !ENDINGS.test(bare)) return undefined;
    const stem = bare.replace(ENDINGS, "");
    if (stem.length < SHORTEST_DECLINED - 1) return undefined;
    const base = [stem, ...["a", "o", "y", "ek", "а", "я", "о", "й"].map((ending) => stem + ending)].find((one) =>
      this.isName(one),
    );
    return base === undefined ? undefined : this.asDeclined(bare, base, "first name");
  }

  private isName(word: string): boolean {
    return this.byFirstName.has(nameKey(word)) && !USUAL_WORDS.has(word) && !this.everywhere.has(nameKey(word));
  }

  private asDeclined(text: string, base: string, certainty: FoundName["certainty"]) {
    const key = nameKey(base);
    return { found: { text, words: [key], students: this.byFirstName.get(key) ?? [], certainty }, takes: 1 };
  }

  /** The words in the names of whom a letter is about, of their guardians, and of whoever gets it with all children of theirs. */
  private wordsOfOwn(letter: Pick<PlannedLetter, "matches" | "recipient" | "others">): ReadonlySet<string> {
    const { matches, recipient } = letter;
    const key = `${recipient.id}/${matches.map(({ studentId }) => studentId).join("/")}`;
    const known = this.own.get(key);
    if (known) return known;
    const { students, guardians } = this.world;
    const about = matches.flatMap(({ studentId }) => students.get(studentId) ?? []);
    // A guardian knows their own children; a student their brothers and sisters.
    const ids =
      recipient.kind === "guardian"
        ? [recipient.id]
        : about.flatMap((one) => one.guardians.map((link) => link.guardianId));
    const family = [...about, ...ids.flatMap((id) => this.byGuardian.get(id) ?? [])];
    const people: (Student | Guardian)[] = [
      ...family,
      ...family.flatMap((one) => one.guardians.flatMap(({ guardianId }) => guardians.get(guardianId) ?? [])),
    ];
    const words = new Set(
      [...people.flatMap(namesOf), ...readersOf(letter).map(({ name }) => name)].flatMap(wordsOf).map(nameKey),
    );
    this.own.set(key, words);
    return words;
  }

  /** Titles, classes and terms in which names stand: there they are nobody's. */
  private titlesWithNames(): RegExp | undefined {
    const { assignments, classes, terms } = this.world;
    const all = new Set([
      ...[...assignments.values()].map(({ title }) => title),
      ...[...classes.values()].flatMap(({ name, categories }) => [name, ...categories.map((one) => one.name)]),
      ...[...terms.values()].map(({ name }) => name),
    ]);
    const named = [...all].filter((title) =>
      wordsOf(title).some((word) => this.byFirstName.has(nameKey(word)) || this.byFamilyName.has(nameKey(word))),
    );
    if (named.length === 0) return undefined;
    const longestFirst = named.sort((a, b) => b.length - a.length).map(escapePattern);
    return new RegExp(`(?<![\\p{L}\\p{N}])(?:${longestFirst.join("|")})(?![\\p{L}\\p{N}])`, "giu");
  }
}

/** Whether a name that is a word in another language begins a sentence there; in Vietnamese nearly every name is one. */
function isItsOwnWord(text: string, token: Token, next: Token | undefined, language: string): boolean {
  if (language === "vi") {
    const isCompound = next !== undefined && /^ $/.test(text.slice(token.end, next.at)) && !isCapital(next.text);
    return isCompound && (isSentenceStart(text, token.at) || token.at === 0);
  }
  return isSentenceStart(text, token.at) && (USUAL_WORDS_ELSEWHERE[language]?.has(token.bare) ?? false);
}

/** Whether the line around a place is written in capitals. */
function inCapitals(text: string, at: number): boolean {
  const from = Math.max(text.lastIndexOf("\n", at), text.lastIndexOf(". ", at)) + 1;
  const [line = ""] = text.slice(from).split(/\n|(?<=[.!?]) /u);
  const letters = line.replace(/[^\p{L}]/gu, "");
  return letters.length > 8 && letters === letters.toLocaleUpperCase() && letters !== letters.toLocaleLowerCase();
}

function isSentenceStart(text: string, at: number): boolean {
  return /(?:^|[.!?:\n][ \u00a0]*)[“"'(]*$/.test(text.slice(Math.max(0, at - 4), at));
}

function namesOf(person: Student | Guardian): string[] {
  return [person.givenName, person.familyName, "preferredName" in person ? (person.preferredName ?? "") : ""];
}

function wordsOf(text: string): string[] {
  return text.match(NAME_WORD) ?? [];
}
