/** What a table as a whole can be. */
export const TABLE_KINDS = [
  "roster",
  "contacts",
  "form answers",
  "scores",
  "score list",
  "averages",
  "terms",
  "not used",
] as const;
export type TableKind = (typeof TABLE_KINDS)[number];

/** What a kind of table is to the teacher. */
export const KIND_WORDS: Record<TableKind, string> = {
  roster: "Students: their classes, and what is kept of them",
  contacts: "Contacts: guardians and addresses",
  "form answers": "Answers of families to a form",
  scores: "Scores: a column for each assignment",
  "score list": "Scores: a row for each score",
  averages: "Averages, without the scores",
  terms: "Terms with their dates",
  "not used": "Not used",
};

/** People are known before their scores: tables are taken in this order. */
export const KIND_ORDER: readonly TableKind[] = [
  "terms",
  "roster",
  "contacts",
  "form answers",
  "scores",
  "score list",
  "averages",
];

/** Whether a table brings people along: then it is worked in before scores. */
export function isAboutPeople(kind: TableKind): boolean {
  return kind === "roster" || kind === "contacts" || kind === "form answers";
}

/** Whether a table holds scores or averages, which need a class and a term. */
export function isAboutScores(kind: TableKind): boolean {
  return kind === "scores" || kind === "score list" || kind === "averages";
}
