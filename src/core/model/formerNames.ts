import { withNewNames } from "./withNewNames";

/**
 * Before version 6 of the stored data some things had other names: an assignment was a piece, the label of a grade a
 * letter, a SHA-256 a digest, a mail server's answer a reply, and the marks of a rubric hung on the names of its
 * criteria. These functions bring records of that time along; records of today come out as they are, so that a file of
 * either time can be read.
 */

type PlainRecord = Record<string, unknown>;

/** A node of a letter, or a letter whole: fields, blocks, and the conditions of conditional texts, however deep. */
export function letterOfToday(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(letterOfToday);
  if (!isRecord(node)) return node;
  const next: PlainRecord = { ...node };
  if ("content" in node) next.content = letterOfToday(node.content);
  if (!isRecord(node.attrs)) return next;
  const { attrs } = node;
  switch (node.type) {
    case "field":
      next.attrs = fieldOfToday(attrs);
      break;
    case "pieceScore":
      return { ...next, type: "assignmentScore", attrs: withNewNames(attrs, { piece: "assignment" }) };
    case "missingWork":
      next.attrs = withNewNames(attrs, { pieces: "assignments" });
      break;
    case "passage":
      next.attrs = withConditionsOfToday(attrs);
      break;
  }
  return next;
}

function fieldOfToday(attrs: PlainRecord): PlainRecord {
  const { field, format } = attrs;
  return {
    ...attrs,
    ...(typeof field === "string" && { field: fieldIdOfToday(field) }),
    ...(format === "letter" && { format: "grade label" }),
  };
}

/** "piece.score.Lab" is "assignment.score.Lab" today. */
function fieldIdOfToday(id: string): string {
  if (id === "letterGrade") return "gradeLabel";
  return id.startsWith("piece.") ? `assignment.${id.slice("piece.".length)}` : id;
}

/** A record with `conditions`: a selection, a conditional text, a template. */
function withConditionsOfToday(record: PlainRecord): PlainRecord {
  return Array.isArray(record.conditions)
    ? { ...record, conditions: record.conditions.map(conditionOfToday) }
    : { ...record };
}

function conditionOfToday(part: unknown): unknown {
  if (!isRecord(part)) return part;
  switch (part.kind) {
    case "piece":
      return withNewNames({ ...part, kind: "assignment" }, { piece: "assignment" });
    case "piece status":
      return withNewNames({ ...part, kind: "assignment status" }, { piece: "assignment" });
    case "letter":
      return withNewNames({ ...part, kind: "grade label" }, { letters: "labels" });
    case "group":
      return withConditionsOfToday(part);
    default:
      return part;
  }
}

/** The words of a note or a template, in all languages, with whom they are for and what goes along. */
export function noteOfToday(record: PlainRecord): PlainRecord {
  return {
    ...withConditionsOfToday(record),
    ...("subject" in record && { subject: letterOfToday(record.subject) }),
    ...("body" in record && { body: letterOfToday(record.body) }),
    ...(Array.isArray(record.variants) && {
      variants: record.variants.map((variant: PlainRecord) => ({
        ...variant,
        subject: letterOfToday(variant.subject),
        body: letterOfToday(variant.body),
      })),
    }),
    ...(isRecord(record.selection) && { selection: withConditionsOfToday(record.selection) }),
    ...("enclosures" in record && { enclosures: enclosuresOfToday(record.enclosures) }),
  };
}

/** What goes along with a letter. */
function enclosuresOfToday(enclosures: unknown): unknown {
  return Array.isArray(enclosures) ? enclosures.map((one) => withNewNames(one, { digest: "sha256" })) : enclosures;
}

/** A letter of the record. */
export function letterRecordOfToday(record: PlainRecord): PlainRecord {
  const named = withNewNames(record, { reply: "serverAnswer" }) as PlainRecord;
  return "enclosures" in named ? { ...named, enclosures: enclosuresOfToday(named.enclosures) } : named;
}

/** A column of scores, or what of one was kept of the past: scores by student. */
export function scoresOfToday(scores: unknown): unknown {
  if (!isRecord(scores)) return scores;
  return mapValues(scores, (score) => withNewNames(score, { letter: "gradeLabel" }));
}

/** An assignment: its criteria go by their names and levels by their labels, on which the marks of that time hang. */
export function assignmentOfToday(record: PlainRecord): PlainRecord {
  if (!Array.isArray(record.rubric)) return record;
  return { ...record, rubric: record.rubric.map(criterionOfToday) };
}

function criterionOfToday(criterion: PlainRecord): PlainRecord {
  const { levels } = criterion;
  return {
    id: criterion.name,
    ...criterion,
    ...(Array.isArray(levels) && {
      levels: levels.map((level: unknown) => (typeof level === "string" ? { id: level, label: level } : level)),
    }),
  };
}

/** What one change replaced in the scores. */
export function pastScoresOfToday(record: PlainRecord): PlainRecord {
  if (!isRecord(record.columns)) return record;
  const column = (one: unknown) => (isRecord(one) ? { ...one, before: scoresOfToday(one.before) } : one);
  return { ...record, columns: mapValues(record.columns, column) };
}

/** How tables of one shape are read. */
export function recipeOfToday(record: PlainRecord): PlainRecord {
  const meaning = (one: unknown) =>
    isRecord(one) && one.role === "piece of work" ? { ...one, role: "assignment" } : one;
  const mark = (one: unknown) => (one === "letter grade" ? "grade label" : one);
  return {
    ...record,
    ...(isRecord(record.meanings) && { meanings: mapValues(record.meanings, meaning) }),
    ...(isRecord(record.marks) && { marks: mapValues(record.marks, mark) }),
  };
}

const RECORDS_OF_CHANGES: Readonly<Record<string, (record: PlainRecord) => PlainRecord>> = {
  scoreColumns: (record) => ({ ...record, scores: scoresOfToday(record.scores) }),
  assignments: assignmentOfToday,
  settings: (record) => ({ ...record, signature: letterOfToday(record.signature) }),
};

/** The change that something brought in made. */
export function changeOfToday(change: unknown): unknown {
  if (!isRecord(change)) return change;
  return Object.fromEntries(
    Object.entries(change).map(([table, rows]) => {
      const ofToday = RECORDS_OF_CHANGES[table];
      if (!ofToday || !isRecord(rows)) return [table, rows];
      const record = (row: unknown) => (isRecord(row) ? ofToday(row) : row);
      const pair = (rowPair: unknown) => (Array.isArray(rowPair) ? rowPair.map(record) : rowPair);
      return [
        table,
        {
          added: mapValues(rows.added, record),
          updated: mapValues(rows.updated, pair),
          removed: mapValues(rows.removed, record),
        },
      ];
    }),
  );
}

function mapValues(record: unknown, map: (value: unknown) => unknown): PlainRecord {
  return Object.fromEntries(Object.entries(isRecord(record) ? record : {}).map(([key, value]) => [key, map(value)]));
}

function isRecord(value: unknown): value is PlainRecord {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}
