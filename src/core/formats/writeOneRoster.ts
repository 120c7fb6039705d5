import { strToU8, zipSync } from "fflate";
import type { Day } from "../model/day";
import type { Score } from "../model/score";
import type { World } from "../model/world";
import { csvText } from "./csvFile";
import { METADATA, RESULT_OF_STATUS } from "./oneRosterNames";

const SCHOOL = "school";
const HEAD = ["sourcedId", "status", "dateLastModified"];

/** The whole gradebook with its families as OneRoster 1.1 CSV in a zip. Bulk files leave status and date empty, as the standard asks. */
export function writeOneRoster(world: World, today: Day): Uint8Array {
  const files: Record<string, (string | number)[][]> = {
    "orgs.csv": [
      [...HEAD, "name", "type", "identifier", "parentSourcedId"],
      [SCHOOL, "", "", [...world.settings.values()][0]?.schoolName || "School", "school", "", ""],
    ],
    "academicSessions.csv": [
      [...HEAD, "title", "type", "startDate", "endDate", "parentSourcedId", "schoolYear"],
      ...[...world.terms.values()].map(({ id, name, from, to }) => [
        id,
        "",
        "",
        name,
        "term",
        from,
        to,
        "",
        to.slice(0, 4),
      ]),
    ],
    "courses.csv": [
      [...HEAD, "schoolYearSourcedId", "title", "courseCode", "grades", "orgSourcedId", "subjects", "subjectCodes"],
      ...[...new Set([...world.classes.values()].map(({ name }) => name))].map((name) => [
        courseId(name),
        "",
        "",
        "",
        name,
        "",
        "",
        SCHOOL,
        "",
        "",
      ]),
    ],
    "classes.csv": classRows(world),
    "users.csv": userRows(world),
    "demographics.csv": [
      [...HEAD, "birthDate", "sex"],
      ...[...world.students.values()].flatMap(({ id, birthday }) => (birthday ? [[id, "", "", birthday, ""]] : [])),
    ],
    "enrollments.csv": [
      [...HEAD, "classSourcedId", "schoolSourcedId", "userSourcedId", "role", "primary", "beginDate", "endDate"],
      ...[...world.classes.values()].flatMap(({ id, studentIds }) =>
        studentIds.map((student) => [`${id}/${student}`, "", "", id, SCHOOL, student, "student", "", "", ""]),
      ),
    ],
    "categories.csv": [
      [...HEAD, "title"],
      ...[...new Set([...world.classes.values()].flatMap(({ categories }) => categories.map(({ name }) => name)))].map(
        (name) => [categoryId(name), "", "", name],
      ),
    ],
    "lineItems.csv": lineItemRows(world, today),
    "results.csv": resultRows(world, today),
  };
  const manifest = [
    ["propertyName", "value"],
    ["manifest.version", "1.0"],
    ["oneroster.version", "1.1"],
    ...[
      "academicSessions",
      "categories",
      "classes",
      "classResources",
      "courses",
      "courseResources",
      "demographics",
      "enrollments",
      "lineItems",
      "orgs",
      "resources",
      "results",
      "users",
    ].map((name) => [`file.${name}`, files[`${name}.csv`] ? "bulk" : "absent"]),
    ["source.systemName", "Vine Note"],
  ];
  return zipSync(
    Object.fromEntries(
      Object.entries({ "manifest.csv": manifest, ...files }).map(([name, rows]) => [name, strToU8(csvText(rows))]),
    ),
    // A fixed time, so that the same gradebook gives the same bytes.
    { mtime: `${today}T00:00:00` },
  );
}

function classRows(world: World): string[][] {
  const terms = [...world.terms.keys()].join(",");
  return [
    [
      ...HEAD,
      "title",
      "grades",
      "courseSourcedId",
      "classCode",
      "classType",
      "location",
      "schoolSourcedId",
      "termSourcedIds",
      "subjects",
      "subjectCodes",
      "periods",
    ],
    ...[...world.classes.values()].map(({ id, name, block }) => [
      id,
      "",
      "",
      name,
      "",
      courseId(name),
      "",
      "scheduled",
      "",
      SCHOOL,
      terms,
      "",
      "",
      block,
    ]),
  ];
}

function userRows(world: World): string[][] {
  const head = [
    ...HEAD,
    "enabledUser",
    "orgSourcedIds",
    "role",
    "username",
    "userIds",
    "givenName",
    "familyName",
    "middleName",
    "identifier",
    "email",
    "sms",
    "phone",
    "agentSourcedIds",
    "grades",
    "password",
  ];
  const relationOf = new Map<string, string>();
  for (const { guardians } of world.students.values()) {
    for (const { guardianId, relation } of guardians)
      if (!relationOf.has(guardianId)) relationOf.set(guardianId, relation);
  }
  return [
    [...head, METADATA.preferredName, "metadata.vinenote.relation"],
    ...[...world.students.values()].map((one) => [
      ...[
        one.id,
        "",
        "",
        "true",
        SCHOOL,
        "student",
        one.studentNumber || one.id,
        "",
        one.givenName,
        one.familyName,
        "",
      ],
      ...[
        one.studentNumber,
        one.address ?? "",
        "",
        "",
        one.guardians.map(({ guardianId }) => guardianId).join(","),
        "",
        "",
      ],
      ...[one.preferredName ?? "", ""],
    ]),
    ...[...world.guardians.values()].map((one) => [
      ...[one.id, "", "", "true", SCHOOL, "guardian", one.id, "", one.givenName, one.familyName, "", ""],
      ...[one.addresses[0] ?? "", "", "", "", "", "", "", relationOf.get(one.id) ?? "guardian"],
    ]),
  ];
}

function lineItemRows(world: World, today: Day): (string | number)[][] {
  return [
    [
      ...HEAD,
      "title",
      "description",
      "assignDate",
      "dueDate",
      "classSourcedId",
      "categorySourcedId",
      "gradingPeriodSourcedId",
      "resultValueMin",
      "resultValueMax",
      METADATA.extraCredit,
    ],
    ...[...world.assignments.values()]
      .sort((a, b) => a.order - b.order)
      .map((one) => {
        const category =
          world.classes.get(one.classId)?.categories.find(({ id }) => id === one.categoryId)?.name ?? "Work";
        const due = one.dueDate ?? "";
        return [
          one.id,
          "",
          "",
          one.title,
          "",
          due || today,
          due,
          one.classId,
          categoryId(category),
          one.termId,
          0,
          one.pointsPossible,
          one.extraCredit ? "true" : "",
        ];
      }),
  ];
}

function resultRows(world: World, today: Day): (string | number)[][] {
  const inOrder = [...world.assignments.values()].sort((a, b) => a.order - b.order);
  return [
    [...HEAD, "lineItemSourcedId", "studentSourcedId", "scoreStatus", "score", "scoreDate", "comment", METADATA.status],
    ...inOrder.flatMap(({ id, dueDate }) =>
      Object.entries(world.scoreColumns.get(id)?.scores ?? {}).map(([studentId, score]) => [
        ...[`${id}/${studentId}`, "", "", id, studentId, RESULT_OF_STATUS[score.status], score.points ?? ""],
        ...[dueDate ?? today, score.comment ?? "", statusBeyondTheStandard(score)],
      ]),
    ),
  ];
}

/** What the standard's own statuses do not say. */
function statusBeyondTheStandard({ status, points }: Score): string {
  return status === "late" || status === "pending" || (status === "incomplete" && points !== undefined) ? status : "";
}

function courseId(name: string): string {
  return `course ${name}`;
}

function categoryId(name: string): string {
  return `category ${name}`;
}
