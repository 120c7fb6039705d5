import type { ReactNode } from "react";

/** A page for a family's phone: one column of paper, nothing else. */
export function FamilyPage({ children }: { children: ReactNode }) {
  return (
    <main className="family-page">
      <div className="sheet">{children}</div>
    </main>
  );
}
