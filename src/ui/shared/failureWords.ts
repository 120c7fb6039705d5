/** Why something could not be kept, what is safe and what to do. */
export function failureWords(cause: unknown): string {
  const { name = "", message = "", inner } = (cause ?? {}) as { name?: string; message?: string; inner?: Error };
  const names = [name, inner?.name ?? ""];
  if (names.includes("QuotaExceededError"))
    return "The disk of this computer is full, so this could not be kept. Everything that was kept before is safe. Make room, then do it once more.";
  if (names.includes("DatabaseClosedError") || names.includes("InvalidStateError"))
    return "The data was closed, perhaps by a newer version in another tab, so this could not be kept. Load this page again and do it once more.";
  return `This could not be kept, and nothing was changed. (${message || name})`;
}
