import type { Student } from "../model/student";
import type { BringInChoices } from "../tables/tableChoices";

/** One table as a school's program would export it, with what it truly says. */
export interface GeneratedTable {
  readonly name: string;
  readonly fileName: string;
  readonly rows: readonly (readonly string[])[];
  readonly delimiter: string;
  readonly encoding: "utf-8" | "utf-8 with a mark" | "utf-16le";
  /** Records by what is compared: "score c0/Tides/s3" and its value. */
  readonly truth: ReadonlyMap<string, string>;
  /** Whether all of it should be taken without a question. */
  readonly isClean: boolean;
  /** Whether the name of its file says what it is about. */
  readonly needsName?: boolean;
  readonly choices?: Partial<BringInChoices>;
}

export type Language = "en" | "es" | "fr" | "de" | "pl";
export const LANGUAGES: readonly Language[] = ["en", "es", "fr", "de", "pl"];
export const HEADINGS: Record<
  Language,
  Record<"number" | "name" | "given" | "family" | "class" | "guardian" | "guardianMail" | "possible" | "due", string>
> = {
  en: {
    number: "Student ID",
    name: "Student",
    given: "First name",
    family: "Last name",
    class: "Class",
    guardian: "Guardian",
    guardianMail: "Guardian email",
    possible: "Points possible",
    due: "Due date",
  },
  es: {
    number: "Número de alumno",
    name: "Alumno",
    given: "Nombre",
    family: "Apellidos",
    class: "Clase",
    guardian: "Nombre de la madre",
    guardianMail: "Correo de la madre",
    possible: "Puntos posibles",
    due: "Fecha de entrega",
  },
  fr: {
    number: "N° élève",
    name: "Élève",
    given: "Prénom",
    family: "Nom",
    class: "Classe",
    guardian: "Nom de la mère",
    guardianMail: "Courriel de la mère",
    possible: "Barème",
    due: "Échéance",
  },
  de: {
    number: "Schülernummer",
    name: "Schüler/in",
    given: "Vorname",
    family: "Nachname",
    class: "Klasse",
    guardian: "Mutter",
    guardianMail: "E-Mail Mutter",
    possible: "Max. Punkte",
    due: "Abgabe",
  },
  pl: {
    number: "Numer ucznia",
    name: "Imię i nazwisko",
    given: "Imię",
    family: "Nazwisko",
    class: "Klasa",
    guardian: "Matka",
    guardianMail: "E-mail matki",
    possible: "Maks. punktów",
    due: "Termin oddania",
  },
};

export interface Identity {
  readonly heads: readonly string[];
  readonly cells: (student: Student) => readonly string[];
  /** Whether namesakes are told apart by it. */
  readonly hasNumber: boolean;
}

export function identities(language: Language): Identity[] {
  const head = HEADINGS[language];
  const turned = ({ givenName, familyName }: Student) => `${familyName}, ${givenName}`;
  return [
    { heads: [head.number], cells: ({ studentNumber }) => [studentNumber], hasNumber: true },
    { heads: [head.name], cells: (student) => [turned(student)], hasNumber: false },
    { heads: [head.number, head.name], cells: (student) => [student.studentNumber, turned(student)], hasNumber: true },
    {
      heads: [head.given, head.family],
      cells: ({ givenName, familyName }) => [givenName, familyName],
      hasNumber: false,
    },
    {
      heads: [head.family, head.given, head.number],
      cells: (one) => [one.familyName, one.givenName, one.studentNumber],
      hasNumber: true,
    },
    { heads: [head.name], cells: (one) => [`${one.givenName} ${one.familyName}`.toUpperCase()], hasNumber: false },
  ];
}
