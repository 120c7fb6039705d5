import type { Score, ScoreColumn } from "./score";

/**
 * Scores of a school repeat: of a million there are some hundred different ones, and each would take its own room in the
 * memory. Columns that went through here share them.
 */
export class SharedScores {
  private readonly byStatus = new Map<Score["status"], Map<number | undefined, Score>>();

  /** Takes a column as its own, and gives it with shared scores in the place of equal ones. */
  share(column: ScoreColumn): ScoreColumn {
    const { scores } = column;
    for (const studentId in scores) {
      const score = scores[studentId];
      if (score && isPlain(score)) scores[studentId] = this.shared(score);
    }
    return column;
  }

  private shared(score: Score): Score {
    const byPoints = this.byStatus.get(score.status) ?? new Map<number | undefined, Score>();
    this.byStatus.set(score.status, byPoints);
    // Whoever would change one would change all.
    const shared = byPoints.get(score.points) ?? Object.freeze(score);
    byPoints.set(score.points, shared);
    return shared;
  }
}

/** Whether a score is a status and perhaps points, and nothing else. */
function isPlain(score: Score): boolean {
  return Object.keys(score).length === (score.points === undefined ? 1 : 2);
}
