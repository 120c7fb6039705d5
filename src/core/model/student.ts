import * as z from "zod";
import { daySchema } from "./day";
import { sha256Schema } from "./enclosure";
import { confirmationSchema, saidOfLettersSchema } from "./guardian";

/** A student, once however many classes they are in; the classes name their students. */
export const studentSchema = z.object({
  id: z.string().min(1),
  /** The number the school knows the student by; unique where there is one. */
  studentNumber: z.string(),
  givenName: z.string().min(1),
  familyName: z.string(),
  /** What the student is called, where it differs from the given name. */
  preferredName: z.string().optional(),
  address: z.string().optional(),
  /** What the student has said about being written to; none is not asked. */
  confirmation: confirmationSchema.optional(),
  said: saidOfLettersSchema.optional(),
  birthday: daySchema.optional(),
  /** The photo, by the SHA-256 of its file. */
  photo: sha256Schema.optional(),
  /** Groups of the teacher's own, such as "choir"; they cut across classes. */
  tags: z.array(z.string().min(1)),
  /** Set while the student is taken out: the classes to come back to. Nobody writes about a student in no class. */
  takenOutOf: z.array(z.string()).optional(),
  /** In order: the first guardian is the first contact. */
  guardians: z.array(z.object({ guardianId: z.string(), relation: z.string() })),
});
export type Student = z.infer<typeof studentSchema>;

/** The name a letter calls the student by. */
export function firstName(student: Student): string {
  return student.preferredName || student.givenName;
}

/** The student's name as the family writes it, given name first. */
export function fullName(person: { givenName: string; familyName: string }): string {
  return `${person.givenName} ${person.familyName}`.trim();
}

/** The same among others who are called alike: "Max Ode". */
export function nameAmongNamesakes(student: Student): string {
  return `${firstName(student)} ${student.familyName}`.trim();
}

const collator = new Intl.Collator("en", { sensitivity: "base", numeric: true });

/** Orders people by family name, then given name, then school number, as a class list does. */
export function byFamilyName(a: Student, b: Student): number {
  return (
    collator.compare(a.familyName, b.familyName) ||
    collator.compare(a.givenName, b.givenName) ||
    collator.compare(a.studentNumber, b.studentNumber)
  );
}
