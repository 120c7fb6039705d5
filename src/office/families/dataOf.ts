import * as z from "zod";
import { heldAbout } from "@/core/backup/whatIsHeld";
import { type HandedLetter, handOverParts } from "@/core/delivery/postRequests";
import { csvFile } from "@/core/formats/csvFile";
import { escapeHtml } from "@/core/letter/mailDocument";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { formatDay } from "@/core/model/day";
import { classLabel } from "@/core/model/schoolClass";
import { fullName } from "@/core/model/student";
import { everyRowOf } from "@/store/everyRowOf";
import { fileBytes } from "@/store/keepFile";
import { findRounds, lettersAbout, wholeLetters } from "@/store/roundRepository";
import { ask } from "../open/ask";
import type { OfficeCore } from "../open/officeCore";
import { zipOf } from "../paper/zipOf";
import { handOverFiles } from "../rounds/handOverPrepared";

const messagesSchema = z.object({ messages: z.array(z.string()) });

/**
 * Everything that is held about one student, for a family that asks: a page to read, the same as data, the scores as a table,
 * photo and files, and each letter as a message. Errors: the post room, which writes the messages, does not answer.
 */
export async function dataOf(office: OfficeCore, studentId: string): Promise<Uint8Array> {
  const { database, world } = office;
  const student = world.students.get(studentId);
  if (!student) throw new Error("This student is not there any more.");
  const held: Record<string, unknown[]> = {};
  const people = new Set([studentId, ...student.guardians.map(({ guardianId }) => guardianId)]);
  await everyRowOf(database, (table, rows) => {
    for (const row of rows) {
      // Guardians are named with the student; what is about them alone is theirs to ask for.
      const part = table === "guardians" ? (people.has(String(row.id)) ? row : undefined) : heldAbout(row, studentId);
      if (part !== undefined) held[table] = [...(held[table] ?? []), part];
    }
  });
  const scores = scoresOf(office, studentId);
  const letters = await lettersAbout(database, studentId);
  const text = new TextEncoder();
  const files = [
    { name: "read-me-first.html", bytes: text.encode(pageOf(office, studentId, scores, letters.length)) },
    { name: "data.json", bytes: text.encode(JSON.stringify(held, undefined, 2)) },
    { name: "scores.csv", bytes: text.encode(csvFile(scores)) },
    ...(await messagesOf(office, studentId)),
  ];
  const photo = student.photo === undefined ? undefined : await fileBytes(database, student.photo);
  return zipOf([...files, ...(photo ? [{ name: "photo.jpg", bytes: new Uint8Array(photo) }] : [])]);
}

function scoresOf({ world }: OfficeCore, studentId: string): (string | number)[][] {
  const rows: (string | number)[][] = [["Class", "Assignment", "Due", "Status", "Points", "Of", "Grade", "Comment"]];
  for (const assignment of world.assignments.values()) {
    const score = world.scoreColumns.get(assignment.id)?.scores[studentId];
    const schoolClass = world.classes.get(assignment.classId);
    if (!score || !schoolClass) continue;
    const { title, dueDate = "", pointsPossible = "" } = assignment;
    const { status, points = "", gradeLabel = "", comment = "" } = score;
    rows.push([classLabel(schoolClass), title, dueDate, status, points, pointsPossible, gradeLabel, comment]);
  }
  return rows;
}

function pageOf(
  office: OfficeCore,
  studentId: string,
  scores: readonly (readonly (string | number)[])[],
  letters: number,
): string {
  const { world, today } = office;
  const student = world.students.get(studentId);
  const name = escapeHtml(student ? fullName(student) : "");
  const guardians = (student?.guardians ?? []).flatMap(({ guardianId, relation }) => {
    const one = world.guardians.get(guardianId);
    return one ? [`<li>${escapeHtml(`${fullName(one)} (${relation}): ${one.addresses.join(", ")}`)}</li>`] : [];
  });
  const [head = [], ...rows] = scores;
  const cells = (row: readonly (string | number)[], tag: string) =>
    `<tr>${row.map((cell) => `<${tag}>${escapeHtml(String(cell))}</${tag}>`).join("")}</tr>`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${name}</title>
<style>body{font-family:serif;max-width:60rem;margin:2rem auto;padding:0 1rem}td,th{text-align:left;padding:.2rem .6rem;border-bottom:1px solid #ccc}</style></head>
<body><h1>What is held about ${name}</h1><p>As of ${formatDay(today, "long")}. Everything stands in data.json, the scores in scores.csv, ${letters} letters as messages in the files that end in .eml.</p>
<p>Student number: ${escapeHtml(student?.studentNumber ?? "")}; address: ${escapeHtml(student?.address ?? "none")}</p>
<h2>Guardians</h2><ul>${guardians.join("")}</ul><h2>Scores</h2><table>${cells(head, "th")}${rows.map((row) => cells(row, "td")).join("")}</table></body></html>`;
}

/** The letters about a student as messages (RFC 5322), each with its files where these are still here. */
async function messagesOf(office: OfficeCore, studentId: string): Promise<{ name: string; bytes: Uint8Array }[]> {
  const { database, around } = office;
  const letters = (await lettersAbout(database, studentId)).filter(({ recipient }) => isGoodAddress(recipient.address));
  const whole = await wholeLetters(database, letters);
  const rounds = await findRounds(
    database,
    letters.map(({ roundId }) => roundId),
  );
  const gone = await handOverFiles(
    office,
    whole.flatMap(({ enclosures = [] }) => enclosures),
  );
  const handed = whole.flatMap((letter): HandedLetter[] => {
    const from = rounds.get(letter.roundId)?.from;
    const enclosures = (letter.enclosures ?? []).filter(({ sha256 }) => !gone.has(sha256));
    if (!from || !isGoodAddress(from.address) || letter.subject === "") return [];
    const { id, recipient, subject, html, text } = letter;
    const to = { name: recipient.name, address: recipient.address };
    return [{ id, to, from, subject, html, text, ...(enclosures.length > 0 && { enclosures }) }];
  });
  const files: { name: string; bytes: Uint8Array }[] = [];
  for (const part of handOverParts(handed)) {
    const answer = await ask(around, "/api/post/messages", { method: "POST", body: JSON.stringify({ letters: part }) });
    for (const message of messagesSchema.parse(answer).messages)
      files.push({
        name: `letter-${String(files.length + 1).padStart(4, "0")}.eml`,
        bytes: new TextEncoder().encode(message),
      });
  }
  return files;
}
