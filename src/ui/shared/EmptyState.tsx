import type { ReactNode } from "react";

/** What a screen is for while there is nothing on it, and the one thing to do. */
export function EmptyState({ title, words, children }: { title: string; words: string; children?: ReactNode }) {
  return (
    <div className="sheet empty">
      <h2>{title}</h2>
      <p className="my-3">{words}</p>
      {children}
    </div>
  );
}
