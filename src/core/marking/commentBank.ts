import type { BankComment } from "../model/bankComment";
import type { SchoolClass } from "../model/schoolClass";
import type { ScoreColumn } from "../model/score";
import { firstName, fullName, type Student } from "../model/student";

/** A sentence of the bank with how often it was used, and how often for the assignment that is marked. */
export interface CountedComment {
  readonly comment: BankComment;
  readonly used: number;
  readonly usedHere: number;
}

/** The sentences of the bank; those used for this assignment first, then those used most. */
export function countedComments(
  comments: Iterable<BankComment>,
  columns: Iterable<ScoreColumn>,
  assignmentId: string,
): CountedComment[] {
  const used = new Map<string, { used: number; usedHere: number }>();
  for (const column of columns)
    for (const { bankIds = [] } of Object.values(column.scores))
      for (const id of bankIds) {
        const known = used.get(id) ?? { used: 0, usedHere: 0 };
        const here = column.assignmentId === assignmentId ? 1 : 0;
        used.set(id, { used: known.used + 1, usedHere: known.usedHere + here });
      }
  return [...comments]
    .map((comment) => ({ comment, used: 0, usedHere: 0, ...used.get(comment.id) }))
    .sort((a, b) => b.usedHere - a.usedHere || b.used - a.used || wordsOf(a.comment).localeCompare(wordsOf(b.comment)));
}

/** The words of a sentence, each field as three dots. */
export function wordsOf({ words }: BankComment): string {
  return (words.content[0]?.content ?? [])
    .map((node) => (node.type === "text" ? node.text : node.type === "field" ? "…" : " "))
    .join("");
}

/**
 * The sentences that a few letters find, the best first: whose words begin with them in their order, then in which they
 * stand somewhere. For "me cl" that is "Method is clear".
 */
export function foundComments(comments: readonly CountedComment[], typed: string): CountedComment[] {
  const letters = folded(typed);
  if (letters.length === 0) return [...comments];
  const rank = ({ comment }: CountedComment) => {
    const words = folded(`${wordsOf(comment)} ${comment.about}`);
    if (letters.every((one, place) => words[place]?.startsWith(one))) return 0;
    if (letters.every((one) => words.some((word) => word.startsWith(one)))) return 1;
    return letters.every((one) => words.some((word) => word.includes(one))) ? 2 : 3;
  };
  return comments
    .map((comment) => ({ comment, rank: rank(comment) }))
    .filter((one) => one.rank < 3)
    .sort((a, b) => a.rank - b.rank)
    .map(({ comment }) => comment);
}

/** The words of a text without accents and case. */
function folded(text: string): string[] {
  return text
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
}

/** A sentence as it is said of one student: fields become their values, and what stands in where there is none. */
export function bankWordsFor({ words }: BankComment, student: Student, schoolClass: SchoolClass): string {
  const values: Record<string, string> = {
    "student.firstName": firstName(student),
    "student.fullName": fullName(student),
    "class.name": schoolClass.name,
  };
  return (words.content[0]?.content ?? [])
    .map((node) => {
      if (node.type === "text") return node.text;
      if (node.type !== "field") return " ";
      const value = values[node.attrs.field] || node.attrs.fallback;
      return node.attrs.upperFirst ? value.charAt(0).toUpperCase() + value.slice(1) : value;
    })
    .join("")
    .trim();
}

/** The fields that a sentence of the bank may have. */
export const BANK_FIELDS = ["student.firstName", "student.fullName", "class.name"] as const;
