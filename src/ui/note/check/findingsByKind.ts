import type { FindingView } from "@/workers/engine/peopleView";

/** Findings of one kind together, in the order of the first of each. */
export function findingsByKind(findings: readonly FindingView[]): [FindingView, ...FindingView[]][] {
  const kinds = new Map<string, [FindingView, ...FindingView[]]>();
  for (const view of findings) {
    const { severity, code, path } = view.finding;
    // Fields are mended one by one.
    const key = [severity, code, path.field ?? ""].join("/");
    const known = kinds.get(key);
    if (known) known.push(view);
    else kinds.set(key, [view]);
  }
  return [...kinds.values()];
}
