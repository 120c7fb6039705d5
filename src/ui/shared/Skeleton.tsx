/** Stands in for what is being made. */
export function Skeleton({ words }: { words: string }) {
  return (
    <div className="skeleton" role="status" aria-label={words}>
      {["60%", "85%", "70%", "80%", "40%"].map((width) => (
        <span key={width} style={{ width }} />
      ))}
    </div>
  );
}
