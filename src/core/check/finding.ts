import { type FindingCode, findingKind } from "./findingKinds";
import type { FindingDetails, Severity } from "./findings/findingKind";

/** What the check reports: a stop (the note can't be sent), a caution (needs a word), or a quiet line. */
export interface Finding extends FindingDetails {
  readonly severity: Severity;
  readonly code: FindingCode;
  /** Why the teacher means it, where it would be a stop. */
  readonly meant?: string;
}

/** A finding of a code; its severity follows from the code alone. */
export function findingOf(code: FindingCode, details: Partial<FindingDetails> = {}): Finding {
  return { severity: findingKind(code).severity, code, path: {}, numbers: {}, quotes: [], ...details };
}

/** A finding in words: what is wrong and what to do. */
export function findingWords(finding: Finding): { title: string; mend: string } {
  return findingKind(finding.code).words(finding);
}

/** Whether a finding keeps the note from being sent, whatever the teacher says. */
export function isStop(finding: Finding): boolean {
  return finding.severity === "stop";
}

/** Whether a finding has to be seen before the note is sent; what is meant was said already. */
export function isCaution({ severity, meant }: Finding): boolean {
  return severity === "caution" && !meant;
}

/** Names a stop that the teacher can say is meant; none where it can't be. */
export function meaningKey({ code, path, quotes }: Finding): string | undefined {
  if (!findingKind(code).canBeMeant) return undefined;
  return [code, path.language ?? "", path.place ?? "", path.word ?? quotes.join(", ")].join("/");
}

/** A stop that is meant asks for no more than to be known: it is a caution with the teacher’s own word. */
export function asMeant(finding: Finding, meant: readonly { readonly key: string; readonly why: string }[]): Finding {
  const key = meaningKey(finding);
  const said = key === undefined ? undefined : meant.find((one) => one.key === key);
  return said ? { ...finding, severity: "caution", meant: said.why } : finding;
}
