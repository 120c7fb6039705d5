import { MAX_POINTS } from "../model/assignment";
import type { Score, ScoreStatus } from "../model/score";

/** What one cell of a score column says. */
export type ScoreCell =
  | { kind: "blank" }
  | { kind: "score"; score: Score }
  /** A word or sign without a meaning of its own: asked once. */
  | { kind: "mark"; mark: string }
  | { kind: "refused"; cause: "negative" | "too large"; text: string };

/** What a mark is said to mean: a status, or nothing at all. */
export type MarkMeaning = ScoreStatus | "nothing";

const STATUS_WORDS: Record<string, ScoreStatus> = {
  missing: "missing",
  late: "late",
  incomplete: "incomplete",
  excused: "excused",
  pending: "pending",
};

/** Reads a cell: points with a decimal point or comma, "17/20", a status word, points with a status, or nothing. */
export function readScoreCell(text: string, meanings: Readonly<Record<string, MarkMeaning>>): ScoreCell {
  if (text === "") return { kind: "blank" };
  const [, digits, , word] = /^([+-]?\d+(?:[.,]\d+)?)(\s*\/\s*\d+(?:[.,]\d+)?)?\s*(\p{L}*)$/u.exec(text) ?? [];
  if (digits !== undefined) {
    const points = Number(digits.replace(",", "."));
    if (points < 0) return { kind: "refused", cause: "negative", text };
    if (points > MAX_POINTS) return { kind: "refused", cause: "too large", text };
    const status = word ? (STATUS_WORDS[word.toLowerCase()] ?? meanings[word]) : "scored";
    if (word && (!status || status === "nothing")) return { kind: "mark", mark: word };
    return { kind: "score", score: { status: status as ScoreStatus, points: Math.round(points * 10_000) / 10_000 } };
  }
  const meaning = STATUS_WORDS[text.toLowerCase()] ?? meanings[text];
  if (!meaning) return { kind: "mark", mark: text };
  return meaning === "nothing" ? { kind: "blank" } : { kind: "score", score: { status: meaning } };
}
