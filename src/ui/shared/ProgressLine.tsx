interface ProgressLineProps {
  /** What moves on, in words. */
  readonly label: string;
  readonly now: number;
  readonly max: number;
}

/** How far something is. */
export function ProgressLine({ label, now, max }: ProgressLineProps) {
  const most = Math.max(1, max);
  return (
    <div
      className="progress"
      role="progressbar"
      aria-label={label}
      aria-valuenow={Math.round(now)}
      aria-valuemin={0}
      aria-valuemax={most}
    >
      <div className="progress-bar" style={{ width: `${(100 * now) / most}%` }} />
    </div>
  );
}
